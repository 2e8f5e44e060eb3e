<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '../../app/client';
import Loading from '../../app/Loading.vue';
import StandardWork from './StandardWork.vue';
import { useVocabulary } from './useVocabulary';

const props = defineProps<{ standard: string; version: number }>();
const { data, isPending, error, refetch } = useQuery({
  queryKey: computed(() => ['standard', props.standard, props.version]),
  queryFn: () =>
    ask(
      api.GET('/api/standards/{key}/versions/{version}', {
        params: { path: { key: props.standard, version: props.version } },
      }),
    ),
  // A draft that is being typed in is not replaced under the hands of who types.
  refetchOnWindowFocus: false,
  refetchOnReconnect: false,
  gcTime: 0,
});
const words = useVocabulary();
</script>

<template>
  <Loading
    :pending="isPending || !words.data.value"
    :error="error ?? words.error.value"
    what="the standard"
    back="Go to the standards"
    back-to="/standards"
    @again="refetch()"
  >
    <StandardWork
      v-if="data && words.data.value"
      :key="`${data.head.key} ${data.head.version} ${data.head.state}`"
      :whole="data"
      :words="words.data.value"
      @reload="refetch()"
    />
  </Loading>
</template>
