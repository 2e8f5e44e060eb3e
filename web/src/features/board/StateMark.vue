<script setup lang="ts">
import type { Views } from '../../app/client';
import { STATES } from './states';

/** A camera against its notch, from afar: in it, beside it, above it, not there. */
defineProps<{ state: Views['ReadinessState']; word?: boolean }>();
</script>

<template>
  <span class="mark" :class="state">
    <svg viewBox="0 0 22 18" aria-hidden="true">
      <path class="cut" :class="{ dotted: state === 'due' }" d="M1 9h5l5 7 5-7h5" />
      <rect v-if="state === 'ready'" class="body has" x="8" y="5" width="6" height="6" />
      <rect v-else-if="state === 'off'" class="body out" x="15" y="1" width="6" height="6" />
      <path v-else-if="state === 'out'" class="line" d="M8 4h8m-3-3 3 3-3 3" />
      <path v-else-if="state === 'repair'" class="line" d="M8 1l6 6m0-6-6 6" />
      <path v-else-if="state === 'retired'" class="line" d="M2 16 20 2" />
    </svg>
    <span v-if="word">{{ STATES[state] }}</span>
  </span>
</template>

<style scoped>
.mark {
  display: inline-flex;
  align-items: center;
  gap: 7px;
}
svg {
  width: 24px;
  height: 18px;
  flex: none;
}
.cut {
  fill: none;
  stroke: var(--brass);
  stroke-width: 2;
  stroke-linejoin: round;
}
.dotted {
  stroke: currentColor;
  stroke-dasharray: 1.5 3;
}
.body {
  stroke: none;
}
.has {
  fill: var(--tide);
}
.out {
  fill: var(--rust);
}
.line {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.8;
}
.off {
  color: var(--rust);
}
.off .cut {
  stroke: var(--brass);
}
</style>
