<script setup lang="ts">
import DayField from '../../app/DayField.vue';
import TickBox from '../../app/TickBox.vue';
import OneOf from '../../app/OneOf.vue';
import { useQuery } from '@tanstack/vue-query';
import { computed, nextTick, onMounted, ref } from 'vue';
import { api, ask, type Views } from '../../app/client';
import NumberField from '../../app/NumberField.vue';
import TextEntry from '../../app/TextEntry.vue';
import { plain } from '../../instruments/fractions';
import { useVocabulary } from '../standards/useVocabulary';
import CameraForm from './CameraForm.vue';
import LightForm from './LightForm.vue';
import SceneForm from './SceneForm.vue';
import UnitField from './UnitField.vue';
import UsedCameras from './UsedCameras.vue';
import { useZone } from '../../app/useZone';
import { momentOf, wallTime } from '../../app/zone';
import type { useLineUp } from './useLineUp';

/** Inputs of a line-up: the light, the standard and strategy, the cameras, the scene. */
const doc = defineModel<Views['LineUpDocument']>({ required: true });
const props = defineProps<{ it: ReturnType<typeof useLineUp> }>();
const { begins, plan, chosen, choose, camera, at, messageAt } = props.it;
const standards = useQuery({ queryKey: ['standards'], queryFn: () => ask(api.GET('/api/standards')) });
const approved = computed(() => (standards.data.value ?? []).filter((s) => s.state === 'approved'));
const adding = ref(doc.value.cameras.length === 0);
const newUnit = ref('');

const SCHOOLS = [
  { key: 'own-base', name: 'own base, ND for the rest' },
  { key: 'move-light', name: 'the light moves' },
  { key: 'common-speed', name: 'one speed for all' },
];
const words = useVocabulary();
const emphases = computed(() => words.data.value?.policies.find((p) => p.key === 'emphasis')?.options ?? []);
const planned = computed(() => plan.value.cameras.find((c) => c.letter === chosen.value) ?? null);
const lenses = computed(() => plan.value.lenses.find((l) => l.letter === chosen.value)?.lenses ?? []);
const iris = (letter: string) => plan.value.cameras.find((c) => c.letter === letter)?.chosen.iris ?? '';
const fault = (letter: string) => plan.value.faults.some((f) => f.letter === letter);
const used = useQuery({
  queryKey: ['line-ups', 'cameras'],
  queryFn: () => ask(api.GET('/api/line-ups/cameras')),
});
const unitField = ref<InstanceType<typeof UnitField>>();
/** After one camera the hand goes on to the next. */
function addUnit(unit = newUnit.value, last?: Views['LineUpCameraDocument']): void {
  if (!unit) return;
  props.it.add(unit, last ?? used.data.value?.find((c) => c.unit === unit)?.last);
  newUnit.value = '';
  void nextTick(() => unitField.value?.focus());
}
const form = ref<HTMLElement>();
/** Enter in a field of the light goes on to the next one, and from the last to the cameras. */
function onward(event: KeyboardEvent): void {
  const fields = [...(form.value?.querySelectorAll<HTMLInputElement>('.light .reading-first input') ?? [])];
  const next = fields[fields.indexOf(event.target as HTMLInputElement) + 1];
  if (next) next.focus();
  else toCameras();
}
function toCameras(): void {
  adding.value = true;
  void nextTick(() => unitField.value?.focus());
}
// A line-up that is empty yet begins with what the meter shows.
onMounted(() => {
  if (!doc.value.cameras.length)
    form.value?.querySelector<HTMLInputElement>('.light .reading-first input')?.focus();
});
defineExpose({ toCameras });
const zone = useZone();
const callText = computed({
  get: () => wallTime(doc.value.call, zone.value),
  set: (text: string) => (doc.value.call = momentOf(text, zone.value)),
});
</script>

