<script setup lang="ts">
import Textarea from 'primevue/textarea';
import WhoCan from '../../app/WhoCan.vue';
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import { useTitle } from '../../app/title';
import SectionTabs from '../../app/SectionTabs.vue';
import OneOf from '../../app/OneOf.vue';
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask, type Views } from '../../app/client';
import { day, moment } from '../../app/dates';
import { useLive } from '../../app/live';
import Loading from '../../app/Loading.vue';
import { can } from '../../app/session';
import { duv, mired } from '../matches/words';
import { plain } from '../../instruments/fractions';
import StateMark from '../board/StateMark.vue';
import DriftTable from '../drift/DriftTable.vue';
import UnitForm from './UnitForm.vue';
import UnitMeasured from './UnitMeasured.vue';

const props = defineProps<{ tag: string }>();
useTitle(() => [props.tag, data.value?.board.modelName]);
const router = useRouter();
const queries = useQueryClient();
const key = computed(() => ['unit', props.tag]);
const { data, isPending, error, refetch } = useQuery({
  queryKey: key,
  queryFn: () => ask(api.GET('/api/units/{tag}/page', { params: { path: { tag: props.tag } } })),
});
useLive((unit) => (!unit || unit === props.tag) && void refetch());

/** Pages of notes after the first, which comes with the unit. */
const older = ref<Views['UnitNotePage'][]>([]);
const notes = computed(() => [...(data.value?.notes.notes ?? []), ...older.value.flatMap((p) => p.notes)]);
const nextNotes = computed(() => (older.value.at(-1) ?? data.value?.notes)?.next);
async function moreNotes(): Promise<void> {
  wrong.value = '';
  try {
    const before = nextNotes.value ?? undefined;
    older.value.push(
      await ask(
        api.GET('/api/units/{tag}/notes', { params: { path: { tag: props.tag }, query: { before } } }),
      ),
    );
  } catch (problem) {
    wrong.value = (problem as Error).message;
  }
}

const says = ref('');
const kind = ref<'note' | 'repair'>('note');
const wrong = ref('');
async function note(): Promise<void> {
  wrong.value = '';
  try {
    await ask(
      api.PUT('/api/units/{tag}/notes/{id}', {
        params: { path: { tag: props.tag, id: crypto.randomUUID() } },
        body: { kind: kind.value, text: says.value },
      }),
    );
    says.value = '';
    older.value = [];
    await refetch();
  } catch (problem) {
    wrong.value = `${(problem as Error).message} What you wrote is still here.`;
  }
}

async function changed(tag: string): Promise<void> {
  if (tag !== props.tag) await router.replace(`/cameras/units/${tag}`);
  await queries.invalidateQueries({ queryKey: ['board'] });
  await refetch();
}
const KIND: Record<string, string> = { note: 'note', repair: 'repair', measured: 'measured' };
</script>

