<script setup lang="ts">
import type { Views } from '../../app/client';
import { clockOf } from './words';

/** What came of an exercise: what was right, why it matters in the picture, and one thing to try again. */
defineProps<{ view: Views['TryView'] }>();
</script>

<template>
  <section v-if="view.result" class="result" aria-label="Result">
    <h2 :class="{ off: !view.result.passed }">
      {{ view.result.passed ? 'Passed' : 'Not yet'
      }}<template v-if="view.result.of">: {{ view.result.right }} of {{ view.result.of }}</template>
    </h2>
    <p class="soft">
      {{ clockOf(view.work.seconds ?? 0)
      }}<template v-if="view.result.secondsBefore"
        >; your last success took {{ clockOf(view.result.secondsBefore) }}</template
      >
    </p>
    <ol>
      <li v-for="(p, i) in view.result.points" :key="i" :class="{ off: !p.isRight }">
        <svg viewBox="0 0 22 16" aria-hidden="true">
          <path d="M2 3h5l4 9 4-9h5" fill="none" stroke="currentColor" stroke-width="2" />
          <path v-if="p.isRight" d="M8 4.5l3 3.5 5-7" fill="none" stroke="currentColor" stroke-width="2" />
        </svg>
        <span class="visually-hidden">{{ p.isRight ? 'right:' : 'not right:' }}</span><span>{{
          p.what
        }}</span>
      </li>
    </ol>
    <template v-if="view.result.inThePicture.length">
      <h2>Why it matters</h2>
      <p v-for="w in view.result.inThePicture" :key="w">{{ w }}</p>
    </template>
    <p v-if="view.result.tryAgain" class="again">
      <b>{{ view.result.tryAgain }}</b>
    </p>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 28px minmax(0, 1fr);
  gap: 6px;
  padding: 4px 0;
  max-width: 720px;
}
.again {
  margin-top: 14px;
  max-width: 720px;
}
svg {
  width: 24px;
  margin-top: 4px;
}
h2 {
  margin-top: 14px;
}
</style>
