<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { ref } from 'vue';
import { api, ask, Problem, type Views } from '../../app/client';

const queries = useQueryClient();
const done = ref('');
const wrong = ref('');
const busy = ref(false);

async function take(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  if (!file) return;
  done.value = wrong.value = '';
  busy.value = true;
  try {
    const body = await file.text();
    // The file goes up as it is: the site reads it strictly and says line and column of what is wrong.
    const report = await ask(
      api.POST('/api/import', {
        body: body as unknown as Views['ExchangeDocument'],
        bodySerializer: (text) => text as unknown as string,
        headers: { 'Content-Type': 'application/json' },
      }),
    );
    done.value = `${file.name}: ${report.added} added or changed, ${report.unchanged} as they were.`;
    await queries.invalidateQueries();
  } catch (error) {
    const at = error instanceof Problem && error.pointer ? ` (at ${error.pointer})` : '';
    wrong.value = `${file.name}: ${(error as Error).message}${at}`;
  } finally {
    busy.value = false;
    input.value = '';
  }
}
</script>

<template>
  <section class="import" aria-labelledby="import">
    <h2 id="import">Bring in cameras, standards and units</h2>
    <p class="soft small">
      An exchange file (JSON, the folder <code>demo</code> has examples). All of it is kept, or nothing.
    </p>
    <label class="act quiet">
      {{ busy ? 'Reading…' : 'Choose a file' }}
      <input
        class="visually-hidden"
        type="file"
        accept=".json,application/json"
        :disabled="busy"
        @change="take"
      />
    </label>
    <p v-if="done" role="status">{{ done }}</p>
    <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
  </section>
</template>

<style scoped>
.import {
  margin-top: 48px;
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 10px;
}
label:focus-within {
  outline: 3px solid var(--ink);
  outline-offset: 2px;
}
</style>
