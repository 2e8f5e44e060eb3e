<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import InputText from 'primevue/inputtext';
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask } from '../../app/client';
import { moment } from '../../app/dates';
import { can } from '../../app/session';
import { walkList } from '../../app/walk';

const router = useRouter();
const route = useRoute();
const find = ref(String(route.query.unit ?? ''));
const chosenUnit = ref('');
const chosenStandard = ref(String(route.query.standard ?? ''));
const wrong = ref('');

const units = useQuery({
  queryKey: computed(() => ['units', 'lent', find.value]),
  queryFn: () => ask(api.GET('/api/units', { params: { query: { find: find.value, retired: false } } })),
});
const sheets = useQuery({ queryKey: ['sheets'], queryFn: () => ask(api.GET('/api/sheets')) });
const open = useQuery({
  queryKey: ['checks', 'open'],
  queryFn: () => ask(api.GET('/api/checks', { params: { query: { state: 'open' } } })),
});

const offered = computed(() => units.data.value?.units ?? []);
const standards = computed(() => {
  const unit = offered.value.find((u) => u.tag === chosenUnit.value);
  return (sheets.data.value ?? []).filter((s) => s.modelKey === unit?.modelKey);
});

watch(
  () => offered.value,
  (some) => {
    if (some.length === 1) chosenUnit.value = some[0]!.tag;
    else if (!some.some((u) => u.tag === chosenUnit.value)) chosenUnit.value = '';
  },
);
watch(
  () => route.query.unit,
  (tag) => tag && (find.value = String(tag)),
);

/** An operator sheet brings its line-up along: the unit is then checked by the plan. */
const shoot = useQuery({
  queryKey: computed(() => ['line-up', String(route.query.lineUp ?? '')]),
  queryFn: () => ask(api.GET('/api/line-ups/{id}', { params: { path: { id: String(route.query.lineUp) } } })),
  enabled: computed(() => Boolean(route.query.lineUp)),
});
const planned = computed(() => {
  const document = shoot.data.value?.document;
  const camera = document?.cameras.find((c) => c.unit === chosenUnit.value);
  return document && camera ? { document, camera } : null;
});

/** Enter goes on: to the standards where one unit is left, else into the units. */
function onward(): void {
  if (!chosenUnit.value && offered.value.length === 1) chosenUnit.value = offered.value[0]!.tag;
  into(chosenUnit.value ? 'standards' : 'units');
}
function into(part: 'units' | 'standards'): void {
  void nextTick(() =>
    document.querySelector<HTMLElement>(`section[aria-labelledby=${part}] li button`)?.focus(),
  );
}
function choose(tag: string): void {
  chosenUnit.value = tag;
  into('standards');
}

async function begin(standard: string, lineUp?: string): Promise<void> {
  wrong.value = '';
  const id = crypto.randomUUID();
  try {
    await ask(
      api.PUT('/api/checks/{id}', {
        params: { path: { id } },
        body: { unit: chosenUnit.value, standard, lineUp },
      }),
    );
    await router.push(`/bench/${id}`);
  } catch (error) {
    wrong.value = (error as Error).message;
  }
}

const STATUS: Record<string, string> = { in: 'in', out: 'out', repair: 'in repair', retired: 'retired' };
</script>

