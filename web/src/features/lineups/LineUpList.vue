<script setup lang="ts">
import InputText from 'primevue/inputtext';
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import OneOf from '../../app/OneOf.vue';
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask } from '../../app/client';
import { moment } from '../../app/dates';
import { usePages } from '../../app/usePages';
import SectionTabs from '../../app/SectionTabs.vue';
import { newLineUp } from './useNewLineUp';

/** Every line-up, changed last first, and a new one in one act. */
const router = useRouter();
const { pages, rows } = usePages(
  'line-ups',
  (before) => ask(api.GET('/api/line-ups', { params: { query: { before } } })),
  (page) => page.lineUps,
);
const standards = useQuery({ queryKey: ['standards'], queryFn: () => ask(api.GET('/api/standards')) });
const approved = computed(() => (standards.data.value ?? []).filter((s) => s.state === 'approved'));
const named = (key: string) => approved.value.find((s) => s.key === key)?.name ?? key;
const name = ref('');
const standard = ref('');
const wrong = ref('');

async function begin(): Promise<void> {
  wrong.value = '';
  const id = crypto.randomUUID();
  try {
    const { document } = await newLineUp(standard.value);
    const body = { ...document, id, name: name.value.trim() };
    await ask(
      api.PUT('/api/line-ups/{id}', { params: { path: { id } }, headers: { 'If-Match': '"0"' }, body }),
    );
    await router.push(`/line-ups/${id}`);
  } catch (error) {
    wrong.value = `${(error as Error).message} What you typed is still here.`;
  }
}
</script>

<template>
  <div class="page">
    <SectionTabs />
    <h1>Line-ups</h1>
    <p class="soft lead">Several cameras under one light: exposure, motion, depth and white that agree.</p>
    <form class="fields begin no-print" @submit.prevent="begin">
      <label class="grow"
        ><span>A new line-up</span
        ><InputText v-model="name" v-focus class="field" maxlength="80" placeholder="What is the shoot?" />
      </label>
      <OneOf v-model="standard" label="Standard" :options="approved" />
      <button class="act" type="submit" :disabled="!name.trim() || !standard">Start</button>
    </form>
    <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
    <p v-if="pages.isPending.value" class="soft" role="status">Fetching the line-ups…</p>
    <div v-else-if="pages.error.value" class="problem" role="alert">
      {{ pages.error.value.message }}
      <button class="act quiet" type="button" @click="pages.refetch()">Try again</button>
    </div>
    <p v-else-if="!rows.length">
      There is no line-up yet. Name a shoot above; one meter reading and the cameras are enough.
    </p>
    <DataTable v-else class="stacks" :value="rows" data-key="id">
      <Column header="Line-up" body-class="leads"
        ><template #body="{ data: row }"
          ><RouterLink :to="`/line-ups/${row.id}`">{{ row.name }}</RouterLink>
          <span class="soft small place">{{ row.place }}</span></template
        ></Column
      >
      <Column header="Call"
        ><template #body="{ data: row }">{{ row.call ? moment(row.call) : '' }}</template></Column
      >
      <Column header="Standard"
        ><template #body="{ data: row }">{{ named(row.standard) }}</template></Column
      >
      <Column header="Cameras"
        ><template #body="{ data: row }"
          ><span v-for="c in row.cameras" :key="c.letter" class="small unit"
            ><b class="mono">{{ c.letter }}</b> {{ c.unit }} {{ c.part }}</span
          >
          <span v-if="!row.cameras.length" class="soft small">none yet</span></template
        ></Column
      >
      <Column header="Changed" body-class="small"
        ><template #body="{ data: row }"
          >{{ row.changedBy }}, {{ moment(row.changedAt)
          }}<span v-if="row.used" class="has">, shot</span></template
        ></Column
      >
    </DataTable>
    <button v-if="pages.hasNextPage.value" class="act quiet" type="button" @click="pages.fetchNextPage()">
      Older ones
    </button>
  </div>
</template>

<style scoped>
.lead {
  margin-bottom: 18px;
}
.begin {
  margin-bottom: 22px;
}
.place,
.unit {
  display: block;
  font-weight: 400;
}
.problem {
  margin-bottom: 14px;
}
</style>
