<script setup lang="ts">
import type { BenchAct } from './keys';

defineProps<{ first: boolean; autoIsTyped: boolean; asTable: boolean }>();
defineEmits<{ act: [what: BenchAct] }>();
</script>

<template>
  <footer class="keys">
    <button type="button" @click="$emit('act', 'as-sheet')"><kbd>Space</kbd> as on the sheet</button>
    <button type="button" @click="$emit('act', 'automatic')">
      <kbd>{{ autoIsTyped ? 'auto' : 'A' }}</kbd> automatic
    </button>
    <button type="button" @click="$emit('act', 'not-fitted')"><kbd>N</kbd> not fitted</button>
    <button type="button" @click="$emit('act', 'where')"><kbd>W</kbd> where</button>
    <button type="button" @click="$emit('act', 'why')"><kbd>Y</kbd> why</button>
    <button class="as-table" type="button" :aria-pressed="asTable" @click="$emit('act', 'table')">
      <kbd>D</kbd> as table
    </button>
    <button class="as-table" type="button" @click="$emit('act', 'since-last')">
      <kbd>=</kbd> only what differs
    </button>
    <button type="button" :disabled="first" @click="$emit('act', 'back')"><kbd>Bksp</kbd> back</button>
  </footer>
</template>

<style scoped>
.keys {
  margin-top: auto;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 13px;
  padding: 12px 0;
  border-top: 1px solid var(--line);
  position: sticky;
  bottom: 0;
  background: var(--paper);
  font-size: 0.875rem;
  color: var(--ink-soft);
}
.keys button {
  border: 0;
  background: none;
  padding: 2px 0;
  color: inherit;
  cursor: pointer;
}
/* On a low window the keys do not follow: they would cover what is typed into. */
@media (max-height: 480px) {
  .keys {
    position: static;
  }
}
@media (max-width: 760px) {
  .keys {
    gap: 8px;
    margin: 0 -16px;
    padding: 10px 16px 14px;
  }
  .keys button {
    border: 1px solid var(--ink-soft);
    border-radius: 5px;
    padding: 11px 12px;
    color: var(--ink);
    flex: 1 1 auto;
  }
  .keys button:first-child {
    background: var(--ink);
    color: var(--paper);
    order: -1;
    flex-basis: 100%;
  }
  .keys kbd,
  .keys .as-table {
    display: none;
  }
}
</style>
