<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '../../app/client';
import Loading from '../../app/Loading.vue';
import ShootWork from './ShootWork.vue';

const props = defineProps<{ id: string; room: string }>();
const { data, isPending, error, refetch } = useQuery({
  queryKey: computed(() => ['shoot', props.id, props.room]),
  queryFn: () => ask(api.GET('/api/shoots/{id}', { params: { path: { id: props.id } } })),
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
    what="the shoot"
    back="Go to the shoots"
    back-to="/shoots"
    @again="refetch()"
  >
    <ShootWork
      v-if="data"
      :key="`${data.document.id} ${data.version} ${room}`"
      :first="data"
      :room="room"
      @again="refetch()"
    />
  </Loading>
</template>
