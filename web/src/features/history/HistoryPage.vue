<script setup lang="ts">
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import Term from '../../app/Term.vue';
import SectionTabs from '../../app/SectionTabs.vue';
import { keepPreviousData, useInfiniteQuery } from '@tanstack/vue-query';
import InputText from 'primevue/inputtext';
import { computed } from 'vue';
import OneOf from '../../app/OneOf.vue';
import { useListAddress } from '../../app/useListAddress';
import { api, ask, type Views } from '../../app/client';
import { moment } from '../../app/dates';
import { plain } from '../../instruments/fractions';

const { asked, find, narrow, clear } = useListAddress({ field: 'started', direction: -1 });
const STATES = [
  { key: 'open', name: 'open' },
  { key: 'signed', name: 'signed' },
  { key: 'faults', name: 'found with faults' },
];
const narrowed = computed(() => ({
  find: asked('find') || undefined,
  state: STATES.find((s) => s.key === asked('state'))?.key,
}));
const { data, isPending, error, hasNextPage, fetchNextPage, isFetchingNextPage, refetch } = useInfiniteQuery({
  queryKey: computed(() => ['checks', 'log', narrowed.value]),
  queryFn: ({ pageParam }) =>
    ask(api.GET('/api/checks', { params: { query: { ...narrowed.value, before: pageParam } } })),
  placeholderData: keepPreviousData,
  initialPageParam: undefined as string | undefined,
  getNextPageParam: (last) => last.next ?? undefined,
});
const rows = computed(() => data.value?.pages.flatMap((p) => p.checks) ?? []);
const to = (row: Views['CheckRowView']) => (row.signedAt ? `/history/${row.id}` : `/bench/${row.id}`);
</script>

<template>
  <div class="page">
    <SectionTabs />
    <h1>Checks</h1>
    <p class="soft lead">Every check, newest first, <Term of="as-found" />. A signed one stays as it is.</p>
    <div class="fields filters no-print">
      <label class="grow">
        Find
        <InputText v-model="find" class="field" type="search" placeholder="Tag, standard, shoot or person" />
      </label>
      <OneOf
        :model-value="asked('state')"
        label="State"
        :options="STATES"
        none="all"
        @update:model-value="narrow('state', $event)"
      />
    </div>
    <p v-if="isPending" class="soft" role="status">Opening the history…</p>
    <div v-else-if="error" class="problem" role="alert">
      {{ error.message }} <button class="act quiet" type="button" @click="refetch()">Try again</button>
    </div>
    <p v-else-if="!rows.length && (narrowed.find || narrowed.state)" role="status">
      No check is like this. <button class="link" type="button" @click="clear()">Show all</button>
    </p>
    <p v-else-if="!rows.length">
      Nothing has been checked yet. <RouterLink to="/bench">Start check on the bench.</RouterLink>
    </p>
    <DataTable v-else class="stacks" :value="rows" data-key="id">
      <Column header="Started" body-class="whole"
        ><template #body="{ data: row }"
          ><RouterLink :to="to(row)">{{ moment(row.startedAt) }}</RouterLink></template
        ></Column
      >
      <Column header="Unit" body-class="mono leads whole"
        ><template #body="{ data: row }"
          ><RouterLink :to="`/cameras/units/${row.unitTag}`">{{ row.unitTag }}</RouterLink></template
        ></Column
      >
      <Column header="Against"
        ><template #body="{ data: row }"
          >{{ row.standardName }} <span class="soft small">v{{ row.standardVersion }}</span>
          <span v-if="row.shootName" class="small"> {{ row.shootName }}</span></template
        ></Column
      >
      <Column header="Found" body-class="found"
        ><template #body="{ data: row }"
          ><span v-if="row.foundHeadline" class="mono small off">{{ plain(row.foundHeadline) }}</span>
          <span v-else-if="!row.summary.unread" class="has">on target</span>
          <span v-if="row.foundHeadline && row.foundHeadline !== row.summary.headline" class="small">
            left
            <span v-if="row.summary.headline" class="mono off">{{ plain(row.summary.headline) }}</span>
            <span v-else class="has">on target</span></span
          >
          <span v-if="row.summary.withinTolerance" class="small soft">
            {{ row.summary.withinTolerance }} within tolerance</span
          >
          <span v-if="row.summary.unread" class="small soft">
            {{ row.summary.unread }} not read</span
          ></template
        ></Column
      >
      <Column header="By"
        ><template #body="{ data: row }"
          >{{ row.signedBy ?? row.startedBy }}<span v-if="!row.signedAt" class="automatic small"> open</span
          ><span v-if="row.importedBy" class="soft small"> from a file</span></template
        ></Column
      >
    </DataTable>
    <p v-if="hasNextPage" class="more">
      <button class="act quiet" type="button" :disabled="isFetchingNextPage" @click="fetchNextPage()">
        Older checks
      </button>
    </p>
  </div>
</template>

<style scoped>
.found > span + span {
  margin-left: 8px;
}
.lead {
  margin-bottom: 20px;
}
.filters {
  margin-bottom: 14px;
}
.more {
  margin-top: 20px;
}
</style>
