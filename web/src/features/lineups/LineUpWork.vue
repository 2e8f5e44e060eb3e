<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, onBeforeUnmount, onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask, type Views } from '../../app/client';
import NumberField from '../../app/NumberField.vue';
import TextEntry from '../../app/TextEntry.vue';
import ThreeZones from '../../app/ThreeZones.vue';
import DepthStrip from '../../instruments/DepthStrip.vue';
import FloorPlan from '../../instruments/FloorPlan.vue';
import LatitudeBars from '../../instruments/LatitudeBars.vue';
import { plain } from '../../instruments/fractions';
import StopStack from '../../instruments/StopStack.vue';
import WarmthStrip from '../../instruments/WarmthStrip.vue';
import CameraForm from './CameraForm.vue';
import LightChanged from './LightChanged.vue';
import LightForm from './LightForm.vue';
import PlanPanel from './PlanPanel.vue';
import PlanTable from './PlanTable.vue';
import SceneForm from './SceneForm.vue';
import UnitField from './UnitField.vue';
import UsedForm from './UsedForm.vue';
import { useLineUp } from './useLineUp';

const props = defineProps<{ whole: Views['LineUpView'] }>();
const router = useRouter();
const queries = useQueryClient();
const it = useLineUp(props.whole);
const { doc, plan, state, problem, pointer, chosen, camera, at, messageAt, undo, redo, canUndo, canRedo } =
  it;
const standards = useQuery({ queryKey: ['standards'], queryFn: () => ask(api.GET('/api/standards')) });
const approved = computed(() => (standards.data.value ?? []).filter((s) => s.state === 'approved'));
const table = ref(false);
const changed = ref(false);
const adding = ref(false);
const newUnit = ref('');
const dropping = ref(false);
const refused = ref('');

const SCHOOLS = [
  { key: 'own-base', name: 'own base, ND for the rest' },
  { key: 'move-light', name: 'the light moves' },
  { key: 'common-speed', name: 'one speed for all' },
  { key: 'gain-last', name: 'gain last' },
];
const STATES: Record<string, string> = {
  kept: 'kept',
  typing: 'typing…',
  keeping: 'keeping…',
  wrong: 'not kept yet',
  away: 'held in this browser until the site is back',
  conflict: 'changed by somebody else',
};
const planned = computed(() => plan.value.cameras.find((c) => c.letter === chosen.value) ?? null);
const angles = computed(() => Object.fromEntries(plan.value.cameras.map((c) => [c.letter, c.angleDegrees])));
const placed = computed(
  () =>
    Boolean(doc.value.floor?.length) ||
    doc.value.cameras.some((c) => c.acrossM !== undefined && c.acrossM !== null),
);
const light = computed(() => {
  const l = plan.value.light;
  return l ? `${l.luxLabel} at the key, ${l.temperatureK} K` : '';
});
const lenses = computed(() => plan.value.lenses.find((l) => l.letter === chosen.value)?.lenses ?? []);
const chooseCamera = (letter: string) => (chosen.value = chosen.value === letter ? '' : letter);
const opening = (letter: string) => plan.value.cameras.find((c) => c.letter === letter)?.chosen.opening ?? '';
const fault = (letter: string) => plan.value.faults.some((f) => f.letter === letter);

function moveCamera(letter: string, x: number, y: number): void {
  const moved = doc.value.cameras.find((c) => c.letter === letter);
  if (moved) [moved.acrossM, moved.awayM] = [x, y];
}
function moveThing(name: string, x: number, y: number): void {
  const moved = doc.value.floor?.find((f) => f.name === name);
  if (moved) [moved.acrossM, moved.awayM] = [x, y];
}
function addUnit(): void {
  if (!newUnit.value) return;
  it.add(newUnit.value);
  newUnit.value = '';
  adding.value = false;
}
async function act(what: () => Promise<void>): Promise<void> {
  refused.value = '';
  try {
    await it.keep();
    await what();
  } catch (error) {
    refused.value = (error as Error).message;
  }
}
const again = () =>
  act(async () => {
    const id = crypto.randomUUID();
    const body = {
      ...doc.value,
      id,
      name: `${doc.value.name}, again`.slice(0, 80),
      call: undefined,
      used: undefined,
    };
    await ask(
      api.PUT('/api/line-ups/{id}', { params: { path: { id } }, headers: { 'If-Match': '"0"' }, body }),
    );
    await router.push(`/line-ups/${id}`);
  });
const drop = () =>
  act(async () => {
    const id = doc.value.id;
    await ask(
      api.DELETE('/api/line-ups/{id}', {
        params: { path: { id } },
        headers: { 'If-Match': `"${it.revision.value}"` },
      }),
    );
    localStorage.removeItem(`gold-notch.line-up.${id}`);
    await queries.invalidateQueries({ queryKey: ['line-ups'] });
    await router.push('/line-ups');
  });
