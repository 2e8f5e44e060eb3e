<script setup lang="ts">
import { computed } from 'vue';
import type { Views } from '../../app/client';
import { plain } from '../../instruments/fractions';

/** What the plan of a camera costs, and what the next two would: what if it were set so? */
const props = defineProps<{ camera: Views['CameraPlanView'] }>();
const emit = defineEmits<{ hold: [pins: Views['PinsDocument']] }>();
const ways = computed(() => [props.camera.chosen, ...props.camera.next]);
const terms = computed(() => [
  ...new Map(ways.value.flatMap((w) => w.costs.map((c) => [c.term, c.name] as const))),
]);
const points = (way: Views['CandidateView'], term: string) =>
  way.costs.find((c) => c.term === term)?.points.toFixed(1) ?? '';
</script>

<template>
  <section class="small" aria-label="What if">
    <p v-for="(n, i) in camera.next" :key="n.spoken" class="way">
      <span
        >What if {{ i + 1 }}: <span class="mono">{{ plain(n.spoken) }}</span>, costs
        {{ n.cost.toFixed(1) }}</span
      >
      <button class="link small" type="button" @click="emit('hold', n.held)">Hold it so</button>
    </p>
    <details v-if="terms.length">
      <summary>What it costs, by fault</summary>
      <table>
        <thead>
          <tr>
            <th scope="col">points</th>
            <th scope="col">plan</th>
            <th v-for="(n, i) in camera.next" :key="n.spoken" scope="col">what if {{ i + 1 }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="[term, name] in terms" :key="term">
            <th scope="row">{{ name }}</th>
            <td v-for="(w, i) in ways" :key="i" class="mono">{{ points(w, term) }}</td>
          </tr>
          <tr class="sum">
            <th scope="row">in all</th>
            <td v-for="(w, i) in ways" :key="i" class="mono">{{ w.cost.toFixed(1) }}</td>
          </tr>
        </tbody>
      </table>
      <p class="soft">A point is about what a good technician gives for a small fault that is seen.</p>
    </details>
  </section>
</template>

<style scoped>
.way {
  display: flex;
  gap: 8px;
  justify-content: space-between;
  align-items: baseline;
}
.way .link {
  white-space: nowrap;
}
table {
  border-collapse: collapse;
  width: 100%;
  margin: 4px 0;
}
th {
  font-weight: 400;
  text-align: left;
}
td,
thead th:not(:first-child) {
  text-align: right;
}
.sum > * {
  border-top: 1px solid var(--line);
}
summary {
  cursor: pointer;
  padding: 3px 0;
}
</style>
