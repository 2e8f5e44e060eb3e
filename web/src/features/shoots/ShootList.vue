<script setup lang="ts">
import InputText from 'primevue/inputtext';
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import { useInfiniteQuery, useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import OneOf from '../../app/OneOf.vue';
import SectionTabs from '../../app/SectionTabs.vue';
import { api, ask } from '../../app/client';
import { span } from '../../app/clock';
import { useListAddress } from '../../app/useListAddress';
import { can } from '../../app/session';
import { useZone } from '../../app/useZone';
import { useRoute } from 'vue-router';
import { newLineUp } from '../lineups/useNewLineUp';
import ImportFile from '../sheets/ImportFile.vue';
import { STATUS } from './words';

/** Every shoot, the latest call first, and a new one in one act. */
const router = useRouter();
const route = useRoute();
const zone = useZone();
const { find, narrow } = useListAddress({ field: 'call', direction: -1 });
const when = computed(() => String(route.query.when || 'upcoming'));
const asked = computed(() => ({ when: when.value, find: String(route.query.find ?? '') || undefined }));
const pages = useInfiniteQuery({
  queryKey: computed(() => ['shoots', asked.value]),
  queryFn: ({ pageParam }) =>
    ask(api.GET('/api/shoots', { params: { query: { ...asked.value, before: pageParam || undefined } } })),
  initialPageParam: '',
  getNextPageParam: (page) => page.next,
});
const rows = computed(() => (pages.data.value?.pages ?? []).flatMap((page) => page.rows));
const standards = useQuery({ queryKey: ['standards'], queryFn: () => ask(api.GET('/api/standards')) });
const approved = computed(() => (standards.data.value ?? []).filter((s) => s.state === 'approved'));
const name = ref('');
const standard = ref('');
const wrong = ref('');
const WHENS = [
  { key: 'upcoming', name: 'still to come' },
  { key: 'past', name: 'over' },
  { key: 'all', name: 'all' },
];

async function begin(plan: boolean): Promise<void> {
  wrong.value = '';
  const id = crypto.randomUUID();
  const headers = { 'If-Match': '"0"' };
  try {
    if (plan) {
      const { document } = await newLineUp(standard.value);
      const body = { ...document, id, name: name.value.trim() };
      await ask(api.PUT('/api/line-ups/{id}', { params: { path: { id } }, headers, body }));
    } else {
      const body = { id, name: name.value.trim(), standard: standard.value } as never;
      await ask(api.PUT('/api/shoots/{id}', { params: { path: { id } }, headers, body }));
    }
    await router.push(plan ? `/shoots/${id}/plan` : `/shoots/${id}`);
  } catch (error) {
    wrong.value = `${(error as Error).message} What you typed is still here.`;
  }
}
</script>

<template>
  <div class="page">
    <SectionTabs />
    <h1>Shoots</h1>
    <p class="soft lead">
      When, where, with which cameras: what they need follows, from the cards to when preparation has to
      start.
    </p>
    <form class="fields begin no-print" @submit.prevent="begin(false)">
      <label class="grow"
        ><span>A new shoot</span
        ><InputText v-model="name" v-focus class="field" maxlength="80" placeholder="What is the shoot?" />
      </label>
      <OneOf v-model="standard" label="Standard" :options="approved" />
      <button class="act" type="submit" :disabled="!name.trim()">Start</button>
      <button
        class="act quiet"
        type="button"
        :disabled="!name.trim() || !standard"
        title="Several cameras under one light"
        @click="begin(true)"
      >
        Start with a line-up
      </button>
    </form>
    <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
    <div class="fields narrow no-print">
      <label class="grow"
        ><span>Find</span
        ><InputText v-model="find" class="field" maxlength="80" placeholder="name or place" />
      </label>
      <OneOf
        :model-value="when"
        label="When"
        :options="WHENS"
        @update:model-value="narrow('when', $event === 'upcoming' ? null : $event)"
      />
    </div>
    <p v-if="pages.isPending.value" class="soft" role="status">Fetching the shoots…</p>
    <div v-else-if="pages.error.value" class="problem" role="alert">
      {{ pages.error.value.message }}
      <button class="act quiet" type="button" @click="pages.refetch()">Try again</button>
    </div>
    <p v-else-if="!rows.length">
      {{
        asked.find
          ? `No shoot has “${asked.find}” in its name or place.`
          : when === 'upcoming'
            ? 'Nothing is planned. Name a shoot above.'
            : 'No shoot is over yet.'
      }}
    </p>
    <DataTable v-else class="stacks" :value="rows" data-key="id">
      <Column header="Shoot" body-class="leads"
        ><template #body="{ data: row }"
          ><RouterLink :to="`/shoots/${row.id}`">{{ row.name }}</RouterLink>
          <span class="soft small place">{{ row.place }}</span></template
        ></Column
      >
      <Column header="When"
        ><template #body="{ data: row }"
          ><span v-if="row.call">{{ span(row.call, row.end, zone) }}</span
          ><span v-else class="soft">no date yet</span></template
        ></Column
      >
      <Column header="Cameras" body-class="mono small"
        ><template #body="{ data: row }"
          >{{ row.units.join(', ') }}<span v-if="!row.units.length" class="soft">none yet</span></template
        ></Column
      >
      <Column header="State"
        ><template #body="{ data: row }"
          ><span :class="{ soft: row.status === 'cancelled' || row.status === 'closed' }">{{
            STATUS[row.status as keyof typeof STATUS]
          }}</span></template
        ></Column
      >
    </DataTable>
    <button v-if="pages.hasNextPage.value" class="act quiet" type="button" @click="pages.fetchNextPage()">
      Older ones
    </button>
    <section class="no-print" aria-labelledby="shoot-files">
      <h2 id="shoot-files">Files</h2>
      <p class="files">
        <a href="/api/export/shoots.csv" download>Shoots as CSV</a>
        <a href="/api/export/shoots.json" download>Shoots as JSON</a>
        <RouterLink to="/account">In a calendar program</RouterLink>
      </p>
      <p class="small soft">
        A term is quickest planned in a spreadsheet: take the CSV as a pattern, a row for each shoot, and
        leave the id empty.
      </p>
      <ImportFile v-if="can('importFiles')" what="shoots" />
    </section>
  </div>
</template>

<style scoped>
section {
  margin-top: 36px;
}
.files {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 20px;
}
.lead {
  margin-bottom: 18px;
}
.begin {
  margin-bottom: 14px;
}
.narrow {
  margin-bottom: 14px;
}
.place {
  display: block;
  font-weight: 400;
}
</style>