<template>
  <div class="page">
    <h1>Bench</h1>
    <p class="soft lead">Which camera is in your hand, and what is it for?</p>
    <div class="two">
      <section aria-labelledby="units" @keydown="walkList">
        <h2 id="units">Camera</h2>
        <label for="find-unit" class="visually-hidden">Find by tag, tape, place or model</label>
        <InputText
          id="find-unit"
          v-model="find"
          v-focus
          data-search="yes"
          placeholder="Tag, tape, place or model"
          autocomplete="off"
          @keydown.enter.prevent="onward"
          @keydown.down.prevent="into('units')"
        />
        <p v-if="units.isPending.value" class="soft" role="status">Looking…</p>
        <p v-else-if="units.error.value" class="problem" role="alert">{{ units.error.value.message }}</p>
        <p v-else-if="!offered.length" class="soft" role="status">
          <template v-if="find && find === route.query.unit"
            >There is no unit “{{ find }}” in the pool: the code on it is from before it was renamed or taken
            out. Find it by its tape or place.</template
          >
          <template v-else-if="find"
            >No unit has “{{ find }}” in its tag, tape, place or model. Try less of it.</template
          >
          <template v-else
            >There are no cameras yet.
            <RouterLink class="act" to="/first-steps">{{
              can('defineModels') ? 'First steps' : 'What is missing'
            }}</RouterLink></template
          >
        </p>
        <ul v-else>
          <li v-for="unit in offered" :key="unit.tag">
            <button type="button" :aria-pressed="unit.tag === chosenUnit" @click="choose(unit.tag)">
              <strong class="mono">{{ unit.tag }}</strong>
              <span
                >{{ unit.modelName }}<template v-if="unit.tape">, {{ unit.tape }} tape</template></span
              >
              <span class="soft small">{{ unit.place }} · {{ STATUS[unit.status] ?? unit.status }}</span>
            </button>
          </li>
        </ul>
        <p v-if="units.data.value?.next" class="soft small">There are more: type part of the tag.</p>
      </section>

      <section aria-labelledby="standards" @keydown="walkList">
        <h2 id="standards">Against</h2>
        <p v-if="!chosenUnit" class="soft">Choose a camera first.</p>
        <ul v-else>
          <li v-if="planned">
            <button
              type="button"
              class="first"
              @click="begin(planned.document.standard, planned.document.id)"
            >
              <strong>{{ planned.document.name }}</strong>
              <span class="soft small"
                >the plan of camera {{ planned.camera.letter }}, {{ planned.camera.part }}</span
              >
              <span class="begin">Start check</span>
            </button>
          </li>
          <li v-for="row in standards" :key="row.standardKey">
            <button
              type="button"
              :class="{ first: row.standardKey === chosenStandard }"
              @click="begin(row.standardKey)"
            >
              <strong>{{ row.standardName }}</strong>
              <span class="soft small">
                version {{ row.standardVersion }} · {{ row.exact }} exact<template v-if="row.compromise"
                  >, {{ row.compromise }} compromise</template
                >
              </span>
              <span class="begin">Start check</span>
            </button>
          </li>
        </ul>
        <p v-if="shoot.error.value" class="problem" role="alert">
          {{ shoot.error.value.message }} The standards can be checked all the same.
        </p>
        <p v-if="wrong" class="problem" role="alert">{{ wrong }} No check was started.</p>

        <template v-if="open.data.value?.checks.length">
          <h2 class="open-head">Started and not signed</h2>
          <ul>
            <li v-for="c in open.data.value.checks" :key="c.id">
              <RouterLink :to="`/bench/${c.id}`">
                <strong class="mono">{{ c.unitTag }}</strong> <span>{{ c.shootName || c.standardName }}</span>
                <span class="soft small"
                  >{{ c.startedBy }}, {{ moment(c.startedAt) }} · {{ c.summary.unread }} not read</span
                >
              </RouterLink>
            </li>
          </ul>
        </template>
      </section>
    </div>
  </div>
</template>

<style scoped>
.lead {
  margin-bottom: 20px;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 48px;
}
h2 {
  margin-bottom: 8px;
}
.open-head {
  margin-top: 32px;
}
ul {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
}
li {
  border-bottom: 1px solid var(--line);
}
li button,
li a {
  width: 100%;
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 14px;
  border: 0;
  background: none;
  color: var(--ink);
  text-align: left;
  text-decoration: none;
  font-size: 1rem;
  padding: 11px 12px;
  cursor: pointer;
}
li button:hover,
li a:hover {
  background: var(--panel-deep);
}
li button[aria-pressed='true'],
li button.first {
  background: var(--panel);
  box-shadow: inset 4px 0 var(--ink);
}
.begin {
  margin-left: auto;
  text-decoration: underline;
}
#find-unit {
  width: 100%;
}
@media (max-width: 760px) {
  .two {
    grid-template-columns: 1fr;
    gap: 24px;
  }
}
</style>
