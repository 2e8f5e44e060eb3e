<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask } from '../../app/client';
import OneOf from '../../app/OneOf.vue';

/** The camera that whoever gets the sheet is used to; it stands in the address, so that it can be sent on. */
const props = defineProps<{ model: string; known: string }>();
const route = useRoute();
const router = useRouter();
const models = useQuery({ queryKey: ['models'], queryFn: () => ask(api.GET('/api/models')) });
const others = computed(() =>
  (models.data.value ?? []).filter((m) => m.key !== props.model).map((m) => ({ key: m.key, name: m.name })),
);
const compare = (to: string | null | undefined) =>
  router.replace({ query: { ...route.query, known: to || undefined }, hash: route.hash });
</script>

<template>
  <OneOf
    label="Compare with"
    none="no other camera"
    :options="others"
    :model-value="known"
    @update:model-value="compare"
  />
</template>
