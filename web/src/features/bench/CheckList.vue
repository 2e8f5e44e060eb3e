<script setup lang="ts">
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import { namesRow, type RowContext } from '../../app/tables';
import InputText from 'primevue/inputtext';
import { ref } from 'vue';
import type { Views } from '../../app/client';
import { plain } from '../../instruments/fractions';
import VerdictMark from '../../instruments/VerdictMark.vue';
import type { ReadingEntry } from './outgoing';

/** All notches in one list, for who knows the camera: a field for each, Enter goes on to the next. */
const props = defineProps<{
  lines: Views['CheckLineView'][];
  waiting: ReadingEntry[];
  refusal: { setting: string; message: string } | null;
  record: (setting: string, read: string) => Promise<boolean>;
}>();
defineEmits<{ go: [setting: string] }>();
const typed = ref<Record<string, string>>({});
const list = ref<HTMLElement>();

const rowOf = (o: RowContext) => ({
  'data-setting': (o.props.rowData as unknown as Views['CheckLineView']).line.setting,
});
const held = (setting: string) => props.waiting.some((w) => w.setting === setting);

async function put(setting: string, read: string): Promise<void> {
  if (!read.trim()) return;
  const fields = [...(list.value?.querySelectorAll<HTMLInputElement>('input') ?? [])];
  const here = fields.findIndex((f) => f.dataset.setting === setting);
  fields[here + 1]?.focus();
  if (await props.record(setting, read.trim())) typed.value[setting] = '';
  else fields[here]?.focus();
}
</script>

<template>
  <div ref="list">
    <h1 class="visually-hidden">All notches of this check</h1>
    <DataTable
      :value="lines"
      size="small"
      :pt="{ table: { 'aria-label': 'All notches of this check' }, bodyRow: rowOf }"
    >
      <Column header="Notch" body-class="leads" :pt="namesRow">
        <template #body="{ data: l }"
          ><button class="link" type="button" @click="$emit('go', l.line.setting)">
            {{ l.line.name }}
          </button></template
        >
      </Column>
      <Column header="Sheet" body-class="mono target">
        <template #body="{ data: l }">{{ plain(l.line.target ?? 'not on this model') }}</template>
      </Column>
      <Column header="Seen on the camera">
        <template #body="{ data: l }">
          <span class="put">
            <InputText
              v-model="typed[l.line.setting]"
              class="field mono"
              :data-setting="l.line.setting"
              :aria-label="`${l.line.name}, seen on the camera`"
              :placeholder="held(l.line.setting) ? 'saved here' : plain(l.reading.label) || '–'"
              autocomplete="off"
              autocapitalize="none"
              spellcheck="false"
              @keydown.enter.prevent="put(l.line.setting, typed[l.line.setting] ?? '')"
            />
            <button
              v-if="l.line.target"
              class="act quiet"
              type="button"
              tabindex="-1"
              :aria-label="`${l.line.name} as on the sheet`"
              @click="put(l.line.setting, l.line.target)"
            >
              =
            </button>
          </span>
          <span v-if="refusal?.setting === l.line.setting" class="off small" role="alert">{{
            plain(refusal!.message)
          }}</span>
        </template>
      </Column>
      <Column header="Verdict">
        <template #body="{ data: l }">
          <VerdictMark :kind="l.verdict.kind" word />
          <span v-if="l.verdict.offLabel" class="mono small off"> {{ plain(l.verdict.offLabel) }}</span>
          <span v-if="l.stale" class="small automatic"> read again</span>
        </template>
      </Column>
    </DataTable>
  </div>
</template>

<style scoped>
.put {
  display: flex;
  gap: 6px;
}
.put .field {
  width: 130px;
  padding: 4px 8px;
}
.put .act {
  padding: 2px 10px;
}
@media (max-width: 760px) {
  .put .field {
    width: 84px;
  }
}
</style>
