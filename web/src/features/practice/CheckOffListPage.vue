<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, nextTick, ref, watch } from 'vue';
import { api, ask, type Problem, type Views } from '../../app/client';
import { copy } from '../../app/copy';
import Loading from '../../app/Loading.vue';
import NumberField from '../../app/NumberField.vue';
import OneOf from '../../app/OneOf.vue';
import SectionTabs from '../../app/SectionTabs.vue';
import { can } from '../../app/session';
import TextEntry from '../../app/TextEntry.vue';
import TickBox from '../../app/TickBox.vue';
import { useTitle } from '../../app/title';
import { KINDS } from './words';

/** What the department asks for at a check-off: exercises and their pass mark, what is done with the real camera, and what ends one early. */
type Full = Required<Views['CheckOffListDocument']>;
type List = { [K in Exclude<keyof Full, 'lapsesFrom'>]: NonNullable<Full[K]> } & {
  lapsesFrom: number | null;
};
type Own = List['own'][number];
const queries = useQueryClient();
const department = useQuery({
  queryKey: ['department'],
  queryFn: () => ask(api.GET('/api/department')),
});
const choices = useQuery({
  queryKey: ['check-off-choices'],
  queryFn: () => ask(api.GET('/api/check-offs/choices')),
});
const models = useQuery({ queryKey: ['models'], queryFn: () => ask(api.GET('/api/models')) });
const list = ref<List | null>(null);
const asSaved = ref('');
const locked = computed(() => !can('defineStandards'));
const changed = computed(() => list.value !== null && JSON.stringify(list.value) !== asSaved.value);

function show(of: Views['DepartmentView']): void {
  const kept = of.checkOff.list;
  list.value = copy({
    exercises: kept?.exercises ?? [],
    passesInRow: kept?.passesInRow ?? 1,
    without: kept?.without ?? [],
    own: kept?.own ?? [],
    lapsesFrom: kept?.lapsesFrom ?? null,
  } as List);
  asSaved.value = JSON.stringify(list.value);
}
// What somebody changes stays, whatever answer comes meanwhile.
watch(
  () => department.data.value,
  (now) => now && !changed.value && show(now),
  { immediate: true },
);

const without = <T,>(of: T[], one: T) => of.filter((o) => o !== one);
function setExercise(kind: string, on: boolean | null | undefined): void {
  if (!list.value) return;
  list.value.exercises = on ? [...list.value.exercises, kind] : without(list.value.exercises, kind);
}
function setUsual(key: string, on: boolean | null | undefined): void {
  if (!list.value) return;
  list.value.without = on ? without(list.value.without, key) : [...list.value.without, key];
}
async function add(): Promise<void> {
  list.value?.own.push({
    key: `own-${crypto.randomUUID().slice(0, 8)}`,
    text: '',
    standard: '',
    model: '',
  });
  await nextTick();
  root.value?.querySelector<HTMLElement>('.own li:last-child input')?.focus();
}
const remove = (own: Own) => list.value && (list.value.own = without(list.value.own, own));

const said = ref('');
const wrong = ref<Problem | null>(null);
const busy = ref(false);
const root = ref<HTMLElement>();
const at = (field: string) => (wrong.value?.pointer === `/checkOff/list/${field}` ? wrong.value.message : '');

async function save(): Promise<void> {
  const now = department.data.value;
  if (!now || !list.value) return;
  [said.value, wrong.value, busy.value] = ['', null, true];
  try {
    const kept = await ask(
      api.PUT('/api/department', {
        headers: { 'If-Match': `"${now.version}"` },
        body: {
          name: now.name,
          timeZone: now.timeZone,
          mainsHz: now.mainsHz,
          checkOff: { ...now.checkOff, list: list.value },
        },
      }),
    );
    show(kept);
    queries.setQueryData(['department'], kept);
    await queries.invalidateQueries({ queryKey: ['check-offs'] });
    said.value = 'Saved. Check-offs already begun keep their items.';
  } catch (refused) {
    wrong.value = refused as Problem;
    if (wrong.value.status === 412) await department.refetch();
    await nextTick();
    root.value?.querySelector<HTMLElement>('.wrong')?.focus();
  } finally {
    busy.value = false;
  }
}
const back = () => department.data.value && show(department.data.value);
const pending = computed(() => department.isPending.value || choices.isPending.value);
useTitle(() => ['Check-off requirements']);
</script>

