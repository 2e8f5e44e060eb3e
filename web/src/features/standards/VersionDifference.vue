<script setup lang="ts">
import WhoCan from '../../app/WhoCan.vue';
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import DayField from '../../app/DayField.vue';
import OneOf from '../../app/OneOf.vue';
import { useInfiniteQuery, useQuery, useQueryClient } from '@tanstack/vue-query';
import InputText from 'primevue/inputtext';
import { computed, ref } from 'vue';
import { api, ask, type Views } from '../../app/client';
import { moment } from '../../app/dates';
import { can } from '../../app/session';
import { plain } from '../../instruments/fractions';

const props = defineProps<{ whole: Views['StandardView']; words: Views['VocabularyView'] }>();
const key = props.whole.head.key;
const queries = useQueryClient();

const before = ref(
  props.whole.versions.find((v) => v.version < props.whole.head.version)?.version ?? props.whole.head.version,
);
const compare = useQuery({
  queryKey: computed(() => [
    'compare',
    key,
    before.value,
    props.whole.head.version,
    props.whole.head.revision,
  ]),
  queryFn: () =>
    ask(
      api.GET('/api/standards/{key}/compare', {
        params: { path: { key }, query: { from: before.value, to: props.whole.head.version } },
      }),
    ),
  enabled: computed(() => before.value !== props.whole.head.version),
});
const waiverPages = useInfiniteQuery({
  queryKey: ['waivers', key],
  queryFn: ({ pageParam }) =>
    ask(api.GET('/api/standards/{key}/waivers', { params: { path: { key }, query: { before: pageParam } } })),
  initialPageParam: undefined as string | undefined,
  getNextPageParam: (last) => last.next ?? undefined,
});
const waivers = computed(() => waiverPages.data.value?.pages.flatMap((p) => p.waivers) ?? []);
const trail = useQuery({
  queryKey: ['audit', key],
  queryFn: () => ask(api.GET('/api/audit', { params: { query: { subject: `standard ${key}` } } })),
  enabled: can('readAuditLog'),
});
const models = useQuery({ queryKey: ['models'], queryFn: () => ask(api.GET('/api/models')) });

const giving = ref(false);
const setting = ref('');
const forWhom = ref('');
const tag = ref('');
const reason = ref('');
const until = ref(new Date(Date.now() + 30 * 86_400_000).toISOString().slice(0, 10));
const wrong = ref('');
let id = crypto.randomUUID();

async function give(): Promise<void> {
  wrong.value = '';
  try {
    await ask(
      api.PUT('/api/waivers/{id}', {
        params: { path: { id } },
        body: {
          standardKey: key,
          setting: setting.value,
          modelKey: forWhom.value === 'unit' ? null : forWhom.value,
          unitTag: forWhom.value === 'unit' ? tag.value.trim().toUpperCase() : null,
          reason: reason.value,
          expiresOn: until.value,
        },
      }),
    );
    id = crypto.randomUUID();
    giving.value = false;
    reason.value = '';
    await queries.invalidateQueries({ queryKey: ['waivers'] });
  } catch (error) {
    wrong.value = `${(error as Error).message} What you typed is still here.`;
  }
}
async function end(waiver: string): Promise<void> {
  await ask(api.POST('/api/waivers/{id}/end', { params: { path: { id: waiver } } }));
  await queries.invalidateQueries({ queryKey: ['waivers'] });
}
</script>

