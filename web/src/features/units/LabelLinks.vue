<script setup lang="ts">
import { computed } from 'vue';

/** Labels of some units, or of the pieces of a unit's kit, for sheets of labels and for a label printer. */
const props = defineProps<{ tags: string[]; kit?: boolean }>();
/** An address has its limits; beyond them the labels of all units are printed from their page, a model at a time. */
const MOST = 250;
const tags = computed(() => encodeURIComponent(props.tags.slice(0, MOST).join(',')));
const path = computed(() =>
  props.kit ? `/api/units/${tags.value}/kit/labels.pdf?` : `/api/units/labels.pdf?tags=${tags.value}&`,
);
const PAPERS = [
  { name: 'A4 sheet, 24 labels', query: 'paper=a4' },
  { name: 'Letter sheet, 30 labels', query: 'paper=letter' },
  { name: 'label printer, 62 × 29 mm', query: 'paper=printer&widthMm=62&heightMm=29' },
  { name: 'label printer, 50 × 20 mm', query: 'paper=printer&widthMm=50&heightMm=20' },
];
</script>

<template>
  <p class="labels small no-print">
    <span>Labels{{ tags.length && props.tags.length > MOST ? ` of the first ${MOST}` : '' }}:</span>
    <a v-for="paper in PAPERS" :key="paper.query" :href="path + paper.query">{{ paper.name }}</a>
  </p>
</template>

<style scoped>
.labels {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin-bottom: 14px;
}
</style>
