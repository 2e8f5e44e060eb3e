<script setup lang="ts">
import type { Views } from '../../app/client';
import NumberField from '../../app/NumberField.vue';
import OneOf from '../../app/OneOf.vue';
import TextEntry from '../../app/TextEntry.vue';
import TickBox from '../../app/TickBox.vue';
import { KINDS } from '../shoots/words';

/** Pieces of a kit, in the order in which they are counted. */
const pieces = defineModel<Views['KitPieceDocument'][]>({ required: true });
defineProps<{ editable: boolean; wrong: (at: number, field: string) => string }>();
type Piece = Views['KitPieceDocument'];
const change = (at: number, to: Partial<Piece>) =>
  (pieces.value = pieces.value.map((p, i) => (i === at ? { ...p, ...to } : p)));
function move(at: number, by: number): void {
  const next = [...pieces.value];
  const [one] = next.splice(at, 1);
  next.splice(at + by, 0, one!);
  pieces.value = next;
}
const SUPPLY = [
  { key: 'issued', name: 'issued' },
  { key: 'bring-your-own', name: 'bring your own' },
];
</script>

<template>
  <fieldset v-for="(p, i) in pieces" :key="i" class="piece" :disabled="!editable">
    <legend class="visually-hidden">{{ p.name }}</legend>
    <TextEntry
      :model-value="p.name"
      label="Piece"
      plain-text
      :wrong="wrong(i, 'name')"
      @update:model-value="change(i, { name: $event ?? '' })"
    />
    <OneOf
      :model-value="p.kind"
      label="Kind"
      :options="KINDS"
      @update:model-value="change(i, { kind: $event ?? 'other' })"
    />
    <NumberField
      :model-value="p.count"
      label="Count"
      required
      :wrong="wrong(i, 'count')"
      @update:model-value="change(i, { count: $event ?? 1 })"
    />
    <TextEntry
      :model-value="p.where"
      label="Place in the bag"
      plain-text
      @update:model-value="change(i, { where: $event ?? '' })"
    />
    <TextEntry
      :model-value="p.code"
      label="Label"
      :wrong="wrong(i, 'code')"
      @update:model-value="change(i, { code: $event ?? '' })"
    />
    <OneOf
      :model-value="p.supply"
      label="Supply"
      :options="SUPPLY"
      @update:model-value="change(i, { supply: $event ?? 'issued' })"
    />
    <NumberField
      v-if="p.kind === 'battery'"
      :model-value="p.wattHours"
      label="Energy"
      unit="Wh"
      hint="as the model"
      @update:model-value="change(i, { wattHours: $event ?? undefined })"
    />
    <NumberField
      v-if="p.kind === 'battery'"
      :model-value="p.health"
      label="Health"
      unit="0 to 1"
      required
      @update:model-value="change(i, { health: $event ?? 1 })"
    />
    <NumberField
      v-if="['wireless-receiver', 'wireless-transmitter', 'recorder', 'other'].includes(p.kind)"
      :model-value="p.aaEach"
      label="AA each"
      required
      @update:model-value="change(i, { aaEach: $event ?? 0 })"
    />
    <TickBox :model-value="p.required" @update:model-value="change(i, { required: $event ?? true })"
      >required</TickBox
    >
    <span v-if="editable" class="acts">
      <button
        type="button"
        class="link"
        :disabled="i === 0"
        :aria-label="`${p.name} up`"
        @click="move(i, -1)"
      >
        ↑
      </button>
      <button
        type="button"
        class="link"
        :disabled="i === pieces.length - 1"
        :aria-label="`${p.name} down`"
        @click="move(i, 1)"
      >
        ↓
      </button>
      <button
        type="button"
        class="link small"
        :aria-label="`Take out ${p.name}`"
        @click="pieces = pieces.filter((_, o) => o !== i)"
      >
        Take out
      </button>
    </span>
  </fieldset>
</template>

<style scoped>
.piece {
  border: 0;
  border-bottom: 1px solid var(--line);
  margin: 0;
  padding: 8px 0;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
}
.piece > :deep(.entry) {
  flex: 1 1 120px;
  max-width: 210px;
}
.acts {
  display: flex;
  gap: 8px;
  align-items: center;
}
.acts .link {
  min-width: 28px;
  min-height: 28px;
}
</style>
