<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '../../app/client';
import { day } from '../../app/dates';

/** At gain and filter: which figure of this unit was measured instead of taken from its specification, by whom and when. */
const props = defineProps<{ tag: string; about: 'filters' | 'noise' }>();
const { data } = useQuery({
  queryKey: computed(() => ['unit-figures', props.tag]),
  queryFn: () => ask(api.GET('/api/units/{tag}/figures', { params: { path: { tag: props.tag } } })),
  retry: false,
});
const figures = computed(() => (data.value ?? []).filter((f) => f.about === props.about));
</script>

<template>
  <p v-for="f in figures" :key="f.says" class="soft small">
    Measured on <span class="mono">{{ f.unit }}</span>, {{ f.says }}
    <template v-if="f.by">({{ f.by }}, {{ day(f.at) }})</template>
  </p>
</template>
