<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, ask } from '../../app/client';
import { day } from '../../app/dates';
import OneOf from '../../app/OneOf.vue';
import { can } from '../../app/session';

/** What different sources say of a model, side by side: unverified until it is measured, and then beside what was measured. */
const props = defineProps<{ model: string }>();
const { data, error, refetch } = useQuery({
  queryKey: computed(() => ['claims', props.model]),
  queryFn: () => ask(api.GET('/api/models/{key}/claims', { params: { path: { key: props.model } } })),
});
const ABOUT = [
  { key: 'noise', name: 'Noise and gain' },
  { key: 'latitude', name: 'Latitude' },
  { key: 'filters', name: 'Filters' },
  { key: 'other', name: 'Something else' },
];
const matters = computed(() =>
  ABOUT.map((a) => ({
    ...a,
    claims: (data.value?.claims ?? []).filter((c) => c.about === a.key),
    measured: (data.value?.measured ?? []).filter((m) => m.about === a.key),
  })).filter((a) => a.claims.length || a.measured.length),
);
const about = ref('noise');
const claim = ref('');
const source = ref('');
const wrong = ref('');
async function act(work: () => Promise<unknown>): Promise<void> {
  wrong.value = '';
  try {
    await work();
    await refetch();
  } catch (problem) {
    wrong.value = (problem as Error).message;
  }
}
const add = () =>
  act(async () => {
    await ask(
      api.PUT('/api/models/{key}/claims/{id}', {
        params: { path: { key: props.model, id: crypto.randomUUID() } },
        body: { about: about.value, claim: claim.value, source: source.value },
      }),
    );
    claim.value = '';
  });
const remove = (id: string) =>
  act(() => ask(api.DELETE('/api/models/{key}/claims/{id}', { params: { path: { key: props.model, id } } })));
</script>

<template>
  <h2>Claimed and measured</h2>
  <p v-if="error" class="problem small" role="alert">{{ error.message }}</p>
  <p v-if="data && !matters.length" class="soft small">
    Nobody has noted what sources say of its noise, latitude or filters, and nothing was measured on a unit.
  </p>
  <section v-for="m in matters" :key="m.key">
    <h3>{{ m.name }}</h3>
    <ul class="lines small">
      <li v-for="c in m.claims" :key="c.id">
        {{ c.claim }}
        <span class="soft">{{ c.source }}; noted by {{ c.by }}, {{ day(c.at) }}</span>
        <span class="state" :class="m.measured.length ? 'soft' : 'automatic'">{{
          m.measured.length ? 'see what was measured' : 'unverified'
        }}</span>
        <button
          v-if="can('defineModels')"
          class="link small no-print"
          type="button"
          :aria-label="`Remove: ${c.claim}`"
          @click="remove(c.id)"
        >
          Remove
        </button>
      </li>
      <li v-for="f in m.measured" :key="f.unit + f.says">
        {{ f.says }}
        <span class="soft"
          ><RouterLink class="mono" :to="`/cameras/units/${f.unit}`">{{ f.unit }}</RouterLink
          >, {{ f.by }}, {{ day(f.at) }}</span
        >
        <span class="state has">measured</span>
      </li>
    </ul>
  </section>
  <details v-if="can('defineModels')" class="no-print">
    <summary class="small">Note a claim</summary>
    <form @submit.prevent="add">
      <OneOf v-model="about" label="About" :options="ABOUT" />
      <label class="entry">
        <span class="what">What is claimed</span>
        <InputText v-model="claim" class="field" maxlength="200" placeholder="clean up to ISO 6400" />
      </label>
      <label class="entry">
        <span class="what">Source</span>
        <InputText v-model="source" class="field" maxlength="120" placeholder="the maker’s sheet, page 3" />
      </label>
      <button class="act quiet" type="submit" :disabled="claim.trim().length < 3 || source.trim().length < 2">
        Note it
      </button>
    </form>
  </details>
  <p v-if="wrong" class="problem small" role="alert">{{ wrong }}</p>
</template>

<style scoped>
h3 {
  font-size: 0.875rem;
  margin: 8px 0 0;
}
.lines {
  list-style: none;
  margin: 0;
  padding: 0;
}
.lines li {
  border-top: 1px solid var(--line);
  padding: 5px 0;
  overflow-wrap: anywhere;
}
.state {
  font-weight: 600;
  margin-left: 8px;
}
.lines .link {
  margin-left: 8px;
}
form {
  display: grid;
  gap: 8px;
  margin-top: 8px;
  justify-items: start;
}
form > * {
  width: 100%;
}
</style>
