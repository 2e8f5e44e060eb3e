<script setup lang="ts">
import { computed } from 'vue';
import type { Views } from '../../app/client';
import { day } from '../../app/dates';

/** How well a skill is recalled now and how it will fade, against the line below which it is refreshed. */
const props = defineProps<{ skill: Views['SkillView'] }>();
const WIDTH = 180;
const HEIGHT = 40;
const LEAST = 0.25;
const y = (recall: number) => HEIGHT - 3 - ((Math.max(LEAST, recall) - LEAST) / (1 - LEAST)) * (HEIGHT - 6);
const curve = computed(() => props.skill.curve);
const path = computed(() => {
  const values = curve.value?.values ?? [];
  return values
    .map((v, i) => `${i ? 'L' : 'M'}${((i * WIDTH) / (values.length - 1)).toFixed(1)} ${y(v).toFixed(1)}`)
    .join('');
});
const told = computed(() => {
  const { recall, isFaded, fadesAt } = props.skill;
  if (recall === null || recall === undefined) return '';
  const percent = `recall ${Math.floor(recall * 100)} %`;
  return isFaded ? `${percent}: refresh it` : `${percent}, until ${day(fadesAt!)}`;
});
</script>

<template>
  <div v-if="told && curve">
    <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" aria-hidden="true">
      <path :d="`M0 ${y(curve.refreshBelow)}H${WIDTH}`" class="limit" />
      <path :d="path" class="line" />
      <circle
        :cx="curve.nowShare * WIDTH"
        :cy="y(skill.recall ?? 0)"
        r="3.5"
        :class="skill.isFaded ? 'faded' : 'now'"
      />
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
