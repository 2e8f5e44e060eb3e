<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask } from '../../app/client';
import { day } from '../../app/dates';
import BenchTabs from '../bench/BenchTabs.vue';
import DriftTable from './DriftTable.vue';

const route = useRoute();
const router = useRouter();
const months = computed(() => Number(route.query.months ?? 6));
const model = computed(() => String(route.query.model ?? ''));
const { data, isPending, error, refetch } = useQuery({
  queryKey: computed(() => ['drift', months.value]),
  queryFn: () => ask(api.GET('/api/drift', { params: { query: { months: months.value } } })),
});
const shown = computed(() => {
  const one = data.value?.models.find((m) => m.modelKey === model.value);
  return one ? one.settings : (data.value?.fleet ?? []);
});
const narrow = (name: string, event: Event) =>
  void router.replace({
    query: { ...route.query, [name]: (event.target as HTMLSelectElement).value || undefined },
  });
</script>

<template>
  <div class="page">
    <BenchTabs />
    <h1>Drift</h1>
    <p class="soft lead">
      What the last borrowers leave changed, and what helps against it. A share comes with the bounds that so
      many readings allow.
    </p>
    <p v-if="isPending" class="soft" role="status">Counting…</p>
    <div v-else-if="error" class="problem" role="alert">
      {{ error.message }} <button class="act quiet" type="button" @click="refetch()">Try again</button>
    </div>
    <template v-else-if="data">
      <div class="fields">
        <label>
          Cameras
          <select :value="model" @change="narrow('model', $event)">
            <option value="">the whole fleet</option>
            <option v-for="m in data.models" :key="m.modelKey" :value="m.modelKey">{{ m.modelName }}</option>
          </select>
        </label>
        <label>
          Looking back
          <select :value="months" @change="narrow('months', $event)">
            <option v-for="n in [1, 3, 6, 12, 36]" :key="n" :value="n">
              {{ n }} month{{ n === 1 ? '' : 's' }}
            </option>
          </select>
        </label>
        <p class="soft small counted">{{ data.readings }} readings since {{ day(data.since) }}.</p>
      </div>
      <DriftTable :settings="shown" caption="What drifts" />
    </template>
  </div>
</template>

<style scoped>
.lead {
  margin-bottom: 16px;
  max-width: 70ch;
}
.fields {
  margin-bottom: 10px;
}
.counted {
  padding-bottom: 9px;
}
</style>
