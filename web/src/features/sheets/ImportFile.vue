<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { ref } from 'vue';
import { api, ask, type Problem, type Views } from '../../app/client';

const { what = 'cameras, standards and units' } = defineProps<{
  /** What the page is about; the file may hold anything that is exchanged. */
  what?: string;
}>();
const queries = useQueryClient();
const done = ref('');
const wrong = ref('');
const faults = ref<Views['ImportFault'][]>([]);
const again = ref<File | null>(null);
const busy = ref(false);

async function send(file: File, keepGood: boolean): Promise<void> {
  done.value = wrong.value = '';
  faults.value = [];
  again.value = null;
  busy.value = true;
  const csv = file.name.toLowerCase().endsWith('.csv');
  try {
    // The file is uploaded as it is: the site reads it strictly and says line and column of what is wrong.
    const report = await ask(
      api.POST(csv ? '/api/import/csv' : '/api/import', {
        params: { query: { keepGood } },
        body: file as unknown as never,
        bodySerializer: (whole: unknown) => whole as never,
        headers: { 'Content-Type': csv ? 'text/csv' : 'application/json' },
      }),
    );
    faults.value = report.leftOut;
    done.value =
      `${file.name}: ${report.added} added or changed, ${report.unchanged} as they were` +
      (report.leftOut.length ? `, ${report.leftOut.length} left out:` : '.');
    await queries.invalidateQueries();
  } catch (error) {
    const problem = error as Problem;
    const all = (problem.more?.faults ?? []) as Views['ImportFault'][];
    wrong.value = `${file.name}: ${problem.message}${problem.pointer ? ` (at ${problem.pointer})` : ''}`;
    if (all.length) {
      faults.value = all.length > 1 ? all : [];
      again.value = file;
    }
  } finally {
    busy.value = false;
  }
}
async function take(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  if (file) await send(file, false);
  input.value = '';
}
</script>

<template>
  <section class="import" aria-labelledby="import">
    <h2 id="import">Import {{ what }}</h2>
    <p class="soft small">
      An exchange file (JSON, the folder <code>demo</code> has examples), or a CSV as it is exported here. All
      of it is saved or none, unless you choose otherwise.
    </p>
    <label class="act quiet">
      {{ busy ? 'Reading…' : 'Choose a file' }}
      <input
        class="visually-hidden"
        type="file"
        accept=".json,application/json,.csv,text/csv"
        :disabled="busy"
        @change="take"
      />
    </label>
    <p v-if="done" role="status">{{ done }}</p>
    <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
    <ul v-if="faults.length" class="small">
      <li v-for="fault in faults" :key="`${fault.pointer} ${fault.line}`">
        <span class="mono">{{ fault.pointer }}</span> {{ fault.message }}
      </li>
    </ul>
    <p v-if="again">
      <button class="act quiet" type="button" @click="send(again, true)">
        Keep the good ones, leave these out
      </button>
    </p>
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