<template>
  <div ref="form" class="asked-form">
    <TextEntry v-model="doc.name" label="Name" plain-text :wrong="messageAt('/name')" />
    <TextEntry v-model="doc.place" label="Place" plain-text :most="120" :wrong="messageAt('/place')" />
    <DayField v-model="callText" label="Call" :note="zone.replaceAll('_', ' ')" time :zone="zone" />
    <LightForm v-model="doc.light" :begins="begins" :message-at="messageAt" @onward="onward" />
    <OneOf
      v-model="doc.standard"
      label="Standard"
      :options="
        approved.some((s) => s.key === doc.standard)
          ? approved
          : [{ key: doc.standard, name: doc.standard }, ...approved]
      "
      :wrong="messageAt('/standard')"
    />
    <OneOf v-model="doc.strategy" label="Strategy" :options="SCHOOLS" :wrong="messageAt('/strategy')" />
    <OneOf
      :model-value="doc.emphasis"
      label="Emphasis"
      note="what the plan holds on to"
      :none="`as the standard${doc.emphasis || !plan.emphasis ? '' : `: ${plan.emphasis}`}`"
      :options="emphases.map((e) => ({ key: e.key, name: e.text }))"
      :wrong="messageAt('/emphasis')"
      @update:model-value="doc.emphasis = $event || undefined"
    />
    <fieldset>
      <legend>Cameras</legend>
      <button
        v-for="c in doc.cameras"
        :key="c.letter"
        type="button"
        class="one"
        :aria-pressed="c.letter === chosen"
        @click="choose(c.letter)"
      >
        <b class="mono">{{ c.letter }}</b>
        <span>{{ plan.cameras.find((p) => p.letter === c.letter)?.spoken ?? c.unit }}</span>
        <span v-if="fault(c.letter)" class="off small">look</span>
        <span v-else class="mono has">{{ plain(iris(c.letter)) }}</span>
      </button>
      <CameraForm
        v-if="camera"
        :key="camera.letter"
        v-model="doc.cameras[at]!"
        :at="at"
        :lenses="lenses"
        :floor="(doc.floor ?? []).map((f) => f.name)"
        :planned="planned"
        :begins="begins"
        :message-at="messageAt"
        @close="chosen = ''"
        @remove="it.remove(camera.letter)"
      />
      <button v-if="!adding" class="link small" type="button" @click="toCameras">Add a camera</button>
      <template v-else>
        <form class="row adding" @submit.prevent="addUnit()">
          <UnitField ref="unitField" v-model="newUnit" label="Unit" />
          <button class="act small" type="submit" :disabled="!newUnit || !begins">Add</button>
        </form>
        <UsedCameras :used="used.data.value ?? []" :taken="doc.cameras.map((c) => c.unit)" @add="addUnit" />
      </template>
      <p v-if="messageAt('/cameras')" class="off small" role="alert">{{ messageAt('/cameras') }}</p>
    </fieldset>
    <SceneForm v-model="doc" :begins="begins" :marks="plan.marks" :message-at="messageAt" />
    <fieldset>
      <legend>Exposure and colour</legend>
      <div class="row">
        <NumberField
          :model-value="doc.offsetStops"
          label="Offset on other curves"
          unit="stops"
          hint="standard"
          :wrong="messageAt('/offsetStops')"
          @update:model-value="doc.offsetStops = $event ?? null"
        />
        <NumberField
          :model-value="doc.offsetLogStops"
          label="Offset on log"
          unit="stops"
          hint="standard"
          :wrong="messageAt('/offsetLogStops')"
          @update:model-value="doc.offsetLogStops = $event ?? null"
        />
        <OneOf
          v-model="doc.colourReference"
          label="White balance reference"
          none="the best known"
          :options="doc.cameras.map((c) => c.letter)"
        />
      </div>
      <TickBox v-model="doc.oneReading">all set from this one reading</TickBox>
    </fieldset>
  </div>
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
  grid-template-columns: 2fr 1.15fr 1fr;
}
.asked-form :deep(.row.three .field) {
  padding-inline: 5px;
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
.asked-form :deep(.acts) {
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
</style>
