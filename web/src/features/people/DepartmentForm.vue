<script setup lang="ts">
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

async function change(event: Event): Promise<void> {
  if (!data.value) return;
  said.value = wrong.value = '';
  const mainsHz = Number((event.target as HTMLSelectElement).value);
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
    <label v-if="data" class="fields">
      Mains at our place
      <select :value="data.mainsHz" :disabled="!can('defineStandards')" @change="change">
        <option v-if="![50, 60].includes(data.mainsHz)" :value="data.mainsHz">{{ data.mainsHz }} Hz</option>
        <option :value="50">50 Hz</option>
        <option :value="60">60 Hz</option>
      </select>
      <span class="soft small"
        >A new standard begins with it, and its use proposes 25 and 50 or 30 and 60 frames.</span
      >
    </label>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
  margin-top: 24px;
}
</style>
