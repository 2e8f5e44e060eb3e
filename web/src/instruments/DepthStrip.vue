<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Views } from '../app/client';
import { distanceScale } from './planLayout';
import { useWidth } from './useWidth';

/** Distance along a line, each camera's near-to-far band; the depth that was required stands over it as a bracket. */
const props = defineProps<{ cameras: Views['CameraPlanView'][] }>();
const box = ref<HTMLElement>();
const width = useWidth(box, 320);
const LEFT = 26;
const rows = computed(() => props.cameras.filter((c) => c.depth));
const ROW = computed(() => (rows.value.length > 5 ? 20 : 36));
const height = computed(() => Math.max(1, rows.value.length) * ROW.value);
const scale = computed(() =>
  distanceScale(
    rows.value.flatMap((c) => [c.depth!.nearM, c.distanceM]),
    rows.value.map((c) => c.depth!.farM),
    width.value - LEFT - 8,
  ),
);
// As many marks as have room for their figures.
const MARK = 46;
const marks = computed(() =>
  scale.value.marks.reduce<number[]>(
    (kept, m) =>
      x(m) <= width.value - MARK / 2 && (!kept.length || x(m) - x(kept.at(-1)!) >= MARK)
        ? [...kept, m]
        : kept,
    [],
  ),
);
const x = (m: number | null) => LEFT + scale.value.at(m);
const metres = (m: number | null) => (m === null ? '∞' : m < 10 ? m.toFixed(2) : m.toFixed(1));
const label = (c: Views['CameraPlanView']) => `${metres(c.depth!.nearM)}–${metres(c.depth!.farM)}`;
</script>

<template>
  <div ref="box">
    <svg
      v-if="rows.length"
      :width="width"
      :height="height + 22"
      role="img"
      :aria-label="rows.map((c) => `${c.letter} sharp from ${c.depth!.label}`).join('. ')"
    >
      <g v-for="m in marks" :key="m">
        <line class="grid" :x1="x(m)" :x2="x(m)" y1="0" :y2="height" />
        <text class="scale" :x="x(m)" :y="height + 16">{{ m }} m</text>
      </g>
      <g v-for="(c, i) in rows" :key="c.letter" :transform="`translate(0 ${i * ROW})`">
        <text class="letter" x="2" :y="ROW / 2 + 8">{{ c.letter }}</text>
        <rect
          class="band"
          :x="x(c.depth!.nearM)"
          :y="ROW / 2 - 1"
          :width="Math.max(2, x(c.depth!.farM) - x(c.depth!.nearM))"
          :height="ROW > 24 ? 14 : 10"
        />
        <circle class="subject" :cx="x(c.distanceM)" :cy="ROW / 2 + (ROW > 24 ? 6 : 4)" r="4" />
        <template v-if="c.depth!.wanted">
          <path
            class="required"
            :d="`M${x(c.depth!.wanted.nearM)} ${ROW / 2 + 18}v-5H${x(c.depth!.wanted.farM)}v5`"
            transform="translate(0 3)"
          />
        </template>
        <text
          class="amount"
          :x="Math.min(width - 4, Math.max(LEFT + 80, (x(c.depth!.nearM) + x(c.depth!.farM)) / 2 + 40))"
          :y="ROW > 24 ? 12 : 8"
          text-anchor="end"
        >
          {{ label(c) }}
        </text>
      </g>
    </svg>
    <p v-else class="soft small">No camera has a sensor, a focal length and a distance yet.</p>
  </div>
</template>

<style scoped>
text {
  font: 500 11px var(--mono);
  fill: var(--ink-soft);
}
.grid {
  stroke: var(--line);
}
.scale {
  text-anchor: middle;
}
.letter {
  font: 600 13px var(--mono);
  fill: var(--ink);
}
.band {
  fill: color-mix(in srgb, var(--tide) 18%, var(--panel));
  stroke: var(--tide);
}
.subject {
  fill: var(--ink);
}
.required {
  fill: none;
  stroke: var(--brass);
  stroke-width: 2.5;
}
svg {
  display: block;
}
</style>
