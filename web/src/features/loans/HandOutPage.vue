<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { useDebounceFn } from '@vueuse/core';
import { computed, nextTick, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { api, ask, Problem, type Views } from '../../app/client';
import { dayAt, timeAt } from '../../app/clock';
import DayField from '../../app/DayField.vue';
import PersonField from '../../app/PersonField.vue';
import SectionTabs from '../../app/SectionTabs.vue';
import { can } from '../../app/session';
import { useZone } from '../../app/useZone';
import WhoCan from '../../app/WhoCan.vue';
import { momentOf, wallTime } from '../../app/zone';
import KitPhoto from '../kits/KitPhoto.vue';
import CountRows from './CountRows.vue';
import FreeUnits from './FreeUnits.vue';
import ScanButton from './ScanButton.vue';
import WhatSpeaksAgainst from './WhatSpeaksAgainst.vue';

/** Hand out at the counter: unit, person, kit, due time, and it is written down. Every step goes without a mouse. */
const route = useRoute();
const zone = useZone();
const tag = ref(String(route.query.unit ?? ''));
const shoot = ref(String(route.query.shoot ?? '') || undefined);
const borrower = ref('');
const due = ref('');
const counted = ref<Views['CountedPieceDocument'][] | null>(null);
const plate = ref('');
const reason = ref('');
const look = ref<Views['HandOutView'] | null>(null);
const wrong = ref<Problem | null>(null);
const done = ref<Views['LoanView'] | null>(null);
const busy = ref(false);
let id = crypto.randomUUID();
const unitField = ref<{ $el: HTMLInputElement }>();
const person = ref<InstanceType<typeof PersonField>>();
const rows = ref<InstanceType<typeof CountRows>>();
const at = (pointer: string) => (wrong.value?.pointer === pointer ? wrong.value.message : '');

const request = () => ({
  unit: look.value?.unit ?? tag.value.trim(),
  borrower: borrower.value,
  due: momentOf(due.value, zone.value),
  shoot: shoot.value,
  counted: counted.value ?? undefined,
  plate: plate.value.trim() || undefined,
  reason: reason.value.trim(),
});
async function see(): Promise<Views['HandOutView'] | null> {
  if (!tag.value.trim()) return null;
  try {
    const seen = await ask(api.POST('/api/loans/look', { body: request() }));
    look.value = seen;
    wrong.value = null;
    if (!due.value) due.value = wallTime(seen.due, zone.value);
    if (!borrower.value) borrower.value = seen.borrower;
    shoot.value ??= seen.shoot ?? undefined;
    return seen;
  } catch (error) {
    wrong.value = error as Problem;
    return null;
  }
}
async function find(): Promise<void> {
  [look.value, counted.value, plate.value, reason.value, due.value] = [null, null, '', '', ''];
  const seen = await see();
  if (!seen) return;
  tag.value = seen.unit;
  await nextTick();
  if (borrower.value) focusKit();
  else person.value?.focus();
}
function focusKit(): void {
  document.querySelector<HTMLElement>('[data-piece]')?.focus();
}
/** Who has left the counter asks nothing more of it. */
let isLeft = false;
const again = useDebounceFn(() => !isLeft && look.value && void see(), 150);
watch([borrower, due, counted, plate], () => void again());

const reasonField = ref<{ $el: HTMLInputElement }>();
const lastButton = ref<HTMLButtonElement>();
/** Everything is counted: the hand goes on to what is left, the reason where one is needed, else the button. */
async function onward(): Promise<void> {
  await see();
  await nextTick();
  if (reasonField.value) reasonField.value.$el.focus();
  else lastButton.value?.focus();
}
const firm = computed(() => look.value?.obstacles.filter((o) => !o.canOverride) ?? []);
const soft = computed(() => look.value?.obstacles.filter((o) => o.canOverride) ?? []);
/** What the count found stands under the count; everything else is known before anybody counts. */
const counting = computed(() => look.value?.obstacles.filter((o) => o.kind === 'kit') ?? []);
const known = computed(() => look.value?.obstacles.filter((o) => o.kind !== 'kit') ?? []);
const ready = computed(
  () =>
    look.value &&
    borrower.value &&
    counted.value &&
    !firm.value.length &&
    (!soft.value.length || reason.value.trim()),
);
const ownPieces = computed(() => look.value?.pieces.filter((p) => p.supply !== 'issued') ?? []);
async function handOut(): Promise<void> {
  busy.value = true;
  wrong.value = null;
  try {
    done.value = await ask(api.PUT('/api/loans/{id}', { params: { path: { id } }, body: request() }));
  } catch (error) {
    wrong.value = error as Problem;
    await see();
    wrong.value = error as Problem;
  } finally {
    busy.value = false;
  }
}
function next(): void {
  id = crypto.randomUUID();
  [done.value, look.value, counted.value, tag.value, plate.value, reason.value] = [
    null,
    null,
    null,
    '',
    '',
    '',
  ];
  void nextTick(() => unitField.value?.$el.focus());
}
const read = (text: string) => {
  tag.value = text;
  void find();
};
function keys(event: KeyboardEvent): void {
  const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
  if (typing || event.ctrlKey || event.metaKey || event.altKey || done.value) return;
  if (event.key === 'a' && look.value) rows.value?.all();
  else return;
  event.preventDefault();
}
onMounted(() => {
  window.addEventListener('keydown', keys);
  if (tag.value) void find();
  else unitField.value?.$el.focus();
});
onBeforeUnmount(() => {
  isLeft = true;
  window.removeEventListener('keydown', keys);
});
const refresher = computed(() =>
  look.value?.standard
    ? `/api/practice/refresher.pdf?model=${look.value.modelKey}&standard=${look.value.standard}`
    : '',
);
const sheet = computed(() => {
  if (!look.value?.standard) return '';
  const known = look.value.knownModel ? `&known=${look.value.knownModel}` : '';
  return `/api/sheets/${look.value.standard}/${look.value.modelKey}/sheet.pdf?unit=${look.value.unit}${known}`;
});
</script>

<template>
  <div class="page">
    <SectionTabs />
    <h1>Hand out</h1>
    <WhoCan right="handOut" what="hand cameras out" />
    <template v-if="done">
      <p class="done" role="status">
        <b>{{ done.row.unit }}</b> is with <b>{{ done.row.borrower }}</b>, due
        {{ dayAt(done.row.dueAt, zone) }}, {{ timeAt(done.row.dueAt, zone) }}.
      </p>
      <p class="acts">
        <button v-focus class="act" type="button" @click="next">Next camera</button>
        <a v-if="sheet" class="act quiet" :href="sheet" target="_blank">Sheet, PDF</a>
        <a v-if="refresher" class="act quiet" :href="refresher" target="_blank">Refresher, PDF</a>
        <RouterLink class="link" :to="`/shoots/loans/${done.row.id}`">The loan</RouterLink>
        <RouterLink v-if="done.row.shoot" class="link" :to="`/shoots/${done.row.shoot}/hand-out`">{{
          done.row.shootName
        }}</RouterLink>
      </p>
      <p v-if="look?.knownName && sheet" class="soft">
        {{ done.row.borrower }} had {{ look.knownName }} last: the sheet marks controls in another place.
      </p>
    </template>
    <template v-else-if="can('handOut')">
      <form class="fields first" @submit.prevent="find">
        <label class="grow"
          ><span>Unit</span
          ><InputText
            ref="unitField"
            v-model="tag"
            class="field mono"
            :class="{ wrong: at('/unit') }"
            maxlength="60"
            placeholder="tag, or a label of its kit"
            autocomplete="off"
          />
        </label>
        <button class="act" type="submit" :disabled="!tag.trim()">Find</button>
        <ScanButton @read="read" />
      </form>
      <p v-if="at('/unit')" class="problem" role="alert">{{ at('/unit') }}</p>
      <template v-if="look">
        <p class="unit">
          <b class="big">{{ look.unit }}</b> {{ look.modelName }} {{ look.tape
          }}<template v-if="look.shootName">
            · for <RouterLink :to="`/shoots/${look.shoot}`">{{ look.shootName }}</RouterLink></template
          >
        </p>
        <div class="who">
          <PersonField
            ref="person"
            v-model="borrower"
            label="Borrower"
            :wrong="at('/borrower')"
            @chosen="focusKit"
          />
          <DayField v-model="due" label="Due" time :zone="zone" :wrong="at('/due')" />
          <label v-if="look.plateCode" class="entry"
            ><span class="what"
              >Plate on the camera <span class="soft">its own is {{ look.plateCode }}</span></span
            ><InputText v-model="plate" class="field mono" maxlength="40" placeholder="label of the plate"
          /></label>
        </div>
        <WhatSpeaksAgainst :obstacles="known" :unit="look.unit" :borrower="borrower" />
        <h2>Kit</h2>
        <details v-if="look.differs.length" class="soft small">
          <summary>Unlike other kits of this model: {{ look.differs.length }}</summary>
          <ul>
            <li v-for="d in look.differs" :key="d">{{ d }}</li>
          </ul>
        </details>
        <KitPhoto :tag="look.unit" :photo="look.photo" />
        <CountRows
          ref="rows"
          v-model="counted"
          :pieces="look.pieces"
          label="Pieces to be counted out"
          @whole="onward"
        />
        <p v-if="ownPieces.length" class="soft">
          The borrower brings: {{ ownPieces.map((p) => `${p.count} × ${p.name}`).join(', ') }}.
        </p>
        <WhatSpeaksAgainst :obstacles="counting" :unit="look.unit" :borrower="borrower" />
        <label v-if="soft.length && !firm.length" class="entry reason"
          ><span class="what">Hand it out all the same, because</span>
          <InputText
            ref="reasonField"
            v-model="reason"
            class="field"
            :class="{ wrong: at('/reason') }"
            maxlength="300"
            @keydown.enter="ready && handOut()"
        /></label>
        <p
          v-if="wrong && !['/unit', '/borrower', '/due'].includes(wrong.pointer)"
          class="problem"
          role="alert"
        >
          {{ wrong.message }}
        </p>
        <p class="acts">
          <button ref="lastButton" class="act" type="button" :disabled="!ready || busy" @click="handOut">
            Hand out
          </button>
          <span v-if="!ready" class="soft small">{{
            firm.length
              ? 'It cannot go out as it is.'
              : !borrower
                ? 'Choose who borrows it.'
                : !counted
                  ? 'Count the kit.'
                  : 'Write the reason.'
          }}</span>
        </p>
      </template>
      <template v-else>
        <p v-if="!wrong" class="soft">Type the tag of a unit, or read its printed code.</p>
        <FreeUnits @choose="read" />
      </template>
    </template>
  </div>
</template>

<style scoped>
.first {
  margin-bottom: 10px;
  max-width: 620px;
}
h2 {
  margin-top: 20px;
}
.unit {
  margin: 10px 0;
}
.big {
  font-size: 1.5rem;
}
.who {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 10px 18px;
  align-items: start;
}
.reason {
  max-width: 560px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 16px;
  align-items: center;
  margin-top: 16px;
}
.done {
  font-size: 1.25rem;
  margin: 16px 0;
}
</style>