<template>
  <Loading
    :pending="pending"
    :error="department.error.value ?? choices.error.value"
    what="the requirements"
    back="Go to the check-offs"
    back-to="/practice/check-offs"
    @again="
      department.refetch();
      choices.refetch();
    "
  >
    <form v-if="list" ref="root" class="page" @submit.prevent="save">
      <SectionTabs />
      <h1>Check-off requirements</h1>
      <p class="soft">
        <RouterLink to="/practice/check-offs">Check-offs</RouterLink> · validity and when the counter asks:
        <RouterLink to="/people">People and department</RouterLink>
      </p>
      <h2>On the screen</h2>
      <ul class="items">
        <li v-for="k in KINDS" :key="k.key">
          <TickBox
            :model-value="list.exercises.includes(k.key)"
            :disabled="locked"
            @update:model-value="setExercise(k.key, $event)"
            >{{ k.name }} <span class="soft small">{{ k.about }}</span></TickBox
          >
        </li>
      </ul>
      <NumberField
        v-model="list.passesInRow"
        class="short"
        label="Passes in a row"
        :unit="`times within ${choices.data.value?.freshDays} days`"
        required
        :locked="locked"
        :wrong="at('passesInRow')"
      />
      <h2>With the real camera</h2>
      <ul class="items">
        <li v-for="u in choices.data.value?.usual" :key="u.key">
          <TickBox
            :model-value="!list.without.includes(u.key)"
            :disabled="locked"
            @update:model-value="setUsual(u.key, $event)"
            >{{ u.text }} <span class="soft small">{{ u.standard }}</span><span
              v-if="u.notFor.length"
              class="soft small not"
              >not with {{ u.notFor.join(', ') }}</span
            ></TickBox
          >
        </li>
      </ul>
      <h3>Department items</h3>
      <p v-if="!list.own.length" class="soft">No items of this department yet.</p>
      <ul v-else class="own">
        <li v-for="(o, i) in list.own" :key="o.key">
          <fieldset :disabled="locked">
            <legend class="visually-hidden">{{ o.text || `Number ${i + 1}` }}</legend>
            <TextEntry v-model="o.text" label="Item" plain-text :most="160" :wrong="at(`own/${i}/text`)" />
            <TextEntry
              v-model="o.standard"
              label="Pass criterion"
              plain-text
              :most="160"
              :wrong="at(`own/${i}/standard`)"
            />
            <OneOf
              v-model="o.model"
              label="Camera"
              none="every camera"
              :options="(models.data.value ?? []).map((m) => ({ key: m.key, name: m.name }))"
              :disabled="locked"
            />
            <button v-if="!locked" class="link" type="button" @click="remove(o)">Remove</button>
          </fieldset>
        </li>
      </ul>
      <p v-if="!locked"><button class="act quiet" type="button" @click="add">Add item</button></p>
      <h2>After a return</h2>
      <NumberField
        v-model="list.lapsesFrom"
        class="short"
        label="Lapses from"
        unit="settings off target"
        hint="never"
        :locked="locked"
        :wrong="at('lapsesFrom')"
      />
      <p class="soft small note">
        Counted by the check after a return, for the model that came back and for whoever had it. Empty: a
        check-off holds to its last day. The last hand on a camera is not always the borrower’s.
      </p>
      <p v-if="wrong" class="problem" role="alert">{{ wrong.message }} What you typed is still here.</p>
      <p v-if="said && !changed" role="status">{{ said }}</p>
      <p v-if="!locked" class="acts">
        <button class="act" type="submit" :disabled="busy || !changed">Save</button>
        <button v-if="changed" class="link" type="button" :disabled="busy" @click="back">
          Discard changes
        </button>
      </p>
      <p v-else class="soft">A technician changes this.</p>
    </form>
  </Loading>
</template>

<style scoped>
h2 {
  margin-top: 20px;
}
h3 {
  font-size: 1rem;
  margin: 12px 0 4px;
}
.items,
.own {
  list-style: none;
  padding: 0;
  margin: 0 0 8px;
}
.items li {
  padding: 3px 0;
}
.not {
  display: block;
}
.own fieldset {
  border: 0;
  border-bottom: 1px solid var(--line);
  padding: 6px 0 10px;
  margin: 0;
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 2fr) minmax(0, 1fr) auto;
  gap: 8px 18px;
  align-items: end;
}
.short {
  max-width: 260px;
}
.note {
  max-width: 66ch;
}
.acts {
  display: flex;
  gap: 16px;
  align-items: center;
  margin-top: 14px;
}
@media (max-width: 760px) {
  .own fieldset {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
