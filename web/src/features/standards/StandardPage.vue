<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '../../app/client';
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
  <p v-if="isPending || !words.data.value" class="page soft" role="status">Opening the standard…</p>
  <div v-else-if="error" class="page">
    <div class="problem" role="alert">
      {{ error.message }} <button class="act quiet" type="button" @click="refetch()">Try again</button>
    </div>
    <p><RouterLink to="/standards">Go to the standards</RouterLink></p>
  </div>
  <StandardWork
    v-else-if="data"
    :key="`${data.head.key} ${data.head.version} ${data.head.state}`"
    :whole="data"
    :words="words.data.value"
    @reload="refetch()"
  />
</template>
