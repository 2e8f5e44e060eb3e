<script setup lang="ts">
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import { useRouter } from 'vue-router';
import { api, ask } from '../../app/client';
import { moment } from '../../app/dates';
import { usePages } from '../../app/usePages';
import SectionTabs from '../../app/SectionTabs.vue';
import { plain } from '../../instruments/fractions';
import ClipDrop from './ClipDrop.vue';
import { useBringing } from './useClip';

/** Clips that were judged, the newest first, and a place to bring one without a check. */
const router = useRouter();
const { share, wrong, limit, bring, giveUp } = useBringing({});
async function take(file: File | undefined): Promise<void> {
  const id = await bring(file);
  if (id) await router.push(`/cameras/clips/${id}`);
}
const STATE = { judging: 'being judged', judged: 'judged', refused: 'not judged' };
const { pages, rows } = usePages(
  'clips',
  (before) => ask(api.GET('/api/clips', { params: { query: { before } } })),
  (page) => page.clips,
);
</script>

<template>
  <div class="page">
    <SectionTabs />
    <h1>Test clips</h1>
    <p class="soft lead">
      A short clip is judged: what its file says, whether frames repeat or comb, whether light flickers or
      exposure wanders, and its sound. In a check, add it at the ten-second test.
    </p>
    <ClipDrop :share="share" :wrong="wrong" :megabytes="limit" @take="take" @give-up="giveUp" />
    <p v-if="pages.isPending.value" class="soft" role="status">Fetching the clips…</p>
    <div v-else-if="pages.error.value" class="problem" role="alert">
      {{ pages.error.value.message }}
      <button class="act quiet" type="button" @click="pages.refetch()">Try again</button>
    </div>
    <p v-else-if="!rows.length">No clip was judged yet.</p>
    <DataTable v-else class="stacks" :value="rows" data-key="id">
      <Column header="Clip" body-class="leads"
        ><template #body="{ data: row }"
          ><RouterLink :to="`/cameras/clips/${row.id}`">{{ row.name }}</RouterLink></template
        ></Column
      >
      <Column header="Unit"
        ><template #body="{ data: row }"
          ><RouterLink v-if="row.unit" class="mono" :to="`/cameras/units/${row.unit}`">{{
            row.unit
          }}</RouterLink></template
        ></Column
      >
      <Column header="Found" body-class="small whole"
        ><template #body="{ data: row }">{{
          row.state === 'judged' ? plain(row.inShort) : STATE[row.state as keyof typeof STATE]
        }}</template></Column
      >
      <Column header="Check" body-class="small"
        ><template #body="{ data: row }"
          ><RouterLink v-if="row.check" :to="`/history/${row.check}`">its check</RouterLink></template
        ></Column
      >
      <Column header="Added" body-class="small whole"
        ><template #body="{ data: row }">{{ row.addedBy }}, {{ moment(row.addedAt) }}</template></Column
      >
    </DataTable>
    <button v-if="pages.hasNextPage.value" class="act quiet" type="button" @click="pages.fetchNextPage()">
      Older ones
    </button>
  </div>
</template>

<style scoped>
.lead {
  max-width: 76ch;
}
</style>
