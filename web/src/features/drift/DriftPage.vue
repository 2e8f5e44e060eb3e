<script setup lang="ts">
import Term from '../../app/Term.vue';
import OneOf from '../../app/OneOf.vue';
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask } from '../../app/client';
import { day } from '../../app/dates';
import SectionTabs from '../../app/SectionTabs.vue';
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
const narrow = (name: string, value: string | number | null | undefined) =>
  void router.replace({ query: { ...route.query, [name]: value ? String(value) : undefined } });
</script>

<template>
  <div class="page">
    <SectionTabs />
    <h1>Drift</h1>
    <p class="soft lead">
      <Term of="drift">What borrowers leave changed</Term>, and what helps against it. Each share has the
      bounds that so many readings allow.
    </p>
    <p v-if="isPending" class="soft" role="status">Counting…</p>
    <div v-else-if="error" class="problem" role="alert">
      {{ error.message }} <button class="act quiet" type="button" @click="refetch()">Try again</button>
    </div>
    <template v-else-if="data">
      <div class="fields">
        <OneOf
          :model-value="model"
          label="Cameras"
          none="the whole fleet"
          :options="data.models.map((m) => ({ key: m.modelKey, name: m.modelName }))"
          @update:model-value="narrow('model', $event)"
        />
        <OneOf
          :model-value="months"
          label="Looking back"
          :options="[1, 3, 6, 12, 36].map((n) => ({ key: n, name: `${n} month${n === 1 ? '' : 's'}` }))"
          @update:model-value="narrow('months', $event)"
        />
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
