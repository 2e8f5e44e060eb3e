<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue';
import type { Views } from '../app/client';
import { bytes, paint } from './cells';
import PictureDrawing from './PictureDrawing.vue';

/** Colour differences: red upwards, blue to the right; the line that skin lies near marked by a notch. */
const props = defineProps<{
  of: Views['CellsView'];
  hues: { name: string; degrees: number; saturation: number }[];
}>();
const canvas = ref<HTMLCanvasElement>();
const draw = () =>
  canvas.value && paint(canvas.value, props.of.columns, props.of.rows, bytes(props.of.cells));
onMounted(draw);
watch(() => props.of, draw);
const FURTHEST = 0.25;
const SKIN = 123;
const at = (degrees: number, radius: number) => ({
  x: 50 + 50 * (radius / FURTHEST) * Math.cos((degrees * Math.PI) / 180),
  y: 50 - 50 * (radius / FURTHEST) * Math.sin((degrees * Math.PI) / 180),
});
const end = at(SKIN, FURTHEST * 0.98);
const dots = computed(() =>
  props.hues.map((h) => ({ ...h, ...at(h.degrees, Math.min(FURTHEST, h.saturation)) })),
);
</script>

<template>
  <PictureDrawing name="Colour" shows="red up, blue right; the line is skin’s, 123°">
    <div class="plot">
      <canvas ref="canvas" role="img" aria-label="Vector plot: the colours of the picture around grey" />
      <svg viewBox="0 0 100 100" aria-hidden="true">
        <circle cx="50" cy="50" r="25" />
        <circle cx="50" cy="50" r="49.5" />
        <path d="M50 0V100M0 50H100" />
        <path class="skin" :d="`M50 50L${end.x} ${end.y}`" />
        <path class="skin" :d="`M${end.x - 4} ${end.y - 1}l4 5 3-6`" />
        <circle v-for="d in dots" :key="d.name" class="dot" :cx="d.x" :cy="d.y" r="2.2">
          <title>{{ d.name }}</title>
        </circle>
      </svg>
    </div>
  </PictureDrawing>
</template>

<style scoped>
.plot {
  position: relative;
  width: min(100%, 230px);
  aspect-ratio: 1;
  background: var(--panel);
}
canvas,
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
circle,
path {
  fill: none;
  stroke: var(--line);
  stroke-width: 0.6;
}
.skin {
  stroke: var(--brass);
  stroke-width: 1.2;
}
.dot {
  fill: var(--ink);
  stroke: var(--panel);
}
</style>
