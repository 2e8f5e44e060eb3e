<script setup lang="ts">
import { computed } from 'vue';
import { bytes } from './cells';
import PictureDrawing from './PictureDrawing.vue';

/** How many pixels have which level, channel by channel. */
const props = defineProps<{ red: string; green: string; blue: string }>();
const HIGH = 40;
const channels = computed(() =>
  [
    { name: 'red', cells: bytes(props.red) },
    { name: 'green', cells: bytes(props.green) },
    { name: 'blue', cells: bytes(props.blue) },
  ].map((c) => ({
    name: c.name,
    d: `M0 ${HIGH}${[...c.cells].map((v, i) => `L${i} ${(HIGH * (1 - v / 255)).toFixed(1)}`).join('')}L${c.cells.length} ${HIGH}Z`,
    size: c.cells.length,
  })),
);
const MARKS = [0, 25, 50, 75, 100];
</script>

<template>
  <PictureDrawing name="Histogram" shows="level, % of the scale">
    <div v-for="c in channels" :key="c.name" class="row">
      <span class="soft small">{{ c.name }}</span>
      <svg
        :viewBox="`0 0 ${c.size} ${HIGH}`"
        preserveAspectRatio="none"
        role="img"
        :aria-label="`Histogram of ${c.name}`"
      >
        <path :d="c.d" />
      </svg>
    </div>
    <div class="row marks mono">
      <span /><span class="scale"
        ><i v-for="m in MARKS" :key="m" :style="{ left: `${(100 * (m + 5)) / 110}%` }">{{ m }}</i></span
      >
    </div>
  </PictureDrawing>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 48px 1fr;
  align-items: end;
  margin-bottom: 3px;
}
svg {
  height: 48px;
  width: 100%;
  background: var(--panel);
  border-bottom: 1px solid var(--line);
}
path {
  fill: var(--tide);
}
.scale {
  position: relative;
  height: 20px;
}
i {
  position: absolute;
  transform: translateX(-50%);
  font-style: normal;
  font-size: 0.8125rem;
  color: var(--ink-soft);
}
</style>
