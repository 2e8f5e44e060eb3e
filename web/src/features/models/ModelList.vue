<script setup lang="ts">
import WhoCan from '../../app/WhoCan.vue';
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import SectionTabs from '../../app/SectionTabs.vue';
import OneOf from '../../app/OneOf.vue';
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import InputText from 'primevue/inputtext';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask, type Views } from '../../app/client';
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
const beginning = ref(Boolean(useRoute().query.new));
const name = ref('');
const copyOf = ref('');
const wrong = ref('');
const key = computed(() => keyOf(name.value));
const words = useVocabulary();
const generic = useQuery({ queryKey: ['generic'], queryFn: () => ask(api.GET('/api/models/generic')) });
// The first camera of a department begins from the commonest class.
watch([() => data.value, () => generic.data.value], ([here, classes]) => {
  if (here?.length === 0 && classes?.length && !copyOf.value) copyOf.value = 'class 0';
});
/** Six classes of camera, then the models that are here, then nothing at all. */
const sources = computed(() => [
  ...(generic.data.value ?? []).map((g, i) => ({
    key: `class ${i}`,
    name: g.class,
    group: 'A class of camera',
  })),
  ...(data.value ?? []).map((row) => ({ key: `model ${row.key}`, name: row.name, group: 'A similar model' })),
]);

async function source(): Promise<Views['ModelDocument']> {
  const [kind, ...rest] = copyOf.value.split(' ');
  if (kind === 'class') return generic.data.value![Number(rest[0])]!.specification;
  if (kind === 'model')
    return (await ask(api.GET('/api/models/{key}', { params: { path: { key: rest.join(' ') } } }))).document;
  return words.data.value!.blankSpecification;
}

async function begin(): Promise<void> {
  wrong.value = '';
  try {
    const from = await source();
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
          : 'A technician adds the first.'
      }}
    </p>
    <div v-else class="scroll" tabindex="0" role="region" aria-label="Table">
      <DataTable class="stacks" :value="data" data-key="key" sort-field="name" :sort-order="1">
        <Column field="name" sortable header="Model" body-class="leads"
          ><template #body="{ data: row }"
            ><RouterLink :to="`/cameras/specifications/${row.key}`">{{ row.name }}</RouterLink></template
          ></Column
        >
        <Column field="kind" sortable header="What it is"
          ><template #body="{ data: row }">{{ row.kind }}</template></Column
        >
        <Column field="units" sortable header="Units" body-class="mono"
          ><template #body="{ data: row }">{{ row.units }}</template></Column
        >
        <Column header="Known"
          ><template #body="{ data: row }"
            ><span class="mono">{{ row.known }}</span> of
            <span class="mono">{{ row.known + row.missing }}</span>
            <span v-if="row.missing" class="automatic small"> {{ row.missing }} not known</span></template
          ></Column
        >
        <Column field="findings" sortable header="Rule book" body-class="mono"
          ><template #body="{ data: row }">{{ row.findings || '–' }}</template></Column
        >
        <Column field="version" sortable header="Version"
          ><template #body="{ data: row }"
            ><span class="mono">{{ row.version }}</span>
            <span class="soft small">{{ row.changedBy }}</span></template
          ></Column
        >
      </DataTable>
    </div>
    <WhoCan right="defineModels" what="add and change specifications" />
    <div v-if="can('defineModels')" class="new no-print">
      <button v-if="!beginning" class="act quiet" type="button" @click="beginning = true">
        New specification
      </button>
      <form v-else class="fields" @submit.prevent="begin">
        <label>Name <InputText v-model="name" v-focus maxlength="80" required /></label>
        <OneOf v-model="copyOf" label="Start from" none="an empty specification" :options="sources" />
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
</style>
