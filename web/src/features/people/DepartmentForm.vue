<script setup lang="ts">
import OneOf from '../../app/OneOf.vue';
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { ref } from 'vue';
import { api, ask } from '../../app/client';
import { can } from '../../app/session';

const queries = useQueryClient();
const { data, error } = useQuery({
  queryKey: ['department'],
  queryFn: () => ask(api.GET('/api/department')),
});
const said = ref('');
const wrong = ref('');

async function change(mainsHz: number): Promise<void> {
  if (!data.value) return;
  said.value = wrong.value = '';
  try {
    await ask(
      api.PUT('/api/department', { headers: { 'If-Match': `"${data.value.version}"` }, body: { mainsHz } }),
    );
    said.value = `A new standard begins with ${mainsHz} Hz mains; those that exist are as they were.`;
  } catch (refused) {
    wrong.value = (refused as Error).message;
  }
  await queries.invalidateQueries({ queryKey: ['department'] });
}
</script>

<template>
  <section aria-label="The department">
    <h2>The department</h2>
    <p v-if="said" role="status">{{ said }}</p>
    <p v-if="wrong || error" class="problem" role="alert">{{ wrong || error?.message }}</p>
    <div v-if="data" class="fields">
      <OneOf
        label="Mains at our place"
        :options="[...new Set([50, 60, data.mainsHz])].map((hz) => ({ key: hz, name: `${hz} Hz` }))"
        :model-value="data.mainsHz"
        :disabled="!can('defineStandards')"
        @update:model-value="change($event!)"
      />
      <span class="soft small"
        >A new standard begins with it, and its use proposes 25 and 50 or 30 and 60 frames.</span
      >
    </div>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
  margin-top: 24px;
}
</style>