const check = (letter: string) =>
  act(async () => {
    const id = crypto.randomUUID();
    const unit = doc.value.cameras.find((c) => c.letter === letter)!.unit;
    await ask(
      api.PUT('/api/checks/{id}', {
        params: { path: { id } },
        body: { unit, standard: doc.value.standard, lineUp: doc.value.id },
      }),
    );
    await router.push(`/bench/${id}`);
  });
function takeLight(now: Partial<Views['LineUpLightDocument']>): void {
  doc.value.light = { ...doc.value.light, ...now };
  changed.value = false;
}

const typing = (event: KeyboardEvent) =>
  event.target instanceof HTMLInputElement ||
  event.target instanceof HTMLTextAreaElement ||
  event.target instanceof HTMLSelectElement;
function keys(event: KeyboardEvent): void {
  if (typing(event) || event.ctrlKey || event.metaKey || event.altKey) return;
  const letters = doc.value.cameras.map((c) => c.letter);
  const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
  if (step && letters.length) {
    const from = letters.indexOf(chosen.value);
    chosen.value = letters[(from + step + letters.length) % letters.length]!;
  } else if (event.key === 't') table.value = !table.value;
  else if (event.key === 'l') changed.value = !changed.value;
  else if (event.key === 'u' && canUndo.value) undo();
  else if (event.key === 'Escape') chosen.value = '';
  else return;
  event.preventDefault();
}
onMounted(() => window.addEventListener('keydown', keys));
onBeforeUnmount(() => window.removeEventListener('keydown', keys));
const callText = computed({
  get: () => (doc.value.call ? new Date(doc.value.call).toISOString().slice(0, 16) : ''),
  set: (text: string) => (doc.value.call = text ? `${text}:00Z` : undefined),
});
</script>

