<script setup lang="ts">
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import { useInfiniteQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask } from '../../app/client';
import { dayAt, timeAt } from '../../app/clock';
import SectionTabs from '../../app/SectionTabs.vue';
import TickBox from '../../app/TickBox.vue';
import { useZone } from '../../app/useZone';

/** Who has what: open loans, or all of them. */
const route = useRoute();
const router = useRouter();
const zone = useZone();
const all = computed(() => route.query.all === '1');
const pages = useInfiniteQuery({
  queryKey: computed(() => ['loans', all.value]),
  queryFn: ({ pageParam }) =>
    ask(api.GET('/api/loans', { params: { query: { open: !all.value, before: pageParam || undefined } } })),
  initialPageParam: '',
  getNextPageParam: (page) => page.next,
});
const rows = computed(() => (pages.data.value?.pages ?? []).flatMap((page) => page.rows));
const when = (at: string) => `${dayAt(at, zone.value)}, ${timeAt(at, zone.value)}`;
</script>

<template>
  <div class="page">
    <SectionTabs />
    <h1>Loans</h1>
    <p class="soft lead">Who has what, and what of it is open.</p>
    <p class="no-print">
      <TickBox :model-value="all" @update:model-value="router.replace({ query: $event ? { all: '1' } : {} })"
        >closed ones too</TickBox
      >
    </p>
    <p v-if="pages.isPending.value" class="soft" role="status">Fetching the loans…</p>
    <div v-else-if="pages.error.value" class="problem" role="alert">
      {{ pages.error.value.message }}
      <button class="act quiet" type="button" @click="pages.refetch()">Try again</button>
    </div>
    <p v-else-if="!rows.length">
      {{ all ? 'Nothing was lent yet.' : 'Nothing is out, and nothing is open.' }}
    </p>
    <DataTable v-else class="stacks" :value="rows" data-key="id">
      <Column header="Unit" body-class="leads"
        ><template #body="{ data: row }"
          ><RouterLink :to="`/shoots/loans/${row.id}`">{{ row.unit }}</RouterLink>
          <span class="soft small">{{ row.modelName }} {{ row.tape }}</span></template
        ></Column
      >
      <Column header="Borrower" field="borrower" />
      <Column header="For"
        ><template #body="{ data: row }"
          ><RouterLink v-if="row.shoot" :to="`/shoots/${row.shoot}`">{{
            row.shootName
          }}</RouterLink></template
        ></Column
      >
      <Column header="Out"
        ><template #body="{ data: row }">{{ when(row.outAt) }}</template></Column
      >
      <Column header="State"
        ><template #body="{ data: row }"
          ><b v-if="row.isOverdue" class="off">overdue since {{ when(row.dueAt) }}</b
          ><template v-else-if="row.status === 'out'">due {{ when(row.dueAt) }}</template
          ><template v-else-if="row.status === 'back'"
            >back; {{ row.openPoints }} {{ row.openPoints === 1 ? 'point' : 'points' }} open</template
          ><span v-else class="soft">closed</span></template
        ></Column
      >
    </DataTable>
    <button v-if="pages.hasNextPage.value" class="act quiet" type="button" @click="pages.fetchNextPage()">
      Older ones
    </button>
    <p v-if="rows.length" class="no-print files">
      <a href="/api/export/loans.csv" download>All loans as CSV</a>
    </p>
  </div>
</template>

<style scoped>
.lead {
  margin-bottom: 8px;
}
.files {
  margin-top: 24px;
}
</style>
