<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Views } from '../app/client';
import { layOut } from './dialLayout';
import { plain } from './fractions';
import { useWidth } from './useWidth';

const props = defineProps<{
  dial: Views['DialView'];
  name: string;
  reading?: Views['ReadingView'] | null;
  verdict?: Views['VerdictView'] | null;
  /** Lower, without the distance above the line: for a sheet, where nothing has been read. */
  low?: boolean;
  /** The same as a table, for who reads better than looks. */
  table?: boolean;
}>();

const holder = ref<HTMLElement>();
const width = useWidth(holder, 640);
const at = computed(() => props.reading?.dialAt ?? null);
const drawn = computed(() => layOut(props.dial, width.value, at.value));
const line = computed(() => (props.low ? 30 : 74));
const height = computed(() => line.value + 64);
const automatic = computed(() => props.verdict?.kind === 'automatic' || props.reading?.kind === 'automatic');
const off = computed(() => props.verdict?.kind === 'offTarget');
const tickX = computed(() => (at.value === null || automatic.value ? null : drawn.value.x(at.value)));
const distance = computed(() =>
  off.value && props.verdict?.offLabel ? `off by ${plain(props.verdict.offLabel)}` : '',
);
const arrow = computed(() => {
  const { targetX } = drawn.value;
  if (!distance.value || targetX === null || tickX.value === null) return null;
  const middle = Math.min(Math.max((targetX + tickX.value) / 2, 90), width.value - 90);
  return { from: targetX, to: tickX.value, middle, head: tickX.value > targetX ? -7 : 7 };
});
const text = computed(() => {
  const target = drawn.value.detents.find((d) => d.target)?.label;
  const parts = [
    `${props.name}: ${props.dial.detents.map((d) => plain(`${d.label} ${d.detail}`).trim()).join(', ')}.`,
  ];
  if (target) parts.push(`The notch is at ${target}.`);
  if (automatic.value) parts.push('It is on automatic.');
  else if (props.reading?.label) parts.push(`It is set to ${plain(props.reading.label)}.`);
  if (distance.value) parts.push(`${distance.value}.`);
  return parts.join(' ');
});
</script>

<template>
  <div ref="holder" class="dial">
    <table v-if="table" class="plain-table as-table">
      <caption class="visually-hidden">
        {{
          text
        }}
      </caption>
      <thead>
        <tr>
          <th scope="col">Place</th>
          <th scope="col">Is</th>
          <th scope="col">On the sheet, on the camera</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(d, i) in drawn.detents" :key="i">
          <th scope="row" class="mono">{{ d.label }}</th>
          <td class="mono">{{ d.detail }}</td>
          <td>
            <strong v-if="d.target" class="target">the notch</strong>
            <span v-if="tickX !== null && Math.abs(d.x - tickX) < 1" :class="off ? 'off' : 'has'">
              set here{{ distance ? `, ${distance}` : '' }}</span
            >
          </td>
        </tr>
        <tr v-if="drawn.autoX !== null">
          <th scope="row" class="mono">auto</th>
          <td />
          <td><span v-if="automatic" class="automatic">on automatic</span></td>
        </tr>
      </tbody>
    </table>
    <svg v-else :viewBox="`0 0 ${width} ${height}`" :height="height" role="img" :aria-label="text">
      <line class="rail" x1="12" :x2="(drawn.autoX ?? width + 20) - 32" :y1="line" :y2="line" />
      <template v-if="drawn.targetX !== null">
        <line
          v-if="drawn.toleranceTo > drawn.toleranceFrom"
          class="tolerance"
          :x1="drawn.toleranceFrom"
          :x2="drawn.toleranceTo"
          :y1="line"
          :y2="line"
        />
        <path class="notch" :d="`M${drawn.targetX - 26} ${line}h12l14 22 14-22h12`" />
      </template>
      <g v-for="(d, i) in drawn.detents" :key="i">
        <line
          v-if="drawn.crowded"
          class="fine"
          :x1="d.x"
          :x2="d.x"
          :y1="line - (d.shown ? 7 : 4)"
          :y2="line + (d.shown ? 7 : 4)"
        />
        <circle v-else-if="!d.target" class="detent" :cx="d.x" :cy="line" r="4.5" />
        <template v-if="d.shown">
          <text class="label" :class="{ target: d.target }" :x="d.x" :y="line + 40" text-anchor="middle">
            {{ d.label }}
          </text>
          <text class="detail" :x="d.x" :y="line + 57" text-anchor="middle">{{ d.detail }}</text>
        </template>
      </g>
      <g v-if="drawn.autoX !== null" :class="{ automatic }">
        <circle class="auto" :cx="drawn.autoX" :cy="line" r="9" />
        <text class="label auto-word" :x="drawn.autoX" :y="line + 40" text-anchor="middle">auto</text>
      </g>
      <template v-if="tickX !== null">
        <line
          class="tick"
          :class="{ out: off }"
          :x1="tickX"
          :x2="tickX"
          :y1="line - 34"
          :y2="off ? line - 6 : line + 14"
        />
      </template>
      <template v-if="arrow">
        <path
          class="span"
          :d="`M${arrow.from} 16v14M${arrow.from} 23H${arrow.to}m${arrow.head} -6L${arrow.to} 23l${arrow.head} 6`"
        />
        <rect
          class="plate"
          :x="arrow.middle - distance.length * 5 - 8"
          y="12"
          :width="distance.length * 10 + 16"
          height="22"
        />
        <text class="distance" :x="arrow.middle" y="29" text-anchor="middle">{{ distance }}</text>
      </template>
    </svg>
  </div>
</template>

<style scoped>
.dial {
  width: 100%;
}
svg {
  display: block;
  width: 100%;
}
.as-table {
  max-height: 240px;
  overflow-y: auto;
  display: block;
}
.as-table :is(td, th) {
  padding: 4px 24px 4px 0;
}
.rail {
  stroke: var(--line);
  stroke-width: 4;
  stroke-linecap: round;
}
.tolerance {
  stroke: var(--brass);
  stroke-width: 4;
  opacity: 0.55;
}
.notch {
  fill: none;
  stroke: var(--brass);
  stroke-width: 5;
  stroke-linejoin: round;
}
.detent {
  fill: var(--paper);
  stroke: var(--ink-soft);
  stroke-width: 2;
}
.fine {
  stroke: var(--ink-soft);
  stroke-width: 1;
}
.label {
  font: 600 15px var(--mono);
  fill: var(--ink);
}
.label.target {
  fill: var(--brass-text);
}
.detail {
  font: 400 12px var(--mono);
  fill: var(--ink-soft);
}
.auto {
  fill: none;
  stroke: var(--plum);
  stroke-width: 2.5;
  stroke-dasharray: 3 3.2;
}
.auto-word {
  font-weight: 400;
  fill: var(--ink-soft);
}
.automatic .auto {
  stroke-dasharray: none;
  stroke-width: 5;
}
.automatic .auto-word {
  font-weight: 600;
  fill: var(--plum);
}
.tick {
  stroke: var(--tide);
  stroke-width: 7;
  stroke-linecap: round;
}
.tick.out {
  stroke: var(--rust);
}
.span {
  fill: none;
  stroke: var(--rust);
  stroke-width: 2;
}
.plate {
  fill: var(--paper);
}
.distance {
  font: 600 16px var(--mono);
  fill: var(--rust);
}
</style>
