<script setup lang="ts">
import type { Views } from '../../app/client';
import type { Stage } from './outgoing';

/** What is checked against what, the two stages, and the ways out of one notch at a time. */
defineProps<{
  check: Views['CheckView'];
  /** Which line of how many, or empty at the end. */
  place: string;
  stage: Stage;
  needsCorrection: number;
}>();
defineEmits<{ turn: [to: Stage] }>();
const asList = defineModel<boolean>('asList', { required: true });
const queueOpen = defineModel<boolean>('queueOpen', { required: true });
</script>

<template>
  <header class="head">
    <p>
      <strong>{{ check.unitTag }}</strong> {{ check.modelName
      }}<template v-if="check.unitTape">, {{ check.unitTape }} tape</template>, against
      <strong>{{ check.standardName }}</strong>, version {{ check.standardVersion
      }}<template v-if="check.shootName"
        >, as planned for <strong>{{ check.shootName }}</strong></template
      >
    </p>
    <p class="mono soft count">
      {{ place }}
      <button class="queue-button" type="button" :aria-expanded="queueOpen" @click="queueOpen = !queueOpen">
        All notches
      </button>
    </p>
  </header>
  <div class="stages" role="group" aria-label="What is being done">
    <button type="button" :aria-pressed="stage === 'found'" @click="$emit('turn', 'found')">As found</button>
    <button type="button" :aria-pressed="stage === 'left'" @click="$emit('turn', 'left')">
      Corrections<template v-if="needsCorrection"> ({{ needsCorrection }})</template>
    </button>
    <button type="button" :aria-pressed="asList" class="as-list" @click="asList = !asList">
      {{ asList ? 'One at a time' : 'As a list' }}
    </button>
    <RouterLink
      class="broken"
      :to="{ path: `/cameras/units/${check.unitTag}/troubleshoot`, query: { check: check.id } }"
      >Troubleshoot</RouterLink
    >
  </div>
  <p v-if="check.unitStatus === 'retired' || check.standardState === 'retired'" class="problem small">
    {{
      check.unitStatus === 'retired'
        ? 'This unit was taken out of the pool since the check began.'
        : 'This standard was retired since the check began.'
    }}
    Finish or leave it as you like: what is read stays.
  </p>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  margin-bottom: 14px;
}
.count {
  white-space: nowrap;
}
.stages {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-bottom: 10px;
}
.stages button {
  border: 1px solid var(--ink-soft);
  background: none;
  color: var(--ink);
  border-radius: 5px;
  padding: 4px 12px;
  font-size: 0.9375rem;
  cursor: pointer;
}
.stages button[aria-pressed='true']:not(.as-list) {
  background: var(--ink);
  color: var(--paper);
  border-color: var(--ink);
}
.as-list {
  margin-left: auto;
}
.broken {
  align-self: center;
  font-size: 0.9375rem;
}
.queue-button {
  display: none;
}
@media (max-width: 760px) {
  .queue-button {
    display: inline-block;
    border: 1px solid var(--ink-soft);
    background: none;
    color: var(--ink);
    border-radius: 4px;
    padding: 4px 9px;
    margin-left: 10px;
    font-family: var(--sans);
  }
  .head {
    flex-direction: column;
    gap: 4px;
    font-size: 0.9375rem;
  }
}
</style>
