<script setup lang="ts">
import { TERMS, type TermKey } from '../features/glossary/terms';

/** A word with a meaning of its own here: its definition shows when it is pointed at, and it leads to the glossary. */
defineProps<{ of: TermKey }>();
</script>

<template>
  <RouterLink class="term" :to="`/glossary#${of}`" :title="TERMS[of].means"
    ><slot>{{ TERMS[of].name.toLowerCase() }}</slot></RouterLink
  >
</template>

<style scoped>
.term {
  text-decoration: underline dotted;
  text-underline-offset: 3px;
}
</style>
