<script setup lang="ts">
import Column from 'primevue/column';
import DataTable from 'primevue/datatable';
import { plain } from '../../instruments/fractions';

/** How far sheets meet their standard, a row each: red counts broken musts alone; what a model merely does not have is grey. */
export type FitRow = {
  key: string;
  name: string;
  to?: string;
  exact: number;
  compromise: number;
  notPossible: number;
  brokenMusts: number;
  checkByEye: number;
  /** How far the exposure ends from the meter, where the rows say so. */
  meter?: string | null;
};
defineProps<{ rows: FitRow[]; heading: string; withMeter?: boolean }>();
const rowOf = (row: unknown) => row as FitRow;
</script>

<template>
  <DataTable class="fit-table" :value="rows" data-key="key" size="small">
    <template #empty>None yet.</template>
    <Column field="name" :header="heading">
      <template #body="{ data }">
        <RouterLink v-if="rowOf(data).to" :to="rowOf(data).to!">{{ rowOf(data).name }}</RouterLink>
        <template v-else>{{ rowOf(data).name }}</template>
      </template>
    </Column>
    <Column field="exact" header="Exact" body-class="mono" />
    <Column field="compromise" header="Near" body-class="mono">
      <template #body="{ data }">{{ rowOf(data).compromise || '–' }}</template>
    </Column>
    <Column field="brokenMusts" header="Must not met" body-class="mono">
      <template #body="{ data }">
        <span :class="{ off: rowOf(data).brokenMusts }">{{ rowOf(data).brokenMusts || '–' }}</span>
        <span
          v-if="rowOf(data).notPossible > rowOf(data).brokenMusts"
          class="soft small"
          title="not possible, and not required"
        >
          +{{ rowOf(data).notPossible - rowOf(data).brokenMusts }}</span
        >
      </template>
    </Column>
    <Column field="checkByEye" header="By eye" body-class="mono">
      <template #body="{ data }">{{ rowOf(data).checkByEye || '–' }}</template>
    </Column>
    <Column v-if="withMeter" field="meter" header="Meter" body-class="mono">
      <template #body="{ data }">{{ rowOf(data).meter ? plain(rowOf(data).meter!) : '–' }}</template>
    </Column>
  </DataTable>
</template>
