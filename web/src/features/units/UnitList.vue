<script setup lang="ts">
import WhoCan from '../../app/WhoCan.vue';
import { useInfiniteQuery, useQuery, useQueryClient } from '@tanstack/vue-query';
import Column from 'primevue/column';
import DataTable from 'primevue/datatable';
import InputText from 'primevue/inputtext';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { api, ask, type Views } from '../../app/client';
import OneOf from '../../app/OneOf.vue';
import SectionTabs from '../../app/SectionTabs.vue';
import { can } from '../../app/session';
import { orderOf, useListAddress } from '../../app/useListAddress';
import LabelLinks from './LabelLinks.vue';
import UnitRows from './UnitRows.vue';

const PAGE = 500;
const ROW_PX = 41;
const MANY = 60;
const queries = useQueryClient();
const { asked, find, order, narrow, clear } = useListAddress({ field: 'tag', direction: 1 });
const units = useInfiniteQuery({
  queryKey: ['units', 'all'],
  queryFn: ({ pageParam }) =>
    ask(api.GET('/api/units', { params: { query: { after: pageParam, take: PAGE } } })),
  initialPageParam: undefined as string | undefined,
  getNextPageParam: (last) => last.next ?? undefined,
});
// All of them are fetched, page after page, so that every column can be ordered; the table draws only what is seen.
watch(units.data, () => units.hasNextPage.value && void units.fetchNextPage());
const models = useQuery({ queryKey: ['models'], queryFn: () => ask(api.GET('/api/models')) });

const STATUS: Record<string, string> = { in: 'in', out: 'out', repair: 'in repair', retired: 'retired' };
const all = computed(() => units.data.value?.pages.flatMap((p) => p.units) ?? []);
const rows = computed(() => {
  const words = find.value.toLowerCase().split(/\s+/).filter(Boolean);
  return all.value.filter(
    (u) =>
      (!asked('model') || u.modelKey === asked('model')) &&
      (asked('status') ? u.status === asked('status') : u.status !== 'retired') &&
      words.every((w) => `${u.tag} ${u.tape} ${u.place} ${u.modelName}`.toLowerCase().includes(w)),
  );
});

const adding = ref(Boolean(useRoute().query.new));
const added = ref<string[]>([]);
async function kept(tags: string[]): Promise<void> {
  added.value = tags;
  adding.value = false;
  await Promise.all([
    queries.invalidateQueries({ queryKey: ['units'] }),
    queries.invalidateQueries({ queryKey: ['board'] }),
    queries.invalidateQueries({ queryKey: ['models'] }),
  ]);
}
const rowOf = (row: unknown) => row as Views['UnitView'];
</script>

<template>
  <div class="page">
    <SectionTabs />
    <header class="head">
      <div>
        <h1>Units</h1>
        <p class="soft">Each camera of the department, by its tag.</p>
      </div>
      <p class="no-print">
        <button
          v-if="can('manageUnits') && !adding && models.data.value?.length"
          class="act"
          type="button"
          @click="adding = true"
        >
          Add units
        </button>
      </p>
    </header>
    <UnitRows
      v-if="adding"
      :models="models.data.value ?? []"
      :known="all"
      @added="kept"
      @cancel="adding = false"
    />
    <div v-if="added.length" class="added" role="status">
      <p>
        <strong>{{ added.length === 1 ? '1 unit' : `${added.length} units` }} added:</strong>
        {{ added.join(', ') }}.
      </p>
      <LabelLinks :tags="added" />
      <p class="small no-print">
        <RouterLink to="/first-steps">First steps</RouterLink> shows what comes next.
      </p>
    </div>

    <p v-if="units.isPending.value" class="soft" role="status">Opening the units…</p>
    <div v-else-if="units.error.value && !all.length" class="problem" role="alert">
      {{ units.error.value.message }}
      <button class="act quiet" type="button" @click="units.refetch()">Try again</button>
    </div>
    <p v-else-if="!all.length && !adding" role="status">
      There are no units yet.
      <WhoCan right="manageUnits" what="add them here" />
      <template v-if="!can('manageUnits')" />
      <template v-else-if="models.data.value?.length">Add the first with the button above.</template>
      <template v-else
        >A unit needs its model’s specification first:
        <RouterLink to="/cameras/specifications">Specifications</RouterLink>.</template
      >
    </p>
    <template v-else-if="all.length">
      <div class="fields filters no-print">
        <label class="grow"
          >Find
          <InputText v-model="find" type="search" placeholder="Tag, tape, place or model" />
        </label>
        <OneOf
          :model-value="asked('model')"
          label="Model"
          none="all"
          :options="(models.data.value ?? []).map((m) => ({ key: m.key, name: m.name }))"
          @update:model-value="narrow('model', $event)"
        />
        <OneOf
          :model-value="asked('status')"
          label="Status"
          none="all that are lent"
          :options="Object.entries(STATUS).map(([key, name]) => ({ key, name }))"
          @update:model-value="narrow('status', $event)"
        />
      </div>
      <DataTable
        :value="rows"
        data-key="tag"
        :sort-field="order.field"
        :sort-order="order.direction"
        :virtual-scroller-options="rows.length > MANY ? { itemSize: ROW_PX } : undefined"
        :scrollable="rows.length > MANY"
        :scroll-height="rows.length > MANY ? '70vh' : undefined"
        @sort="order = orderOf($event)"
      >
        <template #empty>
          No unit is like that. <button class="link" type="button" @click="clear">Show all</button>
        </template>
        <Column field="tag" header="Tag" sortable>
          <template #body="{ data }">
            <RouterLink class="mono" :to="`/cameras/units/${rowOf(data).tag}`">{{
              rowOf(data).tag
            }}</RouterLink>
          </template>
        </Column>
        <Column field="modelName" header="Model" sortable />
        <Column field="tape" header="Tape" sortable />
        <Column field="place" header="Place" sortable class="place" />
        <Column field="status" header="Status" sortable>
          <template #body="{ data }">{{ STATUS[rowOf(data).status] ?? rowOf(data).status }}</template>
        </Column>
      </DataTable>
      <p class="soft small count">{{ rows.length }} of {{ all.length }} units</p>
      <LabelLinks v-if="rows.length" :tags="rows.map((u) => u.tag)" />
    </template>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: end;
  gap: 8px 24px;
  margin-bottom: 16px;
}
.filters {
  margin-bottom: 12px;
}
.added {
  margin-bottom: 16px;
  padding: 10px 14px;
  border-left: 4px solid var(--tide);
  background: var(--panel);
  overflow-wrap: anywhere;
}
.count {
  margin: 8px 0;
}
:deep(.place) {
  overflow-wrap: anywhere;
}
</style>