<template>
  <ThreeZones
    queue-name="What is asked"
    queue-label="What is asked of the line-up"
    effect-label="The plan, and why"
  >
    <template #queue>
      <div class="asked-form">
        <TextEntry v-model="doc.name" label="Name" plain-text :wrong="messageAt('/name')" />
        <TextEntry v-model="doc.place" label="Place" plain-text :most="120" :wrong="messageAt('/place')" />
        <label class="entry">
          <span class="what">Call <span class="soft">UTC</span></span>
          <input v-model="callText" class="field" type="datetime-local" />
        </label>
        <LightForm v-model="doc.light" :message-at="messageAt" />
        <label class="entry">
          <span class="what">Standard</span>
          <select v-model="doc.standard" :class="{ wrong: messageAt('/standard') }">
            <option v-if="!approved.some((s) => s.key === doc.standard)" :value="doc.standard">
              {{ doc.standard }}
            </option>
            <option v-for="s in approved" :key="s.key" :value="s.key">{{ s.name }}</option>
          </select>
          <span v-if="messageAt('/standard')" class="off small" role="alert">{{
            messageAt('/standard')
          }}</span>
        </label>
        <label class="entry">
          <span class="what">School</span>
          <select v-model="doc.school">
            <option v-for="s in SCHOOLS" :key="s.key" :value="s.key">{{ s.name }}</option>
          </select>
          <span v-if="messageAt('/school')" class="off small" role="alert">{{ messageAt('/school') }}</span>
        </label>
        <fieldset>
          <legend>Cameras</legend>
          <button
            v-for="c in doc.cameras"
            :key="c.letter"
            type="button"
            class="one"
            :aria-pressed="c.letter === chosen"
            @click="chooseCamera(c.letter)"
          >
            <b class="mono">{{ c.letter }}</b>
            <span>{{ plan.cameras.find((p) => p.letter === c.letter)?.spoken ?? c.unit }}</span>
            <span v-if="fault(c.letter)" class="off small">look</span>
            <span v-else class="mono has">{{ plain(opening(c.letter)) }}</span>
          </button>
          <CameraForm
            v-if="camera"
            :key="camera.letter"
            v-model="doc.cameras[at]!"
            :at="at"
            :lenses="lenses"
            :floor="(doc.floor ?? []).map((f) => f.name)"
            :planned="planned"
            :message-at="messageAt"
            @close="chosen = ''"
            @remove="it.remove(camera.letter)"
          />
          <form v-if="adding" class="row adding" @submit.prevent="addUnit">
            <UnitField v-model="newUnit" label="Unit" />
            <button class="act small" type="submit" :disabled="!newUnit">Add</button>
          </form>
          <button v-else class="link small" type="button" @click="adding = true">Add a camera</button>
          <p v-if="messageAt('/cameras')" class="off small" role="alert">{{ messageAt('/cameras') }}</p>
        </fieldset>
        <SceneForm v-model="doc" :marks="plan.marks" :message-at="messageAt" />
        <fieldset>
          <legend>Exposure and colour</legend>
          <div class="row">
            <NumberField
              :model-value="doc.offsetStops"
              label="Over the meter"
              unit="stops"
              :wrong="messageAt('/offsetStops')"
              @update:model-value="doc.offsetStops = $event ?? 0"
            />
            <label class="entry">
              <span class="what">Colour from</span>
              <select v-model="doc.colourReference">
                <option value="">the best known</option>
                <option v-for="c in doc.cameras" :key="c.letter" :value="c.letter">{{ c.letter }}</option>
              </select>
            </label>
          </div>
          <label class="tick"
            ><input v-model="doc.oneReading" type="checkbox" /> all set from this one reading</label
          >
        </fieldset>
      </div>
    </template>
    <template #way><RouterLink to="/line-ups">Line-ups</RouterLink></template>
    <header class="head">
      <h1>{{ doc.name }}</h1>
      <p class="soft small">
        {{ doc.place }}<template v-if="doc.place">, </template>{{ plan.standard || doc.standard }} ·
        <span
          :class="{ off: state === 'wrong' || state === 'conflict', floats: state === 'away' }"
          role="status"
          >{{ STATES[state] }}</span><template v-if="it.restored && state !== 'kept'"
          >; what you typed before is back</template
        >.
      </p>
      <p class="acts no-print">
        <button class="act quiet" type="button" :aria-pressed="changed" @click="changed = !changed">
          The light changed <kbd>L</kbd>
        </button>
        <a class="link" :href="`/api/line-ups/${doc.id}/plan.pdf`">Plan, PDF</a>
        <a class="link" :href="`/api/line-ups/${doc.id}/plan.csv`">CSV</a>
        <a class="link" :href="`/api/line-ups/${doc.id}/line-up.json`">JSON</a>
        <button class="link" type="button" :disabled="!canUndo" @click="undo()">Undo</button>
        <button class="link" type="button" :disabled="!canRedo" @click="redo()">Redo</button>
        <button class="link" type="button" :aria-pressed="table" @click="table = !table">
          {{ table ? 'Drawings' : 'Table' }} <kbd>T</kbd>
        </button>
      </p>
      <p v-if="refused" class="problem" role="alert">{{ refused }}</p>
      <p v-if="problem && state !== 'conflict'" class="problem" role="alert">
        {{ problem }} <span class="mono small">{{ pointer }}</span> What you typed is still here; the plan is
        the last that could be made.
      </p>
      <div v-if="state === 'conflict'" class="problem" role="alert">
        <p>{{ problem }}</p>
        <p class="acts">
          <button class="act" type="button" @click="it.settle(false)">Keep mine</button>
          <button class="act quiet" type="button" @click="it.settle(true)">Take theirs</button>
        </p>
      </div>
    </header>
    <LightChanged v-if="changed" :document="doc" @close="changed = false" @take="takeLight" />
    <p v-if="!doc.cameras.length" class="empty">
      No camera yet. Say the light at the left, then add the cameras: the plan is made as you type.
    </p>
    <PlanTable v-else-if="table && plan.light" :plan="plan" />
    <div v-else-if="plan.cameras.length && plan.light" class="drawings" :class="{ stale: problem }">
      <h2>From the light to the gold line</h2>
      <StopStack
        :cameras="plan.cameras"
        :light="light"
        :agree="plan.largestDifference"
        :chosen="chosen"
        @choose="chooseCamera"
      />
      <div class="pair">
        <section>
          <h2>Room above and below grey, stops</h2>
          <LatitudeBars
            :cameras="plan.cameras"
            :marks="plan.marks"
            :brightest="plan.light.brightestStops"
            :darkest="plan.light.darkestStops"
          />
        </section>
        <section>
          <h2>Sharp from, to</h2>
          <DepthStrip :cameras="plan.cameras" />
        </section>
      </div>
      <h2>Warmth, mired</h2>
      <WarmthStrip :white="plan.white" :light="plan.light" />
      <template v-if="placed">
        <h2>The floor, metres</h2>
        <FloorPlan
          :cameras="doc.cameras"
          :floor="doc.floor ?? []"
          :angles="angles"
          :chosen="chosen"
          @move-camera="moveCamera"
          @move-thing="moveThing"
        />
      </template>
    </div>
    <p v-else-if="doc.cameras.length" class="empty">
      Nothing can be planned yet; what is missing stands beside its field.
    </p>
    <section v-if="plan.cameras.length" class="hands no-print">
      <h2>From plan to hands</h2>
      <table class="plain-table">
        <tbody>
          <tr v-for="c in plan.cameras" :key="c.letter">
            <th scope="row">{{ c.letter }} {{ c.spoken }}</th>
            <td>
              <button class="link" type="button" @click="check(c.letter)">Check it on the bench</button>
            </td>
            <td>
              <a class="link" :href="`/api/line-ups/${doc.id}/cameras/${c.letter}/sheet.pdf`"
                >Shoot sheet, PDF</a
              >
            </td>
            <td>
              <a class="link" :href="`/api/line-ups/${doc.id}/cameras/${c.letter}/card.pdf`"
                >Operator's card, PDF</a
              >
            </td>
          </tr>
        </tbody>
      </table>
      <UsedForm v-model="doc" :plan="plan" :message-at="messageAt" />
      <p class="acts">
        <button class="act quiet" type="button" @click="again">Use again</button>
        <template v-if="dropping">
          <span>Throw this line-up away? The trail keeps it.</span>
          <button class="act" type="button" @click="drop">Throw away</button>
          <button class="link" type="button" @click="dropping = false">No</button>
        </template>
        <button v-else class="link" type="button" @click="dropping = true">Throw it away</button>
      </p>
    </section>
    <template #effect><PlanPanel :plan="plan" :chosen="chosen" @choose="chooseCamera" /></template>
  </ThreeZones>
