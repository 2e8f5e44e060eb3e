<script setup lang="ts">
import { computed } from 'vue';
import type { Views } from '../../app/client';
import { day } from '../../app/dates';

/** How well a skill is recalled now and how it will fade, against the line below which it is refreshed. */
const props = defineProps<{ skill: Views['SkillView'] }>();
const LIMIT = 0.85;
const DAY_MS = 86_400_000;
const WIDTH = 180;
const HEIGHT = 40;
const LEAST = 0.25;
const STEPS = 30;
const y = (recall: number) => HEIGHT - 3 - ((Math.max(LEAST, recall) - LEAST) / (1 - LEAST)) * (HEIGHT - 6);
const since = computed(() =>
  props.skill.lastAt ? Math.max(0, (Date.now() - Date.parse(props.skill.lastAt)) / DAY_MS) : 0,
);
/** From the last try on, as far ahead again as it is past, a month at least. */
const days = computed(() => Math.max(30, since.value * 1.3));
const x = (at: number) => (at / days.value) * WIDTH;
/** Drawn from the stability that the site gave. */
const recallAt = (at: number) => 1 / (1 + at / (9 * (props.skill.stabilityDays ?? 1)));
const path = computed(() =>
  Array.from({ length: STEPS + 1 }, (_, i) => {
    const at = (i * days.value) / STEPS;
    return `${i ? 'L' : 'M'}${x(at).toFixed(1)} ${y(recallAt(at)).toFixed(1)}`;
  }).join(''),
);
const told = computed(() => {
  const { recall, isFaded, fadesAt } = props.skill;
  if (recall === null || recall === undefined) return '';
  const percent = `recall ${Math.floor(recall * 100)} %`;
  return isFaded ? `${percent}: refresh it` : `${percent}, until ${day(fadesAt!)}`;
});
</script>

<template>
  <div v-if="told">
    <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" aria-hidden="true">
      <path :d="`M0 ${y(LIMIT)}H${WIDTH}`" class="limit" />
      <path :d="path" class="line" />
      <circle :cx="x(since)" :cy="y(recallAt(since))" r="3.5" :class="skill.isFaded ? 'faded' : 'now'" />
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
.now {
  fill: var(--tide);
}
.faded {
  fill: var(--rust);
}
</style>
