<script setup lang="ts">
import { computed } from 'vue';
import type { Views } from '../app/client';

const props = defineProps<{ place: Views['PlaceView'] }>();

/* Boxes of our own plain body, as seen by the person behind it. Left and right share the middle box: the word under it says which. */
const BOXES = {
  front: { x: 24, y: 44, w: 40, h: 46 },
  side: { x: 70, y: 44, w: 106, h: 46 },
  back: { x: 182, y: 44, w: 40, h: 46 },
  top: { x: 70, y: 8, w: 106, h: 30 },
  lens: { x: 2, y: 56, w: 18, h: 22 },
  screen: { x: 232, y: 44, w: 56, h: 46 },
} as const;

const shown = computed(() => {
  const side = props.place.side;
  return side === 'left' || side === 'right' ? 'side' : side;
});
const dot = computed(() => {
  const box = BOXES[shown.value];
  // Seen from its own side, the front of the body is left on the left side and right on the right side.
  const across = props.place.side === 'right' ? 1 - props.place.across : props.place.across;
  return { x: box.x + 8 + across * (box.w - 16), y: box.y + 7 + props.place.down * (box.h - 14) };
});
const names = computed(() => ({
  front: 'front',
  side: props.place.side === 'right' ? 'right' : 'left',
  back: 'back',
  top: 'top',
  lens: 'lens',
  screen: 'screen',
}));
</script>

<template>
  <svg
    class="sketch"
    viewBox="-10 0 306 110"
    role="img"
    :aria-label="`On the ${place.side}, marked ${place.name}`"
  >
    <g v-for="(box, key) in BOXES" :key="key" :class="{ here: key === shown }">
      <rect :x="box.x" :y="box.y" :width="box.w" :height="box.h" rx="3" />
      <text :x="box.x + box.w / 2" :y="key === 'top' ? 27 : 104" text-anchor="middle">
        {{ key === 'top' && shown === 'top' ? '' : names[key] }}
      </text>
    </g>
    <circle :cx="dot.x" :cy="dot.y" r="7" />
  </svg>
</template>

<style scoped>
.sketch {
  width: 100%;
  max-width: 296px;
  display: block;
}
rect {
  fill: var(--panel);
  stroke: var(--ink-soft);
  stroke-width: 1.2;
}
text {
  font: 400 11px var(--mono);
  fill: var(--ink-soft);
}
.here rect {
  stroke: var(--ink);
  stroke-width: 2.2;
}
.here text {
  fill: var(--ink);
  font-weight: 600;
}
circle {
  fill: var(--ink);
}
</style>
