<script setup lang="ts">
import WhoCan from '../../app/WhoCan.vue';
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import Term from '../../app/Term.vue';
import OneOf from '../../app/OneOf.vue';
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import InputText from 'primevue/inputtext';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask, type Views } from '../../app/client';
import { day } from '../../app/dates';
import { keyOf } from '../../app/keyOf';
import { can } from '../../app/session';
import CoverageGrid from '../../instruments/CoverageGrid.vue';
import ImportFile from '../sheets/ImportFile.vue';

const grid = useQuery({ queryKey: ['coverage'], queryFn: () => ask(api.GET('/api/coverage')) });
const heads = useQuery({ queryKey: ['standards'], queryFn: () => ask(api.GET('/api/standards')) });
const router = useRouter();
const queries = useQueryClient();

const byKey = computed(() => {
  const all = new Map<string, Views['StandardHeadView'][]>();
  for (const head of heads.data.value ?? []) all.set(head.key, [...(all.get(head.key) ?? []), head]);
  return [...all.values()];
});

const beginning = ref(Boolean(useRoute().query.new));
const name = ref('');
const copyOf = ref('');
const wrong = ref('');
const key = computed(() => keyOf(name.value));
const points = useQuery({
  queryKey: ['starting-points'],
  queryFn: () => ask(api.GET('/api/standards/starting-points')),
});
/** Three starting points that ship with the application, then the standards that are here. */
const sources = computed(() => [
  ...(points.data.value ?? []).map((p) => ({
    key: `point ${p.name}`,
    name: p.name,
    group: 'A starting point',
  })),
  ...byKey.value.map(([one]) => ({
    key: `standard ${one!.key}`,
    name: one!.name,
    group: 'A standard of yours',
  })),
]);

async function open(begun: Promise<Views['StandardView']>): Promise<void> {
  wrong.value = '';
  try {
    const { head } = await begun;
    await queries.invalidateQueries({ queryKey: ['standards'] });
    await router.push(`/standards/${head.key}/${head.version}`);
  } catch (error) {
    wrong.value = (error as Error).message;
  }
}
const begin = () =>
  open(
    ask(
      api.POST('/api/standards', {
        body: {
          key: key.value,
          name: name.value,
          copyOf: copyOf.value.startsWith('standard ') ? copyOf.value.slice(9) : undefined,
          startingPoint: copyOf.value.startsWith('point ') ? copyOf.value.slice(6) : undefined,
        },
      }),
    ),
  );
const beginDraft = (of: string) =>
  open(ask(api.POST('/api/standards/{key}/draft', { params: { path: { key: of } } })));
</script>

<template>
  <div class="page">
    <header class="head">
      <div>
        <h1>Standards</h1>
        <p class="soft">
          What the department requires for each kind of shoot. A cell opens the <Term of="sheet" /> of that
          standard for that model.
        </p>
      </div>
    </header>

    <p v-if="grid.isPending.value" class="soft" role="status">Opening the grid…</p>
    <div v-else-if="grid.error.value" class="problem" role="alert">
      {{ grid.error.value.message }}
      <button class="act quiet" type="button" @click="grid.refetch()">Try again</button>
    </div>
    <template v-else-if="grid.data.value">
      <p v-if="!grid.data.value.standards.length || !grid.data.value.models.length">
        The grid needs a standard and a camera model.
        {{
          can('importFiles')
            ? 'Start a standard below, add a model, or import both from a file.'
            : 'A technician begins them.'
        }}
      </p>
      <CoverageGrid v-else :grid="grid.data.value" />
    </template>

    <section aria-labelledby="versions">
      <h2 id="versions">Versions</h2>
      <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
      <div v-if="byKey.length" class="scroll" tabindex="0" role="region" aria-label="Table">
        <DataTable class="stacks" :value="byKey" data-key="0.key">
          <Column header="Standard" body-class="leads"
            ><template #body="{ data: versions }">{{ versions[0]!.name }}</template></Column
          >
          <Column header="In force"
            ><template #body="{ data: versions }"
              ><template
                v-for="v in versions.filter((x: Views['StandardHeadView']) => x.state === 'approved')"
                :key="v.version"
              >
                <RouterLink :to="`/standards/${v.key}/${v.version}`">version {{ v.version }}</RouterLink>
                <span class="soft small who"> {{ v.approvedBy }}, {{ day(v.approvedAt!) }}</span>
              </template></template
            ></Column
          >
          <Column header="Draft"
            ><template #body="{ data: versions }"
              ><template
                v-for="v in versions.filter((x: Views['StandardHeadView']) => x.state === 'draft')"
                :key="v.version"
              >
                <RouterLink :to="`/standards/${v.key}/${v.version}`">version {{ v.version }}</RouterLink>
                <span class="soft small who"> {{ v.changedBy }}, {{ day(v.changedAt) }}</span>
              </template></template
            ></Column
          >
          <Column header="Before"
            ><template #body="{ data: versions }"
              ><template
                v-for="v in versions.filter((x: Views['StandardHeadView']) => x.state === 'retired')"
                :key="v.version"
              >
                <RouterLink :to="`/standards/${v.key}/${v.version}`">{{ v.version }}</RouterLink>{{ ' ' }}
              </template></template
            ></Column
          >
          <Column header=""
            ><template #body="{ data: versions }"
              ><button
                v-if="
                  can('defineStandards') &&
                  !versions.some((v: Views['StandardHeadView']) => v.state === 'draft')
                "
                class="link"
                type="button"
                @click="beginDraft(versions[0]!.key)"
              >
                Start a draft
              </button></template
            ></Column
          >
        </DataTable>
      </div>
      <WhoCan right="defineStandards" what="begin and change standards" />
      <div v-if="can('defineStandards')" class="new no-print">
        <button v-if="!beginning" class="act quiet" type="button" @click="beginning = true">
          New standard
        </button>
        <form v-else class="fields" @submit.prevent="begin">
          <label>Name <InputText v-model="name" v-focus maxlength="80" required /></label>
          <OneOf v-model="copyOf" label="Start from" none="nothing" :options="sources" />
          <button class="act" type="submit" :disabled="!key">Start the draft</button>
          <button class="act quiet" type="button" @click="beginning = false">Cancel</button>
        </form>
      </div>
    </section>

    <section class="no-print" aria-labelledby="files">
      <h2 id="files">Files</h2>
      <p class="files">
        <a href="/api/export/all.json" download>Everything as JSON</a>
        <a href="/api/export/standards.json" download>Standards as JSON</a>
        <a href="/api/export/standards.csv" download>Standards as CSV</a>
        <a href="/api/export/models.json" download>Models as JSON</a>
        <a href="/api/coverage.svg" download>The grid as SVG</a>
        <a href="/api/export/units.csv" download>Units as CSV</a>
        <a href="/api/export/units.json" download>Units as JSON</a>
      </p>
      <ImportFile v-if="can('importFiles')" />
    </section>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  gap: 24px;
  flex-wrap: wrap;
  margin-bottom: 20px;
}
.beside,
.files {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 20px;
  align-items: center;
}
.scroll {
  overflow-x: auto;
}
.who {
  margin-left: 6px;
}
section {
  margin-top: 36px;
}
.new {
  margin-top: 16px;
}
</style>
