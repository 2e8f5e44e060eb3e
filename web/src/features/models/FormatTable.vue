<script setup lang="ts">
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import TickBox from '../../app/TickBox.vue';
import InputText from 'primevue/inputtext';
import type { Views } from '../../app/client';
import { copy } from '../../app/copy';
import { codecRates, codecRatesText, labels, numberOf, numbers } from './specificationText';

type Format = Views['FormatDocument'];
const card = defineModel<Views['ModelDocument']>({ required: true });
defineProps<{ editable: boolean }>();

const parts = (text: string): string[] | null => {
  const all = text
    .split(';')
    .map((part) => part.trim())
    .filter(Boolean);
  return all.length ? all : null;
};
const optional = (text: string): number | null => (text.trim() ? numberOf(text) : null);

/** The columns: what they are called, how wide, and how their text is read from a recording and put back. */
const COLUMNS: {
  name: string;
  width: number;
  read: (f: Format) => string;
  put: (f: Format, text: string) => void;
}[] = [
  { name: 'Size', width: 66, read: (f) => f.size, put: (f, t) => (f.size = t) },
  { name: 'Rate', width: 78, read: (f) => f.rate, put: (f, t) => (f.rate = t) },
  {
    name: 'Mb/s',
    width: 96,
    read: (f) => f.bitRatesMbps.join(' '),
    put: (f, t) => (f.bitRatesMbps = numbers(t)),
  },
  {
    name: 'Worst Mb/s',
    width: 56,
    read: (f) => String(f.worstMbps ?? ''),
    put: (f, t) => (f.worstMbps = optional(t)),
  },
  {
    name: 'Codecs',
    width: 120,
    read: (f) => f.codecs?.join('; ') ?? '',
    put: (f, t) => (f.codecs = parts(t)),
  },
  {
    name: 'Mb/s by codec',
    width: 150,
    read: (f) => codecRatesText(f.codecRatesMbps),
    put: (f, t) => (f.codecRatesMbps = codecRates(t)),
  },
  {
    name: 'Bit depths',
    width: 56,
    read: (f) => f.bitDepths?.join(' ') ?? '',
    put: (f, t) => (f.bitDepths = t.trim() ? numbers(t) : null),
  },
  {
    name: 'Only on',
    width: 60,
    read: (f) => f.cardTypes?.join('; ') ?? '',
    put: (f, t) => (f.cardTypes = parts(t)),
  },
  { name: 'Crop, times', width: 48, read: (f) => String(f.crop), put: (f, t) => (f.crop = numberOf(t)) },
  {
    name: 'Clip, min',
    width: 56,
    read: (f) => String(f.clipMinutes ?? ''),
    put: (f, t) => (f.clipMinutes = optional(t)),
  },
  { name: 'What else is lost', width: 130, read: (f) => f.cost, put: (f, t) => (f.cost = t) },
];
const PLAIN = { crop: 1, cost: '', raw: false };

function add(): void {
  const last = card.value.formats.at(-1);
  card.value.formats.push(last ? copy(last) : { size: '', rate: '', bitRatesMbps: [], ...PLAIN });
}
/** Many at once: `2160 29.97p 90 140`, a line each. */
function paste(event: ClipboardEvent): void {
  const lines = (event.clipboardData?.getData('text') ?? '')
    .split('\n')
    .map((line) => labels(line))
    .filter((line) => line.length >= 3);
  if (lines.length < 2) return;
  event.preventDefault();
  for (const [size, rate, ...rest] of lines)
    card.value.formats.push({ size: size!, rate: rate!, bitRatesMbps: numbers(rest.join(' ')), ...PLAIN });
}
</script>

<template>
  <div class="formats">
    <div class="scroll" tabindex="0" role="region" aria-label="Recordings" @paste="paste">
      <DataTable :value="card.formats" size="small" :pt="{ table: { 'aria-label': 'Recordings' } }">
        <template #empty>None yet.</template>
        <Column v-for="column in COLUMNS" :key="column.name" :header="column.name">
          <template #body="{ data: format }">
            <InputText
              class="field mono"
              :style="{ width: `${column.width}px` }"
              :readonly="!editable"
              :aria-label="column.name"
              :title="column.read(format)"
              :model-value="column.read(format)"
              @change="column.put(format, ($event.target as HTMLInputElement).value)"
            />
          </template>
        </Column>
        <Column header="Raw">
          <template #body="{ data: format }"
            ><TickBox v-model="format.raw" :disabled="!editable" label="Raw"
          /></template>
        </Column>
        <Column v-if="editable">
          <template #header><span class="visually-hidden">Take out</span></template>
          <template #body="{ data: format, index }">
            <button
              class="link"
              type="button"
              :aria-label="`Take ${format.size} ${format.rate} out`"
              @click="card.formats.splice(index, 1)"
            >
              out
            </button>
          </template>
        </Column>
      </DataTable>
    </div>
    <p v-if="editable">
      <button class="act quiet" type="button" @click="add">Add a recording</button>
      <span class="soft small">
        Lines like <span class="mono">2160 29.97p 90 140</span> can be pasted into the table, many at
        once.</span
      >
    </p>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
:deep(:is(td, th)) {
  padding: 2px 3px 2px 0;
}
.field {
  padding: 5px;
  font-size: 0.8125rem;
}
</style>
