<script setup lang="ts">
import OneOf from '../../app/OneOf.vue';
import { computed } from 'vue';
import type { Views } from '../../app/client';
import NumberField from '../../app/NumberField.vue';
import TextEntry from '../../app/TextEntry.vue';
import UnitField from './UnitField.vue';
import type { NewLineUp } from './useNewLineUp';

/** One camera of a line-up: what it is for, where it stands, what its iris is wanted for, and what is held by hand. */
const camera = defineModel<Views['LineUpCameraDocument']>({ required: true });
const props = defineProps<{
  at: number;
  lenses: string[];
  floor: string[];
  planned: Views['CameraPlanView'] | null;
  begins: NewLineUp | undefined;
  messageAt: (pointer: string) => string;
}>();
const emit = defineEmits<{ remove: []; close: [] }>();
const wrong = (field: string) => props.messageAt(`/cameras/${props.at}/${field}`);
const framing = computed(() => camera.value.framedM !== undefined && camera.value.framedM !== null);
const pins = computed(() => camera.value.pins ?? {});
const held = computed(() => Object.values(pins.value).some((v) => v !== undefined && v !== null));

function pin(change: Partial<Views['PinsDocument']>): void {
  const next = { ...pins.value, ...change };
  camera.value.pins = Object.values(next).some((v) => v !== undefined && v !== null && v !== '')
    ? next
    : undefined;
}
function hold(): void {
  const now = props.planned;
  if (!now) return;
  const state = now.hold.states.find((s) => s.label === now.chosen.state);
  camera.value.pins = {
    base: state?.base || undefined,
    gainDb: state?.gainDb,
    filter: now.stack.filters.find((f) => !f.front)?.position,
    front: now.stack.filters.filter((f) => f.front).map((f) => f.position),
    iris: now.chosen.iris,
  };
}
const stateKey = computed(() =>
  pins.value.gainDb === undefined || pins.value.gainDb === null
    ? ''
    : `${pins.value.base ?? ''} ${pins.value.gainDb}`,
);
function pinState(text: string): void {
  const found = props.planned?.hold.states.find((s) => `${s.base} ${s.gainDb}` === text);
  pin({ base: found?.base || undefined, gainDb: found?.gainDb });
}
function way(by: boolean): void {
  const framed = props.planned?.framedM ?? props.begins?.framedM;
  const focal = props.planned?.focalMm ?? props.begins?.focalMm;
  camera.value = by
    ? { ...camera.value, framedM: framed && Number(framed.toFixed(2)), focalMm: undefined }
    : { ...camera.value, focalMm: focal && Number(focal.toFixed(1)), framedM: undefined };
}
const WATCHED = [
  { key: 'fixed', name: 'fixed' },
  { key: 'moving', name: 'moving' },
  { key: 'hand', name: 'in the hand' },
  { key: 'unattended', name: 'unattended' },
];
</script>

<template>
  <fieldset class="camera">
    <legend>Camera {{ camera.letter }}</legend>
    <UnitField v-model="camera.unit" label="Unit" :wrong="wrong('unit')" />
    <div class="row">
      <TextEntry
        v-model="camera.part"
        label="Part"
        hint="wide, presenter"
        plain-text
        :wrong="wrong('part')"
      />
      <OneOf v-model="camera.watch" label="Watched" :options="WATCHED" />
    </div>
    <OneOf
      v-if="lenses.length"
      v-model="camera.lens"
      label="Lens"
      :options="lenses.map((lens) => ({ key: lens, name: `${lens} mm` }))"
      :wrong="wrong('lens')"
    />
    <p v-else-if="wrong('lens')" class="off small" role="alert">{{ wrong('lens') }}</p>
    <div class="row">
      <NumberField
        v-if="framing"
        v-model="camera.framedM"
        label="Framed"
        unit="m wide"
        :wrong="wrong('framedM')"
      />
      <NumberField v-else v-model="camera.focalMm" label="Focal" unit="mm" :wrong="wrong('focalMm')" />
      <NumberField
        v-model="camera.distanceM"
        label="Distance"
        :unit="camera.distanceM ? 'm' : 'from the plan'"
        :wrong="wrong('distanceM')"
      />
    </div>
    <button class="link small" type="button" @click="way(!framing)">
      {{ framing ? 'Give the focal length instead' : 'Give the framing instead' }}
    </button>
    <TextEntry
      v-model="camera.require"
      label="Iris"
      unit="open · f/5.6 · f/4 to f/8 · 1.2 m deep"
      :wrong="wrong('require')"
      hint="as deep as A"
    />
    <NumberField
      v-if="wrong('isoAtZeroGain') || camera.isoAtZeroGain"
      v-model="camera.isoAtZeroGain"
      label="Tested speed at 0 dB"
      unit="ISO"
      :wrong="wrong('isoAtZeroGain')"
    />
    <details :open="Boolean(camera.looksAt || camera.acrossM)">
      <summary>On the floor plan</summary>
      <div class="row">
        <NumberField v-model="camera.acrossM" label="Across" unit="m" :wrong="wrong('acrossM')" />
        <NumberField v-model="camera.awayM" label="Away" unit="m" :wrong="wrong('awayM')" />
      </div>
      <OneOf v-model="camera.looksAt" label="Looks at" none="nothing named" :options="floor" />
    </details>
    <details :open="held || Boolean(wrong('pins'))">
      <summary>Held by hand{{ held ? '' : ': nothing' }}</summary>
      <template v-if="planned">
        <OneOf
          :model-value="stateKey"
          label="Sensitivity"
          none="free"
          :options="planned.hold.states.map((s) => ({ key: `${s.base} ${s.gainDb}`, name: s.label }))"
          @update:model-value="pinState($event ?? '')"
        />
        <div class="row">
          <OneOf
            :model-value="pins.filter"
            label="Built-in ND"
            none="free"
            :options="planned.hold.filters"
            @update:model-value="pin({ filter: $event || undefined })"
          />
          <TextEntry
            :model-value="pins.iris"
            label="Iris"
            hint="free"
            :wrong="wrong('pins/iris')"
            @update:model-value="pin({ iris: $event || undefined })"
          />
        </div>
        <TextEntry
          :model-value="pins.shutter"
          label="Shutter"
          hint="as on its sheet"
          :wrong="wrong('pins/shutter')"
          @update:model-value="pin({ shutter: $event || undefined })"
        />
        <p class="acts">
          <button class="link small" type="button" @click="hold">Hold all as planned</button>
          <button v-if="held" class="link small" type="button" @click="camera.pins = undefined">
            Let all go
          </button>
        </p>
      </template>
      <template v-else>
        <p v-if="wrong('pins')" class="off small" role="alert">{{ wrong('pins') }}</p>
        <button v-if="held" class="link small" type="button" @click="camera.pins = undefined">
          Let all go
        </button>
      </template>
    </details>
    <p class="acts">
      <button class="link small" type="button" @click="emit('close')">Done with {{ camera.letter }}</button>
      <button class="link small" type="button" @click="emit('remove')">Take {{ camera.letter }} out</button>
    </p>
  </fieldset>
</template>
