<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '../../app/client';
import { day } from '../../app/dates';
import { mired } from '../matches/words';

/** At the white balance of a unit: when it was matched last, to what, in which light, and what it needed. */
const props = defineProps<{ tag: string }>();
const { data } = useQuery({
  queryKey: computed(() => ['unit-matches', props.tag]),
  queryFn: () => ask(api.GET('/api/units/{tag}/matches', { params: { path: { tag: props.tag } } })),
  retry: false,
});
const last = computed(() => data.value?.[0]);
</script>

<template>
  <p v-if="last" class="soft small">
    Matched to <span class="mono">{{ last.against }}</span> on {{ day(last.at) }} at
    {{ Math.round(last.lightK) }} K by {{ last.by }}: it needs
    <span class="mono">{{ mired(last.offsetMired) }}</span> against it.
  </p>
</template>
