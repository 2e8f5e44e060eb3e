<script setup lang="ts">
import { useTitle } from '../../app/title';
import { computed, onBeforeUnmount, onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import { matchOf } from '../matches/begin';
import type { Views } from '../../app/client';
import ThreeZones from '../../app/ThreeZones.vue';
import ShootRooms from '../shoots/ShootRooms.vue';
import DepthStrip from '../../instruments/DepthStrip.vue';
import FloorPlan from '../../instruments/FloorPlan.vue';
import LatitudeBars from '../../instruments/LatitudeBars.vue';
import StopStack from '../../instruments/StopStack.vue';
import WhiteBalanceStrip from '../../instruments/WhiteBalanceStrip.vue';
import InputsForm from './InputsForm.vue';
import LightChanged from './LightChanged.vue';
import PlanHands from './PlanHands.vue';
import PlanPanel from './PlanPanel.vue';
import PlanTable from './PlanTable.vue';
import { useLineUp } from './useLineUp';

const props = defineProps<{ whole: Views['LineUpView'] }>();
const it = useLineUp(props.whole);
const { doc, plan, state, problem, chosen, choose, undo, redo, canUndo, canRedo } = it;
const table = ref(false);
const changed = ref(false);
const refused = ref('');

const router = useRouter();
async function matchThem(): Promise<void> {
  refused.value = '';
  try {
    await router.push(`/shoots/matches/${await matchOf(doc.value.id)}`);
  } catch (error) {
    refused.value = (error as Error).message;
  }
}
const STATES: Record<string, string> = {
  kept: 'all saved',
  typing: 'typing…',
  keeping: 'saving…',
  wrong: 'not saved yet',
  away: 'held in this browser until the site is back',
  conflict: 'changed by somebody else',
};
const angles = computed(() => Object.fromEntries(plan.value.cameras.map((c) => [c.letter, c.angleDegrees])));
const distances = computed(() => Object.fromEntries(plan.value.cameras.map((c) => [c.letter, c.distanceM])));
const placed = computed(
  () =>
    Boolean(doc.value.floor?.length) ||
    doc.value.cameras.some((c) => c.acrossM !== undefined && c.acrossM !== null),
);
const light = computed(() => {
  const l = plan.value.light;
  return l ? `${l.luxLabel} at the key, ${l.temperatureK} K` : '';
});
function hold(letter: string, pins: Views['PinsDocument']): void {
  const held = doc.value.cameras.find((c) => c.letter === letter);
  if (held) held.pins = { ...pins, shutter: held.pins?.shutter };
}
function moveCamera(letter: string, x: number, y: number): void {
  const moved = doc.value.cameras.find((c) => c.letter === letter);
  if (moved) [moved.acrossM, moved.awayM] = [x, y];
}
function moveThing(name: string, x: number, y: number): void {
  const moved = doc.value.floor?.find((f) => f.name === name);
  if (moved) [moved.acrossM, moved.awayM] = [x, y];
}
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
useTitle(() => [doc.value.name, 'line-up']);
</script>

<template>
  <ThreeZones queue-name="Inputs" queue-label="Inputs of the line-up" effect-label="The plan, and why">
    <template #queue>
      <InputsForm v-model="doc" :it="it" />
    </template>
    <template #way><RouterLink to="/shoots">Shoots</RouterLink></template>
    <ShootRooms :id="doc.id" here="plan" />
    <header class="head">
      <h1>{{ doc.name }}</h1>
      <p class="soft small">
        {{ doc.place }}<template v-if="doc.place">, </template>{{ plan.standard || doc.standard }} ·
        <span
          :class="{ off: state === 'wrong' || state === 'conflict', automatic: state === 'away' }"
          role="status"
          >{{ STATES[state] }}</span><template v-if="it.restored && state !== 'kept'"
          >; what you typed before is back</template
        >.
      </p>
      <p class="acts no-print">
        <button class="act quiet" type="button" :aria-pressed="changed" @click="changed = !changed">
          The light changed <kbd>L</kbd>
        </button>
        <button
          v-if="doc.cameras.filter((c) => c.unit).length > 1"
          class="act quiet"
          type="button"
          :disabled="state !== 'kept'"
          @click="matchThem"
        >
          Match the cameras
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
        {{ problem }} What you typed is still here; the plan is the last that could be made.
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
      <h2>Exposure by camera</h2>
      <StopStack
        :cameras="plan.cameras"
        :light="light"
        :agree="plan.largestDifference"
        :chosen="chosen"
        @choose="choose"
      />
      <div class="pair">
        <section>
          <h2>Latitude, stops above and below grey</h2>
          <LatitudeBars
            :cameras="plan.cameras"
            :marks="plan.marks"
            :brightest="plan.light.brightestStops"
            :darkest="plan.light.darkestStops"
          />
        </section>
        <section>
          <h2>Depth of field</h2>
          <DepthStrip :cameras="plan.cameras" />
        </section>
      </div>
      <h2>White balance, mired</h2>
      <WhiteBalanceStrip :white="plan.white" :light="plan.light" />
      <template v-if="placed">
        <h2>The floor, metres</h2>
        <FloorPlan
          :cameras="doc.cameras"
          :floor="doc.floor ?? []"
          :angles="angles"
          :distances="distances"
          :chosen="chosen"
          @move-camera="moveCamera"
          @move-thing="moveThing"
        />
      </template>
    </div>
    <p v-else-if="doc.cameras.length" class="empty">
      Nothing can be planned yet; what is missing stands beside its field.
    </p>
    <PlanHands
      v-if="plan.cameras.length"
      v-model="doc"
      class="no-print"
      :it="it"
      @refused="refused = $event"
    />
    <template #effect><PlanPanel :plan="plan" :chosen="chosen" @choose="choose" @hold="hold" /></template>
  </ThreeZones>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
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
.drawings h2 {
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
