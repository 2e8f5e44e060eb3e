<script setup lang="ts">
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import { namesRow } from '../../app/tables';
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
const SUM = '';
/** By its place, not by the way itself: the library keeps a column's content when the plan changes under it. */
const costOf = (place: number, term: string) => {
  const way = ways.value[place];
  const points = term === SUM ? way?.cost : way?.costs.find((c) => c.term === term)?.points;
  return points?.toFixed(1) ?? '';
};
const rows = computed(() => [
  ...terms.value.map(([term, name]) => ({ term, name })),
  { term: SUM, name: 'in all' },
]);
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
      <DataTable :value="rows" data-key="term" size="small" :row-class="(r) => ({ sum: r.term === SUM })">
        <Column field="name" header="points" :pt="namesRow" />
        <Column v-for="(_, i) in ways" :key="i" :header="i ? `what if ${i}` : 'plan'" body-class="mono">
          <template #body="{ data: r }">{{ costOf(i, r.term) }}</template>
        </Column>
      </DataTable>
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
:deep(.sum > td) {
  border-top: 1px solid var(--ink-soft);
}
summary {
  cursor: pointer;
  padding: 3px 0;
}
</style>
