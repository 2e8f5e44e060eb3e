<script setup lang="ts">
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import { api, ask } from '../../app/client';
import { moment } from '../../app/dates';
import { usePages } from '../../app/usePages';
import SectionTabs from '../../app/SectionTabs.vue';
import NewMatch from './NewMatch.vue';

/** Every match, changed last first, and a new one of any cameras. */
const { pages, rows } = usePages(
  'matches',
  (before) => ask(api.GET('/api/matches', { params: { query: { before } } })),
  (page) => page.matches,
);
</script>

<template>
  <div class="page">
    <SectionTabs />
    <h1>Matches</h1>
    <p class="soft lead">
      Take a picture of the same card with every camera; each is corrected in its own controls until they look
      alike.
    </p>
    <NewMatch />
    <p v-if="pages.isPending.value" class="soft" role="status">Fetching the matches…</p>
    <div v-else-if="pages.error.value" class="problem" role="alert">
      {{ pages.error.value.message }}
      <button class="act quiet" type="button" @click="pages.refetch()">Try again</button>
    </div>
    <p v-else-if="!rows.length">
      No cameras were matched yet. Choose two or more above, or open a line-up and match its cameras.
    </p>
    <DataTable v-else class="stacks" :value="rows" data-key="id">
      <Column header="Match" body-class="leads"
        ><template #body="{ data: row }"
          ><RouterLink :to="`/shoots/matches/${row.id}`">{{ row.name }}</RouterLink></template
        ></Column
      >
      <Column header="Cameras" body-class="mono small"
        ><template #body="{ data: row }">{{ row.units.join(', ') }}</template></Column
      >
      <Column header="Light" body-class="mono small"
        ><template #body="{ data: row }">{{ Math.round(row.lightK) }} K</template></Column
      >
      <Column header="Signed" body-class="small"
        ><template #body="{ data: row }">{{
          row.signedAt ? `${row.signedBy}, ${moment(row.signedAt)}` : 'open'
        }}</template></Column
      >
      <Column header="Changed" body-class="small"
        ><template #body="{ data: row }">{{ row.changedBy }}, {{ moment(row.changedAt) }}</template></Column
      >
    </DataTable>
    <button v-if="pages.hasNextPage.value" class="act quiet" type="button" @click="pages.fetchNextPage()">
      Older ones
    </button>
  </div>
</template>

<style scoped>
.lead {
  margin-bottom: 14px;
  max-width: 70ch;
}
</style>
