<script setup lang="ts">
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import { api, ask } from '../../app/client';
import { moment } from '../../app/dates';
import { usePages } from '../../app/usePages';
import SectionTabs from '../../app/SectionTabs.vue';
import PictureDrop from './PictureDrop.vue';

/** Pictures that were brought in, the newest first, and a place to drop more. */
const { pages, rows } = usePages(
  'pictures',
  (before) => ask(api.GET('/api/pictures', { params: { query: { before } } })),
  (page) => page.pictures,
);
</script>

<template>
  <div class="page">
    <SectionTabs />
    <h1>Pictures</h1>
    <p class="soft lead">
      A still of a card, a face or a scene is measured: level, stops from mid grey, noise, cast, skin.
    </p>
    <PictureDrop @changed="pages.refetch()" />
    <p v-if="pages.isPending.value" class="soft" role="status">Fetching the pictures…</p>
    <div v-else-if="pages.error.value" class="problem" role="alert">
      {{ pages.error.value.message }}
      <button class="act quiet" type="button" @click="pages.refetch()">Try again</button>
    </div>
    <p v-else-if="!rows.length">No picture was measured yet.</p>
    <DataTable v-else class="stacks" :value="rows" data-key="id">
      <Column header="Picture" body-class="leads"
        ><template #body="{ data: row }"
          ><RouterLink :to="`/cameras/pictures/${row.id}`">{{ row.name }}</RouterLink></template
        ></Column
      >
      <Column header="Unit"
        ><template #body="{ data: row }"
          ><RouterLink v-if="row.unit" class="mono" :to="`/cameras/units/${row.unit}`">{{
            row.unit
          }}</RouterLink></template
        ></Column
      >
      <Column header="Size" body-class="mono small"
        ><template #body="{ data: row }">{{ row.width }} × {{ row.height }}</template></Column
      >
      <Column header="Regions" body-class="mono small"
        ><template #body="{ data: row }">{{ row.regions }}</template></Column
      >
      <Column header="Added" body-class="small whole"
        ><template #body="{ data: row }">{{ row.by }}, {{ moment(row.at) }}</template></Column
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