<template>
  <Loading
    :pending="isPending"
    :error="error"
    what="the unit"
    back="To the board"
    back-to="/cameras"
    @again="refetch"
  >
    <div v-if="data" class="page unit">
      <SectionTabs />
      <header>
        <h1>
          <span class="mono">{{ data.board.tag }}</span> {{ data.board.modelName
          }}<template v-if="data.board.tape">, {{ data.board.tape }} tape</template>
        </h1>
        <p class="state">
          <StateMark :state="data.board.state" word />
          <span class="soft"> {{ data.board.place }}. {{ data.board.because.sentence }}</span>
        </p>
        <p class="acts no-print">
          <RouterLink
            v-if="data.board.state !== 'retired'"
            class="act quiet"
            :to="
              data.board.open
                ? `/bench/${data.board.open.id}`
                : { path: '/bench', query: { unit: data.board.tag } }
            "
            >{{ data.board.open ? `Go on with ${data.board.open.by}’s check` : 'Check it' }}</RouterLink
          >
          <RouterLink :to="`/cameras/units/${data.board.tag}/troubleshoot`">Troubleshoot</RouterLink>
          <a :href="`/api/units/${tag}/history.pdf`">History, PDF</a>
          <a :href="`/api/export/checks.csv?unit=${encodeURIComponent(tag)}`">Checks, CSV</a>
          <a :href="`/api/export/checks.json?unit=${encodeURIComponent(tag)}`">JSON</a>
          <a :href="`/api/units/labels.pdf?tags=${tag}&paper=printer&widthMm=62&heightMm=29`">Label</a>
          <a :href="`/api/units/${tag}/code.svg`">Code</a>
        </p>
      </header>
      <div class="two">
        <div>
          <h2>Checks, as found and as left</h2>
          <p v-if="!data.checks.length" class="soft">It was never checked.</p>
          <DataTable v-else class="stacks" :value="data.checks" data-key="id">
            <Column header="Started"
              ><template #body="{ data: c }"
                ><RouterLink :to="c.signedAt ? `/history/${c.id}` : `/bench/${c.id}`">{{
                  moment(c.startedAt)
                }}</RouterLink>
                <span class="soft small">
                  {{ c.shootName || c.standardName }}, {{ c.signedBy ?? c.startedBy
                  }}<template v-if="!c.signedAt">, open</template
                  ><template v-if="c.importedBy">, from a file</template></span
                ></template
              ></Column
            >
            <Column header="Found"
              ><template #body="{ data: c }"
                ><span v-if="c.foundHeadline" class="mono small off">{{ plain(c.foundHeadline) }}</span>
                <span v-else class="has small">on target</span></template
              ></Column
            >
            <Column header="Left"
              ><template #body="{ data: c }"
                ><span v-if="c.summary.headline" class="mono small off">{{ plain(c.summary.headline) }}</span>
                <span v-else class="has small">on target</span>
                <span v-if="c.summary.unread" class="soft small">
                  {{ c.summary.unread }} not read</span
                ></template
              ></Column
            >
          </DataTable>
          <h2>What drifts on this unit</h2>
          <DriftTable :settings="data.drift" caption="What drifts on this unit" />
          <h2>What drifts on every {{ data.board.modelName }}</h2>
          <DriftTable :settings="data.modelDrift" caption="What drifts on this model" short />
        </div>
        <aside>
          <WhoCan right="manageUnits" what="change units and their figures" />
          <UnitForm v-if="can('manageUnits')" :unit="data" @changed="changed" />
          <UnitMeasured :unit="data" :may-measure="can('manageUnits')" @changed="changed(tag)" />
          <template v-if="data.matches.length">
            <h2>Matched</h2>
            <ul class="notes">
              <li v-for="m in data.matches" :key="m.id">
                <p>
                  Needs <span class="mono">{{ mired(m.offsetMired) }}</span> against
                  <RouterLink class="mono" :to="`/cameras/units/${m.against}`">{{ m.against }}</RouterLink> at
                  {{ Math.round(m.lightK) }} K<template v-if="Math.abs(m.duv) >= 0.0005"
                    >, tint <span class="mono">{{ duv(m.duv) }}</span> off</template
                  >.
                </p>
                <p class="soft small">
                  <RouterLink v-if="m.match" :to="`/shoots/matches/${m.match}`">{{
                    day(m.at)
                  }}</RouterLink><template v-else>{{ day(m.at) }}</template
                  >, {{ m.by }}
                </p>
              </li>
            </ul>
          </template>
          <h2>Repairs and notes</h2>
          <form class="note no-print" @submit.prevent="note">
            <label for="unit-note">Write it down for the next person</label>
            <Textarea id="unit-note" v-model="says" class="field" rows="2" maxlength="900" />
            <p class="fields">
              <OneOf v-model="kind" label="Kind" quiet-label :options="['note', 'repair']" />
              <button class="act quiet" type="submit" :disabled="says.trim().length < 3">Save</button>
            </p>
            <p v-if="wrong" class="problem small" role="alert">{{ wrong }}</p>
          </form>
          <p v-if="!notes.length" class="soft">Nothing is noted.</p>
          <ul class="notes">
            <li v-for="n in notes" :key="n.id">
              <p>{{ plain(n.text) }}</p>
              <p class="soft small">{{ KIND[n.kind] ?? n.kind }}, {{ n.by }}, {{ day(n.at) }}</p>
            </li>
          </ul>
          <button v-if="nextNotes" class="link small no-print" type="button" @click="moreNotes">
            Older notes
          </button>
        </aside>
      </div>
    </div>
  </Loading>
</template>

<style scoped>
header {
  margin-bottom: 18px;
}
.state {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 16px;
  margin-top: 10px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  gap: 40px;
  align-items: start;
}
h2 {
  margin: 22px 0 6px;
}
.two > * > h2:first-child {
  margin-top: 0;
}
td .small {
  display: block;
}
.note {
  display: grid;
  gap: 6px;
  margin-bottom: 10px;
}
.note .fields {
  align-items: center;
}
.notes {
  list-style: none;
  margin: 0;
  padding: 0;
}
.notes li {
  border-top: 1px solid var(--line);
  padding: 7px 0;
  overflow-wrap: anywhere;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
    gap: 20px;
  }
}
</style>
