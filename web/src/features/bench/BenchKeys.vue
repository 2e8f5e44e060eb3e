<script setup lang="ts">
import KeyBar from './KeyBar.vue';
import type { BenchAct } from './keys';

defineProps<{ first: boolean; autoIsTyped: boolean; asTable: boolean }>();
defineEmits<{ act: [what: BenchAct] }>();
</script>

<template>
  <KeyBar>
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
  </KeyBar>
</template>

<style scoped>
@media (max-width: 760px) {
  kbd {
    display: none;
  }
}
</style>
