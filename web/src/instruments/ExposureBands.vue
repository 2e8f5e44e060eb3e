<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue';
import type { Views } from '../app/client';
import { bandLabels, BLACK, bytes, CLIPPED, colourOf } from './cells';
import PictureDrawing from './PictureDrawing.vue';

/** The picture in bands of one stop from mid grey, each with its number. */
const props = defineProps<{ of: Views['CellsView'] }>();
const canvas = ref<HTMLCanvasElement>();
const stops = computed(() => new Int8Array(bytes(props.of.cells).buffer));
const labels = computed(() => bandLabels(stops.value, props.of.columns, props.of.rows, 9));

function draw(): void {
  if (!canvas.value) return;
  canvas.value.width = props.of.columns;
  canvas.value.height = props.of.rows;
  const context = canvas.value.getContext('2d');
  if (!context) return;
  const image = context.createImageData(props.of.columns, props.of.rows);
  const target = colourOf(canvas.value, '--brass');
  stops.value.forEach((stop, i) => image.data.set([...shade(stop, target), 255], 4 * i));
  context.putImageData(image, 0, 0);
}
// Light goes up with the stops; mid grey itself is the target's colour.
function shade(stop: number, target: [number, number, number]): [number, number, number] {
  if (stop === 0) return target;
  const light = stop === CLIPPED ? 255 : stop === BLACK ? 0 : Math.round(128 + stop * 16);
  const bounded = Math.min(255, Math.max(0, light));
  return [bounded, bounded, bounded];
}
onMounted(draw);
watch(() => props.of, draw);
</script>

<template>
  <PictureDrawing name="Exposure" shows="stops from mid grey, in whole bands">
    <div class="plot" :style="{ aspectRatio: `${of.columns} / ${of.rows}` }">
      <canvas ref="canvas" role="img" aria-label="Exposure map: stops from mid grey over the picture" />
      <span
        v-for="(l, i) in labels"
        :key="i"
        class="mono"
        :style="{ left: `${100 * l.x}%`, top: `${100 * l.y}%` }"
        aria-hidden="true"
        >{{ l.text }}</span
      >
    </div>
  </PictureDrawing>
</template>

<style scoped>
.plot {
  position: relative;
  width: 100%;
  max-width: 460px;
}
canvas {
  width: 100%;
  height: 100%;
  image-rendering: pixelated;
}
.plot span {
  position: absolute;
  transform: translate(-50%, -50%);
  padding: 0 3px;
  font-size: 0.75rem;
  line-height: 1.25;
  background: #14181d;
  color: #fff;
}
</style>
