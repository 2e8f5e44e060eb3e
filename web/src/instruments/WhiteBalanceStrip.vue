<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Views } from '../app/client';
import { spread, ticks } from './planLayout';
import { useWidth } from './useWidth';

/** Mired along a line: the light as the gold notch, each camera's number as a tick, with what is left after it. */
const props = defineProps<{ white: Views['WhiteView'][]; light: Views['PlanLightView'] }>();
const box = ref<HTMLElement>();
const width = useWidth(box, 660);
const LEFT = 14;
const all = computed(() => [props.light.mired, ...props.white.map((w) => w.dialMired)]);
const least = computed(() => Math.min(...all.value) - 14);
const most = computed(() => Math.max(...all.value) + 14);
const x = (mired: number) =>
  LEFT + ((mired - least.value) / (most.value - least.value)) * (width.value - 2 * LEFT);
const named = (w: Views['WhiteView']) =>
  w.dialK
    ? `${w.letter} ${w.dialK} K`
    : w.memory
      ? `${w.letter} grey card ${w.memory}`
      : `${w.letter} grey card`;
// As wide as the longest label with what is left after it, in the drawing's letters.
const LETTER = 6.7;
const LINE = 15;
const label = computed(
  () => 14 + LETTER * Math.max(10, ...props.white.map((w) => `${named(w)} ${rest(w.restMired)}`.length)),
);
/** One row of labels where they fit side by side, else as many as they need; neighbours stand in different rows. */
const rows = computed(() =>
  Math.ceil(props.white.length / Math.max(1, Math.floor((width.value - 4) / label.value))),
);
const top = computed(() => (Math.max(1, rows.value) - 1) * LINE);
const labels = computed(() => {
  const order = props.white
    .map((_, i) => i)
    .sort((a, b) => x(props.white[a]!.dialMired) - x(props.white[b]!.dialMired));
  const out = new Map<string, { at: number; row: number }>();
  for (let row = 0; row < rows.value; row++) {
    const here = order.filter((_, k) => k % rows.value === row);
    const places = spread(
      here.map((i) => x(props.white[i]!.dialMired)),
      label.value,
      label.value / 2 + 2,
      width.value - label.value / 2 - 2,
    );
    here.forEach((i, k) => out.set(props.white[i]!.letter, { at: places[k]!, row }));
  }
  return props.white.map((w) => ({ ...w, ...out.get(w.letter)!, text: named(w) }));
});
const rest = (mired: number) =>
  Math.abs(mired) < 0.5 ? '' : `${mired > 0 ? '+' : '−'}${Math.abs(mired).toFixed(0)}`;
</script>

<template>
  <div ref="box">
    <svg
      :width="width"
      :height="96 + top"
      role="img"
      :aria-label="white.map((w) => `${w.letter}: ${w.sentence}`).join(' ')"
    >
      <g :transform="`translate(0 ${top})`">
        <line class="axis" :x1="LEFT" :x2="width - LEFT" y1="48" y2="48" />
        <g v-for="t in ticks(least, most, 7)" :key="t">
          <line class="axis" :x1="x(t)" :x2="x(t)" y1="44" y2="52" />
          <text class="scale" :x="x(t)" y="66">{{ t }}</text>
        </g>
        <path class="notch" :d="`M${x(light.mired) - 22} 48h10l12 15 12-15h10`" />
        <text class="target" :x="Math.min(width - 60, Math.max(60, x(light.mired)))" y="86">
          light {{ light.temperatureK }} K
        </text>
        <g v-for="w in labels" :key="w.letter" :class="{ fault: w.grade === 'fault' }">
          <path class="lead" :d="`M${w.at} ${18 - w.row * LINE}L${x(w.dialMired)} 30`" />
          <line class="tick" :x1="x(w.dialMired)" :x2="x(w.dialMired)" y1="30" y2="48" />
        </g>
        <g v-for="w in labels" :key="w.letter" :class="{ fault: w.grade === 'fault' }">
          <text class="name" :x="w.at" :y="13 - w.row * LINE">
            {{ w.text }}
            <tspan v-if="rest(w.restMired)" class="rest" dx="6">{{ rest(w.restMired) }}</tspan>
          </text>
        </g>
      </g>
    </svg>
  </div>
</template>

<style scoped>
text {
  font: 500 11px var(--mono);
  fill: var(--ink-soft);
  text-anchor: middle;
}
.axis {
  stroke: var(--line);
  stroke-width: 2;
}
.notch {
  fill: none;
  stroke: var(--brass);
  stroke-width: 4;
}
.target {
  fill: var(--brass-text);
}
.name {
  fill: var(--ink);
  font-weight: 600;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
}
.rest {
  fill: var(--ink-soft);
  font-weight: 500;
}
.tick {
  stroke: var(--tide);
  stroke-width: 5;
}
.lead {
  stroke: var(--tide);
  fill: none;
}
.fault .tick,
.fault .lead {
  stroke: var(--rust);
}
.fault .rest {
  fill: var(--rust);
}
svg {
  display: block;
}
</style>
