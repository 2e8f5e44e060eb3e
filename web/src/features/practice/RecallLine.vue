<script setup lang="ts">
import { computed } from 'vue';
import type { Views } from '../../app/client';
import { moment } from '../../app/dates';

/** How well a skill is recalled now and how it will fade, against the line below which it is refreshed. */
const props = defineProps<{ skill: Views['SkillView'] }>();
const LIMIT = 0.85;
const DAYS = 60;
const WIDTH = 180;
const HEIGHT = 34;
const LEAST = 0.5;
const y = (recall: number) => HEIGHT - 2 - ((Math.max(LEAST, recall) - LEAST) / (1 - LEAST)) * (HEIGHT - 4);
const since = computed(() =>
  props.skill.lastAt ? Math.max(0, (Date.now() - Date.parse(props.skill.lastAt)) / 86_400_000) : 0,
);
/** Drawn from the numbers that the site gave: recall at some days from now, by its stability. */
const path = computed(() => {
  const s = props.skill.stabilityDays;
  if (!s) return '';
  return Array.from({ length: 31 }, (_, i) => {
    const recall = 1 / (1 + (since.value + (i * DAYS) / 30) / (9 * s));
    return `${i ? 'L' : 'M'}${((i * WIDTH) / 30).toFixed(1)} ${y(recall).toFixed(1)}`;
  }).join('');
});
const told = computed(() =>
  props.skill.recall === null || props.skill.recall === undefined
    ? ''
    : props.skill.isFaded
      ? `recall ${Math.round(props.skill.recall * 100)} %: refresh it`
      : `recall ${Math.round(props.skill.recall * 100)} %, until ${moment(props.skill.fadesAt!).split(',')[0]}`,
);
</script>

<template>
  <div v-if="told">
    <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" aria-hidden="true">
      <path :d="`M0 ${y(LIMIT)}H${WIDTH}`" class="limit" />
      <path :d="path" :class="skill.isFaded ? 'line faded' : 'line'" />
    </svg>
    <span class="small" :class="{ off: skill.isFaded, soft: !skill.isFaded }">{{ told }}</span>
  </div>
  <span v-else class="soft small"></span>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 180px;
  display: block;
}
.limit {
  stroke: var(--brass);
  stroke-width: 1.5;
}
.line {
  fill: none;
  stroke: var(--tide);
  stroke-width: 2;
}
.faded {
  stroke: var(--rust);
}
</style>
