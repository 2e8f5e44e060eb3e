<script setup lang="ts">
import OneOfFew from '../../app/OneOfFew.vue';
import TickBox from '../../app/TickBox.vue';
import OneOf from '../../app/OneOf.vue';
import { computed, ref } from 'vue';
import { api, ask, type Views } from '../../app/client';
import NumberField from '../../app/NumberField.vue';
import TextEntry from '../../app/TextEntry.vue';
import type { NewLineUp } from './useNewLineUp';

/** The light as it was read, what colour it is, and how far it may move. */
const light = defineModel<Views['LineUpLightDocument']>({ required: true });
const props = defineProps<{ begins: NewLineUp | undefined; messageAt: (pointer: string) => string }>();
const byReading = computed(() => Boolean(light.value.reading));

const emit = defineEmits<{ onward: [event: KeyboardEvent] }>();
const unread = ref('');
/** The same light told in the other way; the site works it out. */
async function way(reading: boolean): Promise<void> {
  if (reading === byReading.value || !props.begins) return;
  unread.value = '';
  try {
    light.value = await ask(
      api.POST('/api/line-ups/light', {
        body: { light: light.value, at: reading ? props.begins.reading : undefined },
      }),
    );
  } catch (error) {
    unread.value = `${(error as Error).message} The light stays as it was told.`;
  }
}
/** An f-number in the field for lux is a reading of the meter that was typed into the wrong field. */
const asReading = ref('');
function notice(event: Event): void {
  const typed = (event.target as HTMLInputElement).value.trim();
  asReading.value = /^[ft]\s*\/?\s*\d/i.test(typed) ? typed : '';
}
async function takeAsReading(): Promise<void> {
  const iris = asReading.value;
  await way(true);
  if (light.value.reading) light.value.reading.iris = iris;
  asReading.value = '';
}
const moves = ref(Boolean(light.value.dimStops || light.value.raiseStops));
const LAMPS = [
  { key: 'daylight', name: 'daylight' },
  { key: 'tungsten', name: 'tungsten' },
  { key: 'mains', name: 'lamps on the mains' },
  { key: 'unknown-led', name: 'LED, not measured' },
];
function mayMove(yes: boolean): void {
  moves.value = yes;
  const by = yes ? (props.begins?.movesByStops ?? 0) : 0;
  light.value = { ...light.value, dimStops: -by, raiseStops: by };
}
</script>

<template>
  <fieldset class="light">
    <legend>Light at the key</legend>
    <OneOfFew
      role="radiogroup"
      aria-label="How the light was read"
      name="light-way"
      :model-value="byReading ? 'reading' : 'lux'"
      :options="[
        { key: 'reading', name: 'one reading' },
        { key: 'lux', name: 'lux' },
      ]"
      :disabled="!begins"
      in-line
      @update:model-value="way($event === 'reading')"
    />
    <p v-if="unread" class="off small" role="alert">{{ unread }}</p>
    <div v-if="light.reading" class="row three reading-first" @keydown.enter.prevent="emit('onward', $event)">
      <TextEntry
        v-model="light.reading.iris"
        label="Iris"
        hint="f/5.6 1/3"
        :wrong="messageAt('/light/reading/iris')"
      />
      <TextEntry
        v-model="light.reading.time"
        label="Time"
        hint="1/60"
        :wrong="messageAt('/light/reading/time')"
      />
      <NumberField
        :model-value="light.reading.iso"
        label="ISO"
        required
        :wrong="messageAt('/light/reading/iso')"
        @update:model-value="light.reading.iso = $event ?? light.reading.iso"
      />
    </div>
    <NumberField
      v-else
      class="reading-first"
      :model-value="light.lux"
      label="Light"
      unit="lux"
      required
      :wrong="messageAt('/light/lux')"
      @input.capture="notice"
      @keydown.enter.prevent="emit('onward', $event)"
      @update:model-value="light.lux = $event ?? light.lux"
    />
    <p v-if="asReading" class="small" role="status">
      {{ asReading }} is a reading, not lux.
      <button class="act quiet" type="button" @click="takeAsReading">Take it as a reading</button>
    </p>
    <div class="row">
      <NumberField
        :model-value="light.temperatureK"
        label="Colour"
        unit="K"
        required
        :wrong="messageAt('/light/temperatureK')"
        @update:model-value="light.temperatureK = $event ?? light.temperatureK"
      />
      <NumberField
        :model-value="light.mainsHz"
        label="Mains"
        unit="Hz"
        required
        :wrong="messageAt('/light/mainsHz')"
        @update:model-value="light.mainsHz = $event ?? light.mainsHz"
      />
    </div>
    <NumberField
      :model-value="light.onCardK"
      label="White balance reference on the card"
      unit="K"
      hint="after the card"
      :wrong="messageAt('/light/onCardK')"
      @update:model-value="light.onCardK = $event"
    />
    <OneOf v-model="light.lamp" label="Lamp" :options="LAMPS" />
    <OneOf
      v-model="light.meter"
      label="Meter"
      :options="[
        { key: 'dome', name: 'dome' },
        { key: 'flat', name: 'flat receptor' },
      ]"
    />
    <TickBox :model-value="moves" :disabled="!begins" @update:model-value="mayMove($event ?? false)"
      >The light may move</TickBox
    >
    <div v-if="moves" class="row">
      <NumberField
        :model-value="light.dimStops"
        label="Down"
        unit="stops"
        :wrong="messageAt('/light/dimStops')"
        @update:model-value="light.dimStops = $event ?? 0"
      />
      <NumberField
        :model-value="light.raiseStops"
        label="Up"
        unit="stops"
        :wrong="messageAt('/light/raiseStops')"
        @update:model-value="light.raiseStops = $event ?? 0"
      />
    </div>
  </fieldset>
</template>
