<script setup lang="ts">
import InputText from 'primevue/inputtext';
import type { RowContext } from '../../app/tables';
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import Term from '../../app/Term.vue';
import OneOf from '../../app/OneOf.vue';
import { keepPreviousData, useInfiniteQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask, type Views } from '../../app/client';
import { day } from '../../app/dates';
import { useLive } from '../../app/live';
import SectionTabs from '../../app/SectionTabs.vue';
import StateMark from './StateMark.vue';
import { STATES } from './states';

const route = useRoute();
const router = useRouter();
const asked = (name: string) => String(route.query[name] ?? '');
/** The filters stand in the address: a board can be sent to somebody, and Back goes back. */
const filters = computed(() => ({
  state: asked('state') || undefined,
  model: asked('model') || undefined,
  tape: asked('tape') || undefined,
  place: asked('place') || undefined,
  find: asked('find') || undefined,
}));
const find = ref(asked('find'));

const { data, isPending, error, refetch, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
  queryKey: computed(() => ['board', filters.value]),
  queryFn: ({ pageParam }) =>
    ask(api.GET('/api/board', { params: { query: { ...filters.value, after: pageParam } } })),
  initialPageParam: undefined as string | undefined,
  getNextPageParam: (last) => last.next ?? undefined,
  placeholderData: keepPreviousData,
});
const first = computed(() => data.value?.pages[0]);
const rows = computed(() => data.value?.pages.flatMap((p) => p.rows) ?? []);
const total = computed(() =>
  (first.value?.counts ?? []).reduce((sum, c) => sum + (c.state === 'retired' ? 0 : c.units), 0),
);

/** What the units there are can be narrowed to. */
const choices = computed(() => {
  const plainly = (all: string[] = []) => all.map((one) => ({ key: one, name: one }));
  return [
    { name: 'model', label: 'Model', options: first.value?.models ?? [] },
    { name: 'tape', label: 'Tape', options: plainly(first.value?.tapes) },
    { name: 'place', label: 'Place', options: plainly(first.value?.places) },
  ];
});

function narrow(name: string, value: string): void {
  void router.replace({ query: { ...route.query, [name]: value || undefined } });
}

// Many changes at once ask once.
let soon: ReturnType<typeof setTimeout> | undefined;
useLive(() => {
  clearTimeout(soon);
  soon = setTimeout(() => void refetch(), 150);
});

const next = (row: Views['BoardRowView']) =>
  row.open ? `/bench/${row.open.id}` : { path: '/bench', query: { unit: row.tag } };
</script>

<template>
  <div class="page">
    <SectionTabs />
    <h1>Readiness</h1>
    <p class="soft lead">
      <Term of="readiness">Which cameras can be handed out now</Term>. Those that need work come first.
    </p>
    <template v-if="first">
      <div class="counts" role="group" aria-label="By state">
        <button type="button" :aria-pressed="!filters.state" @click="narrow('state', '')">
          <strong>{{ total }}</strong> all
        </button>
        <button
          v-for="count in first.counts"
          :key="count.state"
          type="button"
          :aria-pressed="filters.state === count.state"
          :disabled="!count.units && filters.state !== count.state"
          @click="narrow('state', filters.state === count.state ? '' : count.state)"
        >
          <StateMark :state="count.state" /> <strong>{{ count.units }}</strong> {{ STATES[count.state] }}
        </button>
      </div>
      <div class="fields filters">
        <label class="grow">
          Find
          <InputText
            v-model="find"
            class="field"
            type="search"
            placeholder="Tag, tape, place or model"
            @input="narrow('find', find)"
          />
        </label>
        <OneOf
          v-for="choice in choices"
          :key="choice.name"
          :model-value="asked(choice.name)"
          :label="choice.label"
          :options="choice.options"
          none="all"
          @update:model-value="narrow(choice.name, $event ?? '')"
        />
      </div>
    </template>
    <p v-if="isPending" class="soft" role="status">Opening the board…</p>
    <div v-else-if="error && !rows.length" class="problem" role="alert">
      {{ error.message }} <button class="act quiet" type="button" @click="refetch()">Try again</button>
    </div>
    <p v-else-if="!rows.length && total === 0 && !filters.find" role="status">
      There are no cameras yet. <RouterLink to="/cameras/units">Units</RouterLink> are added by a technician.
    </p>
    <p v-else-if="!rows.length" role="status">
      No camera is like that.
      <button class="link" type="button" @click="((find = ''), router.replace({ query: {} }))">
        Show all
      </button>
    </p>
    <DataTable
      v-else
      class="stacks board"
      :value="rows"
      data-key="tag"
      :pt="{
        bodyRow: (o: RowContext) => ({
          'data-tag': o.props.rowData.tag,
          'data-state': o.props.rowData.state,
        }),
      }"
    >
      <Column header="State" body-class="state"
        ><template #body="{ data: row }"><StateMark :state="row.state" word /></template
      ></Column>
      <Column header="Unit" body-class="leads"
        ><template #body="{ data: row }"
          ><RouterLink :to="`/cameras/units/${row.tag}`" class="mono">{{ row.tag }}</RouterLink>
          <span class="soft small">
            {{ row.modelName }}<template v-if="row.tape">, {{ row.tape }} tape</template> ·
            {{ row.place }}</span
          ></template
        ></Column
      >
      <Column header="What is wrong"
        ><template #body="{ data: row }"
          ><span :class="{ off: row.state === 'off' || row.overdue }">{{ row.inShort }}</span>
          <span v-if="row.open" class="small automatic"
            >{{ row.open.by }} is checking, {{ row.open.unread }} not read</span
          ></template
        ></Column
      >
      <Column header="Next check" body-class="soft small"
        ><template #body="{ data: row }">{{ row.dueOn ? day(row.dueOn) : '–' }}</template></Column
      >
      <Column header="" body-class="go"
        ><template #body="{ data: row }"
          ><RouterLink v-if="row.state !== 'retired'" class="small" :to="next(row)">{{
            row.open ? 'Go on' : 'Check'
          }}</RouterLink></template
        ></Column
      >
    </DataTable>
    <p v-if="hasNextPage" class="more">
      <button class="act quiet" type="button" :disabled="isFetchingNextPage" @click="fetchNextPage()">
        More cameras
      </button>
    </p>
  </div>
</template>

<style scoped>
.lead {
  margin-bottom: 14px;
}
.counts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-bottom: 12px;
}
.counts button {
  display: flex;
  align-items: center;
  gap: 6px;
  border: 1px solid var(--line);
  background: var(--panel);
  color: var(--ink);
  border-radius: 5px;
  padding: 5px 11px;
  cursor: pointer;
  font-size: 0.9375rem;
}
.counts button[aria-pressed='true'] {
  border-color: var(--ink);
  box-shadow: inset 0 -3px var(--ink);
}
.counts button:disabled {
  opacity: 0.55;
  cursor: default;
}
.filters {
  margin-bottom: 14px;
}
.board tbody th {
  font-weight: 400;
  font-size: 1rem;
  color: var(--ink);
}
.board tbody th span {
  display: block;
}
.board td {
  padding: 8px 12px 8px 0;
}
.board td .small {
  display: block;
}
.state {
  white-space: nowrap;
}
.go {
  text-align: right;
}
.more {
  margin-top: 16px;
}
</style>
