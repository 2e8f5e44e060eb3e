<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, ask, Problem, type Views } from '../../app/client';
import NumberField from '../../app/NumberField.vue';
import OneOf from '../../app/OneOf.vue';
import SectionTabs from '../../app/SectionTabs.vue';
import { can } from '../../app/session';
import TextEntry from '../../app/TextEntry.vue';
import { KINDS } from '../shoots/words';

/** Pools: loose things any shoot can take from. */
const pools = useQuery({
  queryKey: ['pools', 'all'],
  queryFn: () => ask(api.GET('/api/pools', { params: { query: {} } })),
});
const editable = computed(() => can('manageUnits'));
const empty = (): Views['KitPieceDocument'] => ({
  name: '',
  kind: 'card',
  count: 0,
  where: '',
  code: '',
  required: true,
  supply: 'issued',
  aaEach: 0,
  health: 1,
});
const draft = ref(empty());
const key = ref('');
const version = ref(0);
const problem = ref<Problem | null>(null);
function edit(pool: Views['PoolView']): void {
  [draft.value, key.value, version.value, problem.value] = [{ ...pool.piece }, pool.key, pool.version, null];
}
function clear(): void {
  [draft.value, key.value, version.value, problem.value] = [empty(), '', 0, null];
}
const keyOf = (name: string) =>
  name
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60) || 'pool';
async function act(what: () => Promise<unknown>): Promise<void> {
  problem.value = null;
  try {
    await what();
    clear();
    await pools.refetch();
  } catch (error) {
    problem.value = error as Problem;
  }
}
const save = () =>
  act(() =>
    ask(
      api.PUT('/api/pools/{key}', {
        params: { path: { key: key.value || keyOf(draft.value.name) } },
        headers: { 'If-Match': `"${version.value}"` },
        body: draft.value,
      }),
    ),
  );
const drop = () =>
  act(() =>
    ask(
      api.DELETE('/api/pools/{key}', {
        params: { path: { key: key.value } },
        headers: { 'If-Match': `"${version.value}"` },
      }),
    ),
  );
const kindName = (kind: string) => KINDS.find((k) => k.key === kind)?.name ?? kind;
const wrong = (field: string) => (problem.value?.pointer === `/piece/${field}` ? problem.value.message : '');
</script>

<template>
  <div class="page">
    <SectionTabs />
    <h1>Pools</h1>
    <p class="soft lead">
      Loose things that any shoot can take from: cards, AA batteries, front filters, tripods.
    </p>
    <p v-if="pools.isPending.value" class="soft" role="status">Fetching the pools…</p>
    <p v-else-if="pools.error.value" class="problem" role="alert">{{ pools.error.value.message }}</p>
    <p v-else-if="!pools.data.value?.length">There is no pool yet{{ editable ? '. Add one below.' : '.' }}</p>
    <table v-else class="plain-table">
      <thead>
        <tr>
          <th>Pool</th>
          <th>Kind</th>
          <th>There are</th>
          <th>Taken now</th>
          <th>Where</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="p in pools.data.value" :key="p.key">
          <td>
            <button v-if="editable" class="link" type="button" @click="edit(p)">
              {{ p.piece.name }}</button><template v-else>{{ p.piece.name }}</template>
          </td>
          <td>{{ kindName(p.piece.kind) }}</td>
          <td class="mono">{{ p.piece.count }}</td>
          <td class="mono" :class="{ off: p.taken > p.piece.count }">{{ p.taken }}</td>
          <td>{{ p.piece.where }}</td>
        </tr>
      </tbody>
    </table>
    <form v-if="editable" class="fields draft no-print" @submit.prevent="save">
      <h2>{{ key ? `Change ${draft.name}` : 'Add a pool' }}</h2>
      <div class="grid">
        <TextEntry v-model="draft.name" label="Name" plain-text :wrong="wrong('name')" />
        <OneOf
          :model-value="draft.kind"
          label="Kind"
          :options="KINDS"
          @update:model-value="draft.kind = $event ?? 'other'"
        />
        <NumberField v-model="draft.count" label="There are" required :wrong="wrong('count')" />
        <TextEntry v-model="draft.where" label="Where" plain-text />
        <NumberField v-if="draft.kind === 'battery'" v-model="draft.wattHours" label="Energy" unit="Wh" />
        <NumberField v-if="draft.kind === 'card'" v-model="draft.capacityGb" label="Capacity" unit="GB" />
      </div>
      <p v-if="problem" class="problem" role="alert">{{ problem.message }}</p>
      <p class="acts">
        <button class="act" type="submit" :disabled="!draft.name.trim()">Save</button>
        <button v-if="key" class="act quiet" type="button" @click="clear">Leave it</button>
        <button v-if="key" class="link" type="button" @click="drop">Delete</button>
      </p>
    </form>
  </div>
</template>

<style scoped>
.lead {
  margin-bottom: 14px;
}
.draft {
  display: block;
  margin-top: 22px;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 10px 16px;
  align-items: end;
}
.acts {
  display: flex;
  gap: 12px;
  margin-top: 12px;
}
</style>
