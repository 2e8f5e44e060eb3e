<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '../../app/client';
import Loading from '../../app/Loading.vue';
import LineUpWork from './LineUpWork.vue';

const props = defineProps<{ id: string }>();
const { data, isPending, error, refetch } = useQuery({
  queryKey: computed(() => ['line-up', props.id]),
  queryFn: () => ask(api.GET('/api/line-ups/{id}', { params: { path: { id: props.id } } })),
  // What is being typed in is not replaced under the hands of who types.
  refetchOnWindowFocus: false,
  refetchOnReconnect: false,
  gcTime: 0,
});
</script>

<template>
  <Loading
    :pending="isPending"
    :error="error"
    what="the line-up"
    back="Go to the line-ups"
    back-to="/line-ups"
    @again="refetch()"
  >
    <LineUpWork v-if="data" :key="data.document.id" :whole="data" />
  </Loading>
</template>
