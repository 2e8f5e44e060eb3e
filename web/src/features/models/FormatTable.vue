<script setup lang="ts">
import type { Views } from '../../app/client';
import { copy } from '../../app/copy';
import { labels, maybe, numbers } from './cardText';

const card = defineModel<Views['ModelDocument']>({ required: true });
defineProps<{ editable: boolean }>();
const text = (event: Event) => (event.target as HTMLInputElement).value;
const parts = (value: string) => {
  const all = value
    .split(';')
    .map((p) => p.trim())
    .filter(Boolean);
  return all.length ? all : null;
};
function add(): void {
  const last = card.value.formats.at(-1);
  card.value.formats.push(
    last
      ? { ...copy(last) }
      : { size: '1080', rate: '29.97p', bitRatesMbps: [45], crop: 1, cost: '', raw: false },
  );
}
/** Many at once: `2160 29.97p 90 140`, a line each. */
function paste(event: ClipboardEvent): void {
  const lines = (event.clipboardData?.getData('text') ?? '')
    .split('\n')
    .map((l) => labels(l))
    .filter((l) => l.length >= 3);
  if (lines.length < 2) return;
  event.preventDefault();
  for (const [size, rate, ...rest] of lines)
    card.value.formats.push({
      size: size!,
      rate: rate!,
      bitRatesMbps: numbers(rest.join(' ')),
      crop: 1,
      cost: '',
      raw: false,
    });
}
</script>

<template>
  <div class="formats">
    <div class="scroll" tabindex="0" role="region" aria-label="Table">
      <table>
        <thead>
          <tr>
            <th scope="col">Size</th>
            <th scope="col">Rate</th>
            <th scope="col">Mb/s</th>
            <th scope="col">Worst</th>
            <th scope="col">Codecs</th>
            <th scope="col">Only on</th>
            <th scope="col">Crop</th>
            <th scope="col">Clip, min</th>
            <th scope="col">What else is lost</th>
            <th scope="col">Raw</th>
            <th scope="col"><span class="visually-hidden">Take out</span></th>
          </tr>
        </thead>
        <tbody @paste="paste">
          <tr v-for="(format, i) in card.formats" :key="i">
            <td>
              <input v-model="format.size" class="field mono w5" :readonly="!editable" aria-label="Size" />
            </td>
            <td>
              <input v-model="format.rate" class="field mono w6" :readonly="!editable" aria-label="Rate" />
            </td>
            <td>
              <input
                class="field mono w7"
                :readonly="!editable"
                aria-label="Bit rates"
                :value="format.bitRatesMbps.join(' ')"
                @change="format.bitRatesMbps = numbers(text($event))"
              />
            </td>
            <td>
              <input
                class="field mono w4"
                :readonly="!editable"
                aria-label="Worst bit rate"
                :value="format.worstMbps ?? ''"
                @change="format.worstMbps = maybe(text($event))"
              />
            </td>
            <td>
              <input
                class="field w8"
                :readonly="!editable"
                aria-label="Codecs"
                :value="format.codecs?.join('; ') ?? ''"
                @change="format.codecs = parts(text($event))"
              />
            </td>
            <td>
              <input
                class="field w5"
                :readonly="!editable"
                aria-label="Only on card types"
                :value="format.cardTypes?.join('; ') ?? ''"
                @change="format.cardTypes = parts(text($event))"
              />
            </td>
            <td>
              <input
                class="field mono w4"
                :readonly="!editable"
                aria-label="Crop"
                :value="format.crop"
                @change="format.crop = maybe(text($event)) ?? 1"
              />
            </td>
            <td>
              <input
                class="field mono w4"
                :readonly="!editable"
                aria-label="Longest clip, minutes"
                :value="format.clipMinutes ?? ''"
                @change="format.clipMinutes = maybe(text($event))"
              />
            </td>
            <td>
              <input
                v-model="format.cost"
                class="field w8"
                :readonly="!editable"
                aria-label="What else is lost"
              />
            </td>
            <td><input v-model="format.raw" type="checkbox" :disabled="!editable" aria-label="Raw" /></td>
            <td>
              <button
                v-if="editable"
                class="link"
                type="button"
                :aria-label="`Take ${format.size} ${format.rate} out`"
                @click="card.formats.splice(i, 1)"
              >
                out
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="editable">
      <button class="act quiet" type="button" @click="add">Add a recording</button>
      <span class="soft small">
        Lines like <span class="mono">2160 29.97p 90 140</span> can be pasted, many at once.</span
      >
    </p>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
}
th {
  font-size: 0.75rem;
  text-align: left;
  color: var(--ink-soft);
}
td {
  padding: 2px 4px 2px 0;
}
.field {
  padding: 5px 6px;
  font-size: 0.875rem;
}
.w4 {
  width: 56px;
}
.w5 {
  width: 70px;
}
.w6 {
  width: 82px;
}
.w7 {
  width: 110px;
}
.w8 {
  width: 150px;
}
</style>
