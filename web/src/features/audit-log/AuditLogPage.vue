<script setup lang="ts">
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import SectionTabs from '../../app/SectionTabs.vue';
import { useInfiniteQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, ask } from '../../app/client';
import { moment } from '../../app/dates';
import ChainVerdict from './ChainVerdict.vue';
import WholeEntry from './WholeEntry.vue';

const { data, isPending, error, hasNextPage, fetchNextPage, isFetchingNextPage, refetch } = useInfiniteQuery({
  queryKey: ['audit', 'all'],
  queryFn: ({ pageParam }) => ask(api.GET('/api/audit', { params: { query: { before: pageParam } } })),
  initialPageParam: undefined as number | undefined,
  getNextPageParam: (last) => last.next ?? undefined,
});
const whole = ref<number>();
const rows = computed(() => data.value?.pages.flatMap((p) => p.entries) ?? []);
/** What is kept as a document is told as a list; one that was cut short is shown as it is. */
function told(json: string | null | undefined): string {
  if (!json) return '';
  try {
    return Object.entries(JSON.parse(json) as Record<string, unknown>)
      .filter(([, value]) => value !== null && typeof value !== 'object')
      .map(([key, value]) => `${key.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase()} ${String(value)}`)
      .join(', ');
  } catch {
    return json;
  }
}
</script>

<template>
  <div class="page">
    <SectionTabs />
    <h1>Audit log</h1>
    <p class="soft">Who changed what, newest first. Nothing here is ever taken out.</p>
    <ChainVerdict />
    <WholeEntry v-if="whole !== undefined" :id="whole" :key="whole" @close="whole = undefined" />
    <p v-if="isPending" class="soft" role="status">Opening the audit log…</p>
    <div v-else-if="error" class="problem" role="alert">
      {{ error.message }} <button class="act quiet" type="button" @click="refetch()">Try again</button>
    </div>
    <p v-else-if="!rows.length">Nothing has been changed yet.</p>
    <div v-else class="scroll" tabindex="0" role="region" aria-label="Table">
      <DataTable class="stacks" :value="rows" data-key="id">
        <Column header="When"
          ><template #body="{ data: row }">{{ moment(row.at) }}</template></Column
        >
        <Column header="Who"
          ><template #body="{ data: row }">{{ row.who }}</template></Column
        >
        <Column header="Change"
          ><template #body="{ data: row }">{{ row.what }}</template></Column
        >
        <Column header="Subject" body-class="mono small"
          ><template #body="{ data: row }">{{ row.subject }}</template></Column
        >
        <Column header="Before and after" body-class="small change"
          ><template #body="{ data: row }"
            >{{ told(row.before) }}<template v-if="row.before && row.after"> → </template
            >{{ told(row.after) }}
            <button
              v-if="row.before || row.after"
              class="link"
              type="button"
              :aria-label="`Show entry ${row.id} whole`"
              @click="whole = row.id"
            >
              Show
            </button></template
          ></Column
        >
      </DataTable>
    </div>
    <p v-if="hasNextPage">
      <button class="act quiet" type="button" :disabled="isFetchingNextPage" @click="fetchNextPage()">
        Older ones
      </button>
    </p>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
.change {
  max-width: 420px;
  overflow-wrap: anywhere;
}
</style>
