<script setup lang="ts">
/** A shoot on paper: a page for everybody who comes, and one to count by. */
defineProps<{ id: string }>();
const PAPERS = [
  { file: 'call-sheet.pdf', name: 'Call sheet' },
  { file: 'kit-list.pdf', name: 'Kit list' },
];
</script>

<template>
  <p class="papers no-print">
    <span v-for="p in PAPERS" :key="p.file"
      >{{ p.name }}:
      <a :href="`/api/shoots/${id}/${p.file}`" target="_blank" :aria-label="`${p.name}, PDF, A4`">A4</a> ·
      <a
        :href="`/api/shoots/${id}/${p.file}?paper=letter`"
        target="_blank"
        :aria-label="`${p.name}, PDF, Letter`"
        >Letter</a
      ></span
    >
  </p>
</template>

<style scoped>
.papers {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
  margin-bottom: 14px;
}
</style>
