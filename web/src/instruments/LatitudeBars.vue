<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Views } from '../app/client';
import { plain } from './fractions';
import { spread, ticks } from './planLayout';
import { useWidth } from './useWidth';

/** Each camera's room above and below grey, with the scene laid over it; what sticks out is lost, hatched. */
const props = defineProps<{
  cameras: Views['CameraPlanView'][];
  marks: Views['SceneMarkView'][];
  brightest: number;
  darkest: number;
}>();
const box = ref<HTMLElement>();
const width = useWidth(box, 320);
const HEIGHT = 150;
const LEFT = 26;
// Stops kept free above and below each bar for its figure.
const FIGURE = 1.8;
const lost = (c: Views['CameraPlanView']) => ({
  high: Math.max(0, -(c.clipMarginStops ?? 0)),
  low: Math.max(0, -(c.shadowMarginStops ?? 0)),
});
const most = computed(() =>
  Math.max(
    4,
    props.brightest + 1,
    ...props.cameras.map((c) => (c.highlightStops ?? 0) + lost(c).high + FIGURE),
  ),
);
const least = computed(() =>
  Math.max(4, props.darkest + 1, ...props.cameras.map((c) => (c.shadowStops ?? 0) + lost(c).low + FIGURE)),
);
const y = (stops: number) => ((most.value - stops) / (most.value + least.value)) * HEIGHT;
const told = (m: Views['SceneMarkView']) =>
  plain(`${m.name.length > 11 ? `${m.name.slice(0, 10)}…` : m.name} ${m.label}`);
// The names of the scene stand beside the last bar and its figures, as wide as the longest of them.
const CHARACTER = 6.7;
const names = computed(
  () => 18 + CHARACTER * Math.max(8, ...props.marks.filter((m) => m.matters).map((m) => told(m).length)),
);
const each = computed(() => (width.value - LEFT - names.value) / Math.max(1, props.cameras.length));
const x = (i: number) => LEFT + (i + 0.5) * each.value;
const named = computed(() => {
  const shown = props.marks.filter((m) => m.matters);
  const places = spread(
    shown.map((m) => y(m.stops)),
    13,
    8,
    HEIGHT,
  );
  return shown.map((m, i) => ({ ...m, at: places[i]! }));
});
const said = (c: Views['CameraPlanView']) =>
  c.highlightStops === null
    ? `${c.letter}: not measured`
    : `${c.letter}: ${c.highlightStops!.toFixed(1)} stops above grey, ${c.shadowStops!.toFixed(1)} below; ${
        lost(c).high > 0.05
          ? `${lost(c).high.toFixed(1)} of the highlights lost`
          : `${c.clipMarginStops!.toFixed(1)} left above the scene`
      }`;
</script>

<template>
  <div ref="box">
    <svg :width="width" :height="HEIGHT + 22" role="img" :aria-label="cameras.map(said).join('. ')">
      <defs>
        <pattern
          id="lost-hatch"
          width="5"
          height="5"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(-45)"
        >
          <line x1="0" y1="0" x2="0" y2="5" stroke="var(--rust)" stroke-width="2.5" />
        </pattern>
      </defs>
      <rect
        :x="LEFT"
        :y="y(brightest)"
        :width="width - LEFT"
        :height="y(-darkest) - y(brightest)"
        class="scene"
      />
      <text
        v-for="t in ticks(-least, most, 5).filter((s) => y(s) > 8)"
        :key="t"
        class="scale"
        :x="LEFT - 4"
        :y="y(t) + 4"
      >
        {{ t > 0 ? `+${t}` : t < 0 ? `−${-t}` : '0' }}
      </text>
      <line class="grey" :x1="LEFT" :x2="width" :y1="y(0)" :y2="y(0)" />
      <text v-for="m in named" :key="m.name" class="mark" :x="width" :y="m.at + 4">
        {{ told(m) }}
      </text>
      <g v-for="(c, i) in cameras" :key="c.letter" :class="{ unknown: c.highlightStops === null }">
        <template v-if="c.highlightStops !== null && c.shadowStops !== null">
          <line :x1="x(i)" :x2="x(i)" :y1="y(c.highlightStops!)" :y2="y(-c.shadowStops!)" class="room" />
          <line
            :x1="x(i) - 9"
            :x2="x(i) + 9"
            :y1="y(c.highlightStops!)"
            :y2="y(c.highlightStops!)"
            class="end"
          />
          <line :x1="x(i) - 9" :x2="x(i) + 9" :y1="y(-c.shadowStops!)" :y2="y(-c.shadowStops!)" class="end" />
          <rect
            v-if="lost(c).high > 0.05"
            :x="x(i) - 9"
            :y="y(c.highlightStops! + lost(c).high)"
            width="18"
            :height="y(c.highlightStops!) - y(c.highlightStops! + lost(c).high)"
            fill="url(#lost-hatch)"
            stroke="var(--rust)"
          />
          <rect
            v-if="lost(c).low > 0.05"
            :x="x(i) - 9"
            :y="y(-c.shadowStops!)"
            width="18"
            :height="y(-c.shadowStops! - lost(c).low) - y(-c.shadowStops!)"
            fill="url(#lost-hatch)"
            stroke="var(--rust)"
          />
          <text
            v-if="each > 32"
            class="amount"
            :class="{ off: lost(c).high > 0.05 }"
            :x="x(i)"
            :y="y(c.highlightStops! + lost(c).high) - 5"
          >
            +{{ c.highlightStops!.toFixed(1) }}
          </text>
          <text v-if="each > 32" class="amount" :x="x(i)" :y="y(-c.shadowStops! - lost(c).low) + 13">
            −{{ c.shadowStops!.toFixed(1) }}
          </text>
        </template>
        <text v-else class="automatic amount" :x="x(i)" :y="y(0) - 6" text-anchor="middle">?</text>
        <text class="letter" :x="x(i)" :y="HEIGHT + 18">{{ c.letter }}</text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
text {
  font: 500 11px var(--mono);
  fill: var(--ink-soft);
}
.scene {
  fill: color-mix(in srgb, var(--brass) 18%, transparent);
}
.grey {
  stroke: var(--brass);
  stroke-width: 2;
}
.scale {
  text-anchor: end;
}
.mark {
  text-anchor: end;
  fill: var(--brass-text);
}
.room {
  stroke: var(--tide);
  stroke-width: 4;
}
.end {
  stroke: var(--tide);
  stroke-width: 3;
}
.amount {
  text-anchor: middle;
}
.amount.off {
  fill: var(--rust);
  font-weight: 600;
}
.amount.automatic {
  fill: var(--plum);
  font-size: 16px;
}
.letter {
  font: 600 13px var(--mono);
  fill: var(--ink);
  text-anchor: middle;
}
svg {
  display: block;
}
</style>
