<script setup lang="ts">
import SectionTabs from '../../app/SectionTabs.vue';
import OneOf from '../../app/OneOf.vue';
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import InputText from 'primevue/inputtext';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask } from '../../app/client';
import { keyOf } from '../../app/keyOf';
import { can } from '../../app/session';
import { useVocabulary } from '../standards/useVocabulary';
import ImportFile from '../sheets/ImportFile.vue';

const { data, isPending, error, refetch } = useQuery({
  queryKey: ['models'],
  queryFn: () => ask(api.GET('/api/models')),
});
const router = useRouter();
const queries = useQueryClient();
const beginning = ref(false);
const name = ref('');
const copyOf = ref('');
const wrong = ref('');
const key = computed(() => keyOf(name.value));
const words = useVocabulary();

async function begin(): Promise<void> {
  wrong.value = '';
  try {
    const from = copyOf.value
      ? (await ask(api.GET('/api/models/{key}', { params: { path: { key: copyOf.value } } }))).document
      : words.data.value!.blankSpecification;
    await ask(
      api.PUT('/api/models/{key}', {
        params: { path: { key: key.value } },
        headers: { 'If-Match': '"0"' },
        body: { ...from, key: key.value, name: name.value, version: 1 },
      }),
    );
    await queries.invalidateQueries({ queryKey: ['models'] });
    await router.push(`/cameras/specifications/${key.value}`);
  } catch (refused) {
    wrong.value = (refused as Error).message;
  }
}
</script>

<template>
  <div class="page">
    <SectionTabs />
    <h1>Camera specifications</h1>
    <p class="soft lead">What each model can do, and where its controls are.</p>
    <p v-if="isPending" class="soft" role="status">Opening the models…</p>
    <div v-else-if="error" class="problem" role="alert">
      {{ error.message }} <button class="act quiet" type="button" @click="refetch()">Try again</button>
    </div>
    <p v-else-if="!data?.length">
      No camera model yet.
      {{
        can('defineModels')
          ? 'Start one below, or import specifications from a file.'
          : 'Ask a technician to add one.'
      }}
    </p>
    <div v-else class="scroll" tabindex="0" role="region" aria-label="Table">
      <table class="plain-table">
        <thead>
          <tr>
            <th scope="col">Model</th>
            <th scope="col">What it is</th>
            <th scope="col">Units</th>
            <th scope="col">Known</th>
            <th scope="col">Rule book</th>
            <th scope="col">Version</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in data" :key="row.key">
            <th scope="row">
              <RouterLink :to="`/cameras/specifications/${row.key}`">{{ row.name }}</RouterLink>
            </th>
            <td>{{ row.kind }}</td>
            <td class="mono">{{ row.units }}</td>
            <td>
              <span class="mono">{{ row.known }}</span> of
              <span class="mono">{{ row.known + row.missing }}</span>
              <span v-if="row.missing" class="automatic small"> {{ row.missing }} not known</span>
            </td>
            <td class="mono">{{ row.findings || '–' }}</td>
            <td>
              <span class="mono">{{ row.version }}</span> <span class="soft small">{{ row.changedBy }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div v-if="can('defineModels')" class="new no-print">
      <button v-if="!beginning" class="act quiet" type="button" @click="beginning = true">New model</button>
      <form v-else class="fields" @submit.prevent="begin">
        <label>Name <InputText v-model="name" maxlength="80" required autofocus /></label>
        <OneOf
          v-model="copyOf"
          label="Start from"
          none="an empty specification"
          :options="(data ?? []).map((row) => ({ key: row.key, name: row.name }))"
        />
        <button class="act" type="submit" :disabled="!key || !words.data.value">
          Start the specification
        </button>
        <button class="act quiet" type="button" @click="beginning = false">Cancel</button>
        <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
      </form>
      <ImportFile />
    </div>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
.new {
  margin-top: 20px;
}
.plain-table {
  margin-top: 18px;
}
</style>
