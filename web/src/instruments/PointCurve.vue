<script setup lang="ts">
import { computed, ref } from 'vue';
import PictureDrawing from './PictureDrawing.vue';
import { useWidth } from './useWidth';

/** Points that were measured, joined by lines: one line for each series, with the figure that is required across, and where it ends. */
const props = defineProps<{
  name: string;
  /** The same in words, for who cannot see it. */
  shows: string;
  series: { name: string; points: { x: number; y: number }[]; end?: number | null }[];
  across: string;
  up: string;
  /** A figure that is required, and its label. */
  required?: number;
}>();
const HIGH = 190;
const [LEFT, RIGHT, TOP, BOTTOM] = [38, 12, 10, 36];
const LEAST_APART = 30;
const frame = ref<HTMLElement>();
const width = useWidth(frame, 360);
const all = computed(() => props.series.flatMap((s) => s.points));
const span = (values: number[], least: number) => {
  const [low, high] = [Math.min(...values), Math.max(...values)];
  return high - low < least ? ([low - least / 2, high + least / 2] as const) : ([low, high] as const);
};
const xs = computed(() =>
  span(
    all.value.map((p) => p.x),
    1,
  ),
);
const ys = computed(() => {
  const [low, high] = span(
    [...all.value.map((p) => p.y), ...(props.required === undefined ? [] : [props.required])],
    1,
  );
  return [low - 0.06 * (high - low), high + 0.06 * (high - low)] as const;
});
const x = (of: number) =>
  LEFT + ((of - xs.value[0]) / (xs.value[1] - xs.value[0])) * (width.value - LEFT - RIGHT);
const y = (of: number) =>
  HIGH - BOTTOM - ((of - ys.value[0]) / (ys.value[1] - ys.value[0])) * (HIGH - TOP - BOTTOM);
const line = (points: { x: number; y: number }[]) =>
  points.map((p, i) => `${i ? 'L' : 'M'}${x(p.x).toFixed(1)} ${y(p.y).toFixed(1)}`).join('');
/** Labels of the measured places, as many as have room. */
const marks = computed(() => {
  const places = [...new Set(all.value.map((p) => p.x))].sort((a, b) => a - b);
  const kept: number[] = [];
  for (const place of places) {
    if (!kept.length || x(place) - x(kept.at(-1)!) >= LEAST_APART) kept.push(place);
  }
  return kept;
});
const levels = computed(() => {
  const [low, high] = ys.value;
  const step = [0.1, 0.2, 0.5, 1, 2, 5, 10, 20].find((s) => (high - low) / s <= 5) ?? 50;
  const first = Math.ceil(low / step);
  return Array.from({ length: Math.floor(high / step) - first + 1 }, (_, i) => (first + i) * step);
});
const label = (of: number) => String(Math.round(of * 10) / 10).replace('-', '−');
</script>

<template>
  <div ref="frame">
    <PictureDrawing :name="name" :shows="shows">
      <svg :width="width" :height="HIGH" role="img" :aria-label="shows">
        <g v-for="level in levels" :key="level">
          <line class="grid" :x1="LEFT" :x2="width - RIGHT" :y1="y(level)" :y2="y(level)" />
          <text :x="LEFT - 6" :y="y(level) + 4" text-anchor="end">{{ label(level) }}</text>
        </g>
        <text v-for="place in marks" :key="place" :x="x(place)" :y="HIGH - BOTTOM + 15" text-anchor="middle">
          {{ label(place) }}
        </text>
        <text :x="width - RIGHT" :y="HIGH - 4" text-anchor="end">{{ props.across }}</text>
        <text :x="LEFT" :y="HIGH - 4">{{ props.up }}</text>
        <g v-if="required !== undefined">
          <line class="required" :x1="LEFT" :x2="width - RIGHT" :y1="y(required)" :y2="y(required)" />
        </g>
        <g v-for="(s, i) in series" :key="s.name">
          <path class="line" :class="{ second: i > 0 }" :d="line(s.points)" />
          <circle
            v-for="p in s.points"
            :key="p.x"
            class="dot"
            :class="{ second: i > 0 }"
            :cx="x(p.x)"
            :cy="y(p.y)"
            r="3"
          />
          <line
            v-if="s.end !== null && s.end !== undefined"
            class="end"
            :class="{ second: i > 0 }"
            :x1="x(s.end)"
            :x2="x(s.end)"
            :y1="TOP"
            :y2="HIGH - BOTTOM"
          />
          <text
            v-if="series.length > 1 && s.points.length"
            :x="x(s.points[0]!.x) + 4"
            :y="y(s.points[0]!.y) - 8"
          >
            {{ s.name }}
          </text>
        </g>
      </svg>
    </PictureDrawing>
  </div>
</template>

<style scoped>
svg {
  display: block;
  max-width: 100%;
}
.grid {
  stroke: var(--line);
}
.required {
  stroke: var(--brass);
  stroke-width: 2;
}
.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.line.second {
  stroke-dasharray: 5 3;
}
.dot {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.dot.second {
  fill: var(--ink);
}
.end {
  stroke: var(--ink-soft);
  stroke-dasharray: 2 3;
}
text {
  font-size: 0.75rem;
  fill: var(--ink-soft);
}
</style>
