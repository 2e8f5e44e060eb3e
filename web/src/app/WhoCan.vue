<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask, type Views } from './client';
import { can } from './session';

/** For who may not do something here: who may. Nothing for who may. */
const props = defineProps<{ right: Views['Right']; what: string }>();
const asked = computed(() => !can(props.right));
const technicians = useQuery({
  queryKey: ['technicians'],
  queryFn: () => ask(api.GET('/api/technicians')),
  enabled: asked,
});
const MOST = 4;
const names = computed(() => {
  const all = technicians.data.value ?? [];
  const rest = all.length - MOST;
  return all.slice(0, MOST).join(', ') + (rest > 0 ? ` and ${rest} more` : '');
});
</script>

<template>
  <p v-if="asked" class="soft small no-print" data-role="who-can">
    Technicians {{ what }}{{ names ? `: ask ${names}` : '' }}.
  </p>
</template>
