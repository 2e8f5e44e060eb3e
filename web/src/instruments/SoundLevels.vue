<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Views } from '../app/client';
import PictureDrawing from './PictureDrawing.vue';
import { useWidth } from './useWidth';

/** Peaks and levels of each channel over the clip, against the band that a voice is to peak in. */
const props = defineProps<{
  channels: Views['ClipChannelView'][];
  target: Views['ClipTargetView'];
  from: number;
}>();
const LOWEST = -60;
const HIGH = 96;
const LEFT = 40;
const frame = ref<HTMLElement>();
const width = useWidth(frame, 640);
const y = (db: number) => (HIGH * Math.max(0, Math.min(1, -db / -LOWEST))).toFixed(1);
const band = computed(() => ({
  top: +y(props.target.voicePeaks + props.target.within),
  bottom: +y(props.target.voicePeaks - props.target.within),
  peak: +y(props.target.mostPeak),
}));
const drawn = computed(() =>
  props.channels.map((c) => {
    const room = Math.max(1, width.value - LEFT - 8);
    const x = (i: number) => (LEFT + (room * (i + 0.5)) / c.peaks.length).toFixed(1);
    const peaks = c.peaks.map((v, i) => `${i ? 'L' : 'M'}${x(i)} ${y(v)}`).join('');
    const level = c.levels.length
      ? `M${x(0)} ${HIGH}${c.levels.map((v, i) => `L${x(i)} ${y(v)}`).join('')}L${x(c.levels.length - 1)} ${HIGH}Z`
      : '';
    return { ...c, peaksPath: peaks, levelPath: level };
  }),
);
const db = (v: number | null | undefined) =>
  v === null || v === undefined ? '—' : `${v < 0 ? '−' : ''}${Math.abs(v).toFixed(1)}`;
const MARKS = [0, -12, -24, -48];
</script>

<template>
  <div ref="frame">
    <p v-if="!channels.length" class="soft">There is no sound to draw.</p>
    <PictureDrawing
      v-for="c in drawn"
      :key="c.number"
      :name="`Channel ${c.number}`"
      :shows="
        c.silent
          ? `silent, level ${db(c.level)} dBFS`
          : `voice peaks ${db(c.voicePeaks)}, highest ${db(c.peak)}, under it ${db(c.floor)} dBFS`
      "
    >
      <svg
        :width="width"
        :height="HIGH + 4"
        role="img"
        :aria-label="`Peaks and level of channel ${c.number} over the clip, with the band from ${db(target.voicePeaks - target.within)} to ${db(target.voicePeaks + target.within)} dBFS`"
      >
        <rect
          class="band"
          :x="LEFT"
          :y="band.top"
          :width="width - LEFT - 8"
          :height="band.bottom - band.top"
        />
        <line class="most" :x1="LEFT" :x2="width - 8" :y1="band.peak" :y2="band.peak" />
        <g v-for="m in MARKS" :key="m">
          <text :x="LEFT - 6" :y="Math.max(10, +y(m) + 4)" text-anchor="end">
            {{ db(m).replace('.0', '') }}
          </text>
        </g>
        <path class="level" :d="c.levelPath" />
        <path class="peaks" :d="c.peaksPath" />
        <line class="base" :x1="LEFT" :x2="width - 8" :y1="HIGH" :y2="HIGH" />
      </svg>
    </PictureDrawing>
    <p v-if="drawn.length" class="soft small">
      Line: peaks. Filled: level. Shaded: where a voice is to peak. Thin line: what no peak is to reach.
    </p>
  </div>
</template>

<style scoped>
svg {
  display: block;
  max-width: 100%;
}
figure {
  margin-bottom: 10px;
}
.band {
  fill: var(--brass);
  opacity: 0.22;
}
.most {
  stroke: var(--rust);
  stroke-width: 1;
}
.level {
  fill: var(--tide);
  opacity: 0.45;
}
.peaks {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.25;
}
.base {
  stroke: var(--line);
}
text {
  font-size: 0.75rem;
  fill: var(--ink-soft);
}
</style>
