<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '../../app/client';
import Loading from '../../app/Loading.vue';
import { useVocabulary } from '../standards/useVocabulary';
import ModelWork from './ModelWork.vue';

const props = defineProps<{ model: string }>();
const { data, isPending, error, refetch } = useQuery({
  queryKey: computed(() => ['model', props.model]),
  queryFn: () => ask(api.GET('/api/models/{key}', { params: { path: { key: props.model } } })),
  // A specification that is being filled in is not replaced under the hands of who types.
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
    what="the specification"
    back="Go to the camera models"
    back-to="/cameras/specifications"
    @again="refetch()"
  >
    <ModelWork
      v-if="data && words.data.value"
      :key="`${data.document.key} ${data.document.version}`"
      :whole="data"
      :words="words.data.value"
      @reload="refetch()"
    />
  </Loading>
</template>
