<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '../../app/client';
import Loading from '../../app/Loading.vue';
import TryWork from './TryWork.vue';

/** One exercise, by its address. */
const props = defineProps<{ id: string }>();
const asked = useQuery({
  queryKey: computed(() => ['try', props.id]),
  queryFn: () => ask(api.GET('/api/practice/tries/{id}', { params: { path: { id: props.id } } })),
  refetchOnWindowFocus: false,
  staleTime: 0,
  gcTime: 0,
});
</script>

<template>
  <Loading
    :pending="asked.isPending.value"
    :error="asked.error.value"
    what="the exercise"
    back="Go to practice"
    back-to="/practice"
    @again="asked.refetch()"
  >
    <TryWork v-if="asked.data.value" :key="id" :first="asked.data.value" @again="asked.refetch()" />
  </Loading>
</template>
