<script setup lang="ts">
import { computed } from 'vue';
import type { Views } from '../app/client';

const props = defineProps<{ kind: Views['VerdictKind']; word?: boolean }>();

const WORDS: Record<Views['VerdictKind'], string> = {
  onTarget: 'on target',
  withinTolerance: 'within tolerance',
  offTarget: 'off target',
  automatic: 'on automatic',
  unread: 'not read',
  notFitted: 'not fitted',
};
const word = computed(() => WORDS[props.kind]);
</script>

<template>
  <span class="verdict" :class="kind" :title="word">
    <svg viewBox="0 0 30 20" role="img" :aria-label="word">
      <!-- the notch: dotted while nobody has looked -->
      <path class="cut" :class="{ dotted: kind === 'unread' }" d="M1 9h8l6 9 6-9h8" />
      <line v-if="kind === 'onTarget'" class="tick has" x1="15" y1="2" x2="15" y2="14" />
      <line v-else-if="kind === 'withinTolerance'" class="tick has" x1="21" y1="1" x2="21" y2="9" />
      <template v-else-if="kind === 'offTarget'">
        <line class="tick out" x1="27" y1="0" x2="27" y2="8" />
        <path class="way" d="M17 4h6m-2.5-2.5L23 4l-2.5 2.5" />
      </template>
      <circle v-else-if="kind === 'automatic'" class="ring" cx="15" cy="4.5" r="3.5" />
      <line v-else-if="kind === 'notFitted'" class="bar" x1="3" y1="18" x2="27" y2="2" />
    </svg>
    <span v-if="props.word" class="word">{{ word }}</span>
  </span>
</template>

<style scoped>
.verdict {
  display: inline-flex;
  align-items: center;
  vertical-align: middle;
  line-height: 1;
  gap: 6px;
}
svg {
  width: 28px;
  height: 19px;
  flex: none;
  overflow: visible;
}
.cut {
  fill: none;
  stroke: var(--brass);
  stroke-width: 2.2;
  stroke-linejoin: round;
}
.dotted {
  stroke: currentColor;
  stroke-dasharray: 1.5 3.5;
  opacity: 0.75;
}
.tick {
  stroke-width: 3.4;
  stroke-linecap: round;
}
.has {
  stroke: var(--tide);
}
.out,
.way {
  stroke: var(--rust);
  fill: none;
}
.way {
  stroke-width: 1.6;
}
.ring {
  fill: none;
  stroke: var(--plum);
  stroke-width: 2.2;
}
.bar {
  stroke: currentColor;
  stroke-width: 2;
}
.word {
  font-size: 0.8125rem;
}
.offTarget .word {
  color: var(--rust);
}
.automatic .word {
  color: var(--plum);
}
</style>