<template>
  <section class="difference asked">
    <h2>Differences</h2>
    <p v-if="whole.versions.length < 2" class="soft">There is only this version.</p>
    <template v-else>
      <OneOf
        v-model="before"
        class="against"
        label="Against version"
        :options="
          whole.versions
            .filter((x) => x.version !== whole.head.version)
            .map((v) => ({ key: v.version, name: `${v.version}, ${v.state}` }))
        "
      />
      <p v-if="compare.isPending.value" class="soft" role="status">Comparing…</p>
      <template v-else-if="compare.data.value">
        <ul>
          <li v-for="change in compare.data.value.changes" :key="change.sentence">
            {{ plain(change.sentence) }}
          </li>
        </ul>
        <p v-if="!compare.data.value.changes.length">They say the same.</p>
        <p>
          It touches <strong>{{ compare.data.value.sheets.length }}</strong>
          {{ compare.data.value.sheets.length === 1 ? 'sheet' : 'sheets' }}.
          <strong>{{ compare.data.value.checks }}</strong> past
          {{ compare.data.value.checks === 1 ? 'check was' : 'checks were' }} made against version
          {{ compare.data.value.from.version
          }}<template v-if="compare.data.value.openChecks"
            >, {{ compare.data.value.openChecks }} still open</template
          >; they keep what they were judged by.
        </p>
        <details v-for="sheet in compare.data.value.sheets" :key="sheet.modelKey">
          <summary>{{ sheet.modelName }}: {{ sheet.changes.length }} lines</summary>
          <ul>
            <li v-for="change in sheet.changes" :key="change.sentence">{{ plain(change.sentence) }}</li>
          </ul>
        </details>
      </template>
    </template>

    <h2>Waivers</h2>
    <p v-if="!waivers.length" class="soft">None. A waiver lets one model or unit off a notch until a day.</p>
    <DataTable v-else class="waivers stacks" :value="waivers" data-key="id">
      <Column field="settingName" header="Notch" body-class="leads" />
      <Column header="For" body-class="mono">
        <template #body="{ data: w }">{{ w.modelKey ?? w.unitTag }}</template>
      </Column>
      <Column field="reason" header="Why" />
      <Column header="Until">
        <template #body="{ data: w }"
          ><span :class="{ soft: !w.holds }"
            >{{ w.expiresOn }}{{ w.endedBy ? `, ended by ${w.endedBy}` : w.holds ? '' : ', over' }}</span
          ></template
        >
      </Column>
      <Column field="author" header="By" />
      <Column>
        <template #header><span class="visually-hidden">Do</span></template>
        <template #body="{ data: w }">
          <button v-if="can('giveWaivers') && w.holds" class="link" type="button" @click="end(w.id)">
            End it
          </button>
        </template>
      </Column>
    </DataTable>
    <p v-if="waiverPages.hasNextPage.value">
      <button
        class="link"
        type="button"
        :disabled="waiverPages.isFetchingNextPage.value"
        @click="waiverPages.fetchNextPage()"
      >
        Older waivers
      </button>
    </p>
    <WhoCan right="giveWaivers" what="give waivers" />
    <template v-if="can('giveWaivers')">
      <button v-if="!giving" class="act quiet" type="button" @click="giving = true">Give a waiver</button>
      <form v-else class="fields" @submit.prevent="give">
        <OneOf
          v-model="setting"
          label="Notch"
          :options="
            whole.document.notches.map((notch) => ({
              key: notch.setting,
              name: words.settings.find((s) => s.key === notch.setting)?.name ?? notch.setting,
            }))
          "
        />
        <OneOf
          v-model="forWhom"
          label="For"
          :options="[
            ...(models.data.value ?? []).map((m) => ({ key: m.key, name: m.name })),
            { key: 'unit', name: 'one unit…' },
          ]"
        />
        <label v-if="forWhom === 'unit'"
          >Tag <InputText v-model="tag" class="mono" required maxlength="30"
        /></label>
        <DayField v-model="until" label="Until" required />
        <label class="wide">Why <InputText v-model="reason" required maxlength="400" /></label>
        <p v-if="wrong" class="problem wide" role="alert">{{ wrong }}</p>
        <button class="act" type="submit">Give waiver</button>
        <button class="act quiet" type="button" @click="giving = false">Cancel</button>
      </form>
    </template>

    <template v-if="can('readAuditLog')">
      <h2>Audit log</h2>
      <ul v-if="trail.data.value" class="trail">
        <li v-for="entry in trail.data.value.entries" :key="entry.id">
          <span class="soft small">{{ moment(entry.at) }}</span> {{ entry.who }}: {{ entry.what }}
        </li>
        <li v-if="!trail.data.value.entries.length" class="soft">
          Nothing has been changed here since it came in.
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.difference {
  display: grid;
  gap: 10px;
  margin-top: 18px;
  justify-items: start;
}
h2 {
  margin-top: 16px;
  border-bottom: 1px solid var(--line);
  width: 100%;
}
ul {
  margin: 0;
  padding-left: 20px;
}
.trail {
  list-style: none;
  padding: 0;
}
.waivers {
  width: 100%;
}
.wide {
  flex-basis: 100%;
}
</style>
