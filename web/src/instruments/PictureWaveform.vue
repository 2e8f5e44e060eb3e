<script setup lang="ts">
import { onMounted, ref, watch } from 'vue';
import type { Views } from '../app/client';
import { bytes, paint } from './cells';
import PictureDrawing from './PictureDrawing.vue';

/** Level against column: where the picture is how bright. */
const props = defineProps<{ of: Views['CellsView'] }>();
const canvas = ref<HTMLCanvasElement>();
const draw = () =>
  canvas.value && paint(canvas.value, props.of.columns, props.of.rows, bytes(props.of.cells));
onMounted(draw);
watch(() => props.of, draw);
// Rows go from 105 % down to −5 %.
const LINES = [100, 75, 50, 25, 0];
const top = (percent: number) => `${(100 * (105 - percent)) / 110}%`;
</script>

<template>
  <PictureDrawing name="Waveform" shows="level, % of the scale, over the width">
    <div class="plot">
      <span v-for="l in LINES" :key="l" class="line" :style="{ top: top(l) }"
        ><i class="mono">{{ l }}</i></span
      >
      <canvas ref="canvas" role="img" aria-label="Waveform: level over the width of the picture" />
    </div>
  </PictureDrawing>
</template>

<style scoped>
.plot {
  position: relative;
  height: 190px;
  margin-left: 36px;
  background: var(--panel);
}
canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
.line {
  position: absolute;
  left: 0;
  right: 0;
  border-top: 1px solid var(--line);
}
i {
  position: absolute;
  right: calc(100% + 6px);
  top: -0.6em;
  font-style: normal;
  font-size: 0.8125rem;
  color: var(--ink-soft);
}
</style>
