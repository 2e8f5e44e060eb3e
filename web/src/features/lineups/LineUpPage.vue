<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask, Problem } from '../../app/client';
import Loading from '../../app/Loading.vue';
import BeginPlan from './BeginPlan.vue';
import LineUpWork from './LineUpWork.vue';

const props = defineProps<{ id: string }>();
const { data, isPending, error, refetch } = useQuery({
  queryKey: computed(() => ['line-up', props.id]),
  queryFn: () => ask(api.GET('/api/line-ups/{id}', { params: { path: { id: props.id } } })),
  // What is being typed in is not replaced under the hands of who types.
  refetchOnWindowFocus: false,
  refetchOnReconnect: false,
  gcTime: 0,
  retry: (count, wrong) => !(wrong instanceof Problem && wrong.status === 404) && count < 3,
});
/** A shoot that was not planned yet has no line-up: it begins with its cameras and its standard. */
const missing = computed(() => error.value instanceof Problem && error.value.status === 404);
</script>

<template>
  <BeginPlan v-if="missing" :id="id" @begun="refetch()" />
  <Loading
    v-else
    :pending="isPending"
    :error="error"
    what="the line-up"
    back="Go to the shoots"
    back-to="/shoots"
    @again="refetch()"
  >
    <LineUpWork v-if="data" :key="data.document.id" :whole="data" />
  </Loading>
</template>