</template>

<style scoped>
.asked-form {
  display: grid;
  gap: 8px;
  padding: 2px 14px 24px;
}
.asked-form :deep(fieldset) {
  border: 0;
  border-top: 1px solid var(--line);
  margin: 4px 0 0;
  padding: 6px 0 2px;
  display: grid;
  gap: 7px;
  min-width: 0;
}
.asked-form :deep(legend) {
  font-size: 0.8125rem;
  font-weight: 600;
  color: var(--ink-soft);
  padding: 0 8px 0 0;
}
.asked-form :deep(.row) {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 7px;
  align-items: start;
}
.asked-form :deep(.row.three) {
  grid-template-columns: 1.5fr 1.1fr 0.9fr;
}
.asked-form :deep(.ways) {
  display: flex;
  gap: 12px;
  font-size: 0.875rem;
}
.asked-form :deep(.tick) {
  font-size: 0.875rem;
  display: flex;
  gap: 6px;
  align-items: center;
}
.asked-form :deep(.item) {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 7px;
  align-items: start;
  border-bottom: 1px solid var(--line);
  padding-bottom: 5px;
}
.asked-form :deep(.item > .row) {
  grid-column: 1 / -1;
}
.asked-form :deep(summary) {
  font-size: 0.875rem;
  cursor: pointer;
}
.asked-form :deep(details[open]) {
  display: grid;
  gap: 6px;
}
.asked-form :deep(.acts),
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}
.asked-form :deep(.camera) {
  border: 1px solid var(--ink-soft);
  border-radius: 6px;
  padding: 6px 10px 8px;
  background: var(--panel);
}
.asked-form :deep(.camera legend) {
  color: var(--ink);
  padding: 0 4px;
}
.one {
  display: grid;
  grid-template-columns: 20px 1fr auto;
  gap: 8px;
  border: 0;
  background: none;
  color: inherit;
  text-align: left;
  padding: 4px 6px;
  font-size: 0.9375rem;
  cursor: pointer;
  border-radius: 4px;
}
.one[aria-pressed='true'] {
  background: var(--panel-deep);
  box-shadow: inset 3px 0 var(--ink);
}
.adding {
  align-items: end !important;
}
.act.small {
  padding: 5px 10px;
}
.head {
  margin-bottom: 10px;
}
.head .acts {
  margin: 8px 0;
}
.act kbd,
.link kbd {
  margin-left: 4px;
}
.act.quiet {
  padding: 6px 12px;
}
.link:disabled {
  opacity: 0.45;
  cursor: default;
}
.drawings h2,
.hands h2 {
  font-size: 0.9375rem;
  margin: 14px 0 6px;
}
.drawings.stale {
  opacity: 0.6;
}
.pair > section {
  min-width: 0;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 26px;
}
.hands {
  margin-top: 18px;
  border-top: 1px solid var(--line);
}
.hands .plain-table td,
.hands .plain-table th {
  padding: 5px 12px 5px 0;
}
.hands .acts {
  margin-top: 12px;
}
.empty {
  padding: 28px 0;
}
@media (max-width: 760px) {
  .pair {
    grid-template-columns: 1fr;
    gap: 6px;
  }
}
@media print {
  .pair {
    display: block;
  }
}
</style>
