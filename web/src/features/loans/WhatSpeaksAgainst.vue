<script setup lang="ts">
import type { Views } from '../../app/client';

/** What speaks against a hand-out, each with the nearest way out. */
defineProps<{ obstacles: Views['HandOutView']['obstacles']; unit: string; borrower: string }>();
</script>

<template>
  <section v-if="obstacles.length" class="against" aria-label="What speaks against it">
    <p v-for="o in obstacles" :key="o.because.sentence" :class="{ off: !o.canOverride }">
      {{ o.because.sentence }}
      <RouterLink v-if="o.kind === 'check'" :to="`/bench?unit=${unit}`">Go to the bench</RouterLink>
      <RouterLink v-else-if="o.kind === 'card'" to="/shoots/loans">Go to the loans</RouterLink>
      <RouterLink v-else-if="o.kind === 'checkOff'" :to="`/practice/check-offs?person=${borrower}`"
        >Go to the check-offs</RouterLink
      >
    </p>
  </section>
</template>

<style scoped>
.against {
  margin: 14px 0;
  border-left: 3px solid var(--rust);
  padding-left: 12px;
}
</style>
