<script setup lang="ts">
import { computed } from 'vue';
import type { Views } from '../../app/client';
import DayField from '../../app/DayField.vue';
import NumberField from '../../app/NumberField.vue';
import TextEntry from '../../app/TextEntry.vue';
import { momentOf, wallTime } from '../../app/zone';

/** Blocks of the day: what, from, to, how much of it is recorded, where, in which light. */
const doc = defineModel<Views['ShootDocument']>({ required: true });
const props = defineProps<{ zone: string; messageAt: (pointer: string) => string }>();
type Block = Views['ShootBlockDocument'];
const blocks = computed(() => doc.value.blocks ?? []);
const HOUR = 3_600_000;
/** A block goes on where the one before ends; the first begins at the call. */
function add(): void {
  const from = Date.parse(blocks.value.at(-1)?.to ?? doc.value.call!);
  const last = Date.parse(doc.value.end!);
  const to = Math.min(from + HOUR, last);
  if (to <= from) return;
  const iso = (at: number) => new Date(at).toISOString();
  doc.value.blocks = [
    ...blocks.value,
    {
      name: `Block ${blocks.value.length + 1}`,
      from: iso(from),
      to: iso(to),
      recordingMinutes: 0,
      room: '',
      light: '',
    },
  ];
}
function change(at: number, to: Partial<Block>): void {
  doc.value.blocks = blocks.value.map((b, i) => (i === at ? { ...b, ...to } : b));
}
const moment = (text: string | null | undefined, before: string) =>
  momentOf(text ?? '', props.zone) ?? before;
const room = computed(
  () =>
    Boolean(doc.value.call && doc.value.end) &&
    Date.parse(blocks.value.at(-1)?.to ?? doc.value.call!) < Date.parse(doc.value.end!),
);
function remove(at: number): void {
  const rest = blocks.value.filter((_, i) => i !== at);
  doc.value.blocks = rest.length ? rest : undefined;
}
</script>

<template>
  <div>
    <p v-if="!doc.call || !doc.end" class="soft">Set the call and the end; then say what is recorded when.</p>
    <p v-else-if="!blocks.length" class="soft">
      No block yet. Cards, batteries and changes are worked out from what is recorded when.
    </p>
    <div v-for="(b, i) in blocks" :key="i" class="block">
      <TextEntry
        :model-value="b.name"
        label="What"
        plain-text
        @update:model-value="change(i, { name: $event ?? '' })"
      />
      <DayField
        :model-value="wallTime(b.from, zone)"
        label="From"
        time
        :zone="zone"
        @update:model-value="change(i, { from: moment($event, b.from) })"
      />
      <DayField
        :model-value="wallTime(b.to, zone)"
        label="To"
        time
        :zone="zone"
        @update:model-value="change(i, { to: moment($event, b.to) })"
      />
      <NumberField
        :model-value="b.recordingMinutes"
        label="Recorded"
        unit="min"
        required
        @update:model-value="change(i, { recordingMinutes: $event ?? 0 })"
      />
      <TextEntry
        :model-value="b.room"
        label="Room"
        hint="as before"
        plain-text
        @update:model-value="change(i, { room: $event ?? '' })"
      />
      <TextEntry
        :model-value="b.light"
        label="Light"
        hint="as before"
        plain-text
        @update:model-value="change(i, { light: $event ?? '' })"
      />
      <button class="link small" type="button" :aria-label="`Take out ${b.name}`" @click="remove(i)">
        Take out
      </button>
      <span v-if="messageAt(`/blocks/${i}`)" class="off small wide" role="alert">{{
        messageAt(`/blocks/${i}`)
      }}</span>
    </div>
    <p v-if="messageAt('/blocks')" class="off small" role="alert">{{ messageAt('/blocks') }}</p>
    <button
      v-if="doc.call && doc.end"
      class="act quiet no-print"
      type="button"
      :disabled="!room"
      @click="add"
    >
      Add a block
    </button>
  </div>
</template>

<style scoped>
.block {
  display: grid;
  grid-template-columns: minmax(110px, 1.2fr) 196px 196px 84px minmax(90px, 1fr) minmax(90px, 1fr) auto;
  gap: 6px 12px;
  align-items: end;
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
  margin-bottom: 6px;
}
.wide {
  grid-column: 1 / -1;
}
@media (max-width: 900px) {
  .block {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
