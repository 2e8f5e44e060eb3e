<script setup lang="ts">
import { computed } from 'vue';
import type { Views } from '../app/client';

/** What a way of setting a camera costs, term by term, as one thin bar. It stays grey: no colour of the instruments means a cost. */
const props = defineProps<{ costs: Views['CostView'][]; total: number; most: number }>();
const parts = computed(() => {
  let at = 0;
  return props.costs.map((cost, i) => {
    const part = { ...cost, at, width: (cost.points / props.most) * 100, shade: 0.85 - (i % 3) * 0.28 };
    at += part.width;
    return part;
  });
});
const said = computed(() =>
  props.costs.length
    ? `Costs ${props.total.toFixed(1)}: ${props.costs.map((c) => `${c.name} ${c.points.toFixed(1)}`).join(', ')}`
    : 'Costs nothing',
);
</script>

<template>
  <svg class="cost-bar" height="7" width="100%" role="img" :aria-label="said">
    <title>{{ said }}</title>
    <line x1="0" x2="100%" y1="6.5" y2="6.5" />
    <rect
      v-for="p in parts"
      :key="p.term"
      :x="`${p.at}%`"
      :width="`${p.width}%`"
      y="1"
      height="5"
      :opacity="p.shade"
    />
  </svg>
</template>

<style scoped>
.cost-bar {
  display: block;
  overflow: hidden;
}
rect {
  fill: var(--ink-soft);
  stroke: var(--panel);
  stroke-width: 1;
}
line {
  stroke: var(--line);
}
@media print {
  rect {
    fill: #000;
  }
}
</style>
