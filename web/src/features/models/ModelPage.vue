<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '../../app/client';
import { useVocabulary } from '../standards/useVocabulary';
import ModelWork from './ModelWork.vue';

const props = defineProps<{ model: string }>();
const { data, isPending, error, refetch } = useQuery({
  queryKey: computed(() => ['model', props.model]),
  queryFn: () => ask(api.GET('/api/models/{key}', { params: { path: { key: props.model } } })),
  refetchOnWindowFocus: false,
  refetchOnReconnect: false,
  gcTime: 0,
});
const words = useVocabulary();
</script>

<template>
  <p v-if="isPending || !words.data.value" class="page soft" role="status">Opening the card…</p>
  <div v-else-if="error" class="page">
    <div class="problem" role="alert">
      {{ error.message }} <button class="act quiet" type="button" @click="refetch()">Try again</button>
    </div>
    <p><RouterLink to="/models">Go to the camera models</RouterLink></p>
  </div>
  <ModelWork
    v-else-if="data"
    :key="`${data.document.key} ${data.document.version}`"
    :whole="data"
    :words="words.data.value"
    @reload="refetch()"
  />
</template>
