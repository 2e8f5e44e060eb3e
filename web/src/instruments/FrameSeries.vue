<script setup lang="ts">
import { computed, ref } from 'vue';
import PictureDrawing from './PictureDrawing.vue';
import { useWidth } from './useWidth';

/** Light of each frame against the first, and below it a tick for each frame that differs from the one before: gaps are repeats. */
const props = defineProps<{
  stops: number[];
  changed: boolean[] | null | undefined;
  rate: number;
  from: number;
}>();
const HIGH = 84;
const TICKS = 14;
const LEFT = 40;
const LEAST_SPAN = 0.5;
const frame = ref<HTMLElement>();
const width = useWidth(frame, 640);
const mean = computed(() => props.stops.reduce((a, b) => a + b, 0) / props.stops.length);
/** Half of what the drawing shows, stops: never so little that noise looks like pumping. */
const half = computed(() => Math.max(LEAST_SPAN, ...props.stops.map((s) => Math.abs(s - mean.value))) * 1.05);
const x = (i: number) => LEFT + ((width.value - LEFT - 8) * (i + 0.5)) / props.stops.length;
const y = (s: number) => (HIGH * (0.5 - (s - mean.value) / (2 * half.value))).toFixed(1);
const line = computed(() => props.stops.map((s, i) => `${i ? 'L' : 'M'}${x(i).toFixed(1)} ${y(s)}`).join(''));
const ticks = computed(() =>
  (props.changed ?? []).map((c, i) => (c ? `M${x(i + 1).toFixed(1)} ${HIGH + 6}v${TICKS}` : '')).join(''),
);
const span = computed(() => Math.max(...props.stops) - Math.min(...props.stops));
</script>

<template>
  <div ref="frame">
    <PictureDrawing
      name="Light of each frame"
      :shows="`within ${span.toFixed(2)} stop over ${(stops.length / rate).toFixed(1)} s`"
    >
      <svg
        :width="width"
        :height="HIGH + TICKS + 10"
        role="img"
        :aria-label="`Light of ${stops.length} frames, within ${span.toFixed(2)} stop`"
      >
        <line class="mid" :x1="LEFT" :x2="width - 8" :y1="HIGH / 2" :y2="HIGH / 2" />
        <text :x="LEFT - 6" y="11" text-anchor="end">+{{ half.toFixed(1) }}</text>
        <text :x="LEFT - 6" :y="HIGH - 1" text-anchor="end">−{{ half.toFixed(1) }}</text>
        <path class="light" :d="line" />
        <path class="ticks" :d="ticks" />
      </svg>
    </PictureDrawing>
    <p class="soft small">
      Above: stops from the mean of the clip.
      {{
        !changed
          ? 'The scene is still: whether frames repeat cannot be told.'
          : 'Below: a mark for each frame that differs from the one before; a gap is a repeated frame.'
      }}
    </p>
  </div>
</template>

<style scoped>
svg {
  display: block;
  max-width: 100%;
}
.mid {
  stroke: var(--line);
}
.light {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.25;
}
.ticks {
  stroke: var(--ink-soft);
  stroke-width: 1;
}
text {
  font-size: 0.75rem;
  fill: var(--ink-soft);
}
</style>
