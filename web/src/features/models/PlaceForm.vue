<script setup lang="ts">
import Slider from 'primevue/slider';
import InputText from 'primevue/inputtext';
import OneOf from '../../app/OneOf.vue';
import { computed } from 'vue';
import type { Views } from '../../app/client';
import BodySketch from '../../instruments/BodySketch.vue';

const card = defineModel<Views['ModelDocument']>({ required: true });
const props = defineProps<{ setting: string; name: string; sides: string[]; editable: boolean }>();

const place = computed(() => card.value.controls[props.setting]);
const drawn = computed(() =>
  place.value
    ? { ...place.value, side: place.value.side as Views['BodySide'], manualSign: '', trap: '' }
    : null,
);
const reset = computed(() => card.value.reset?.states[props.setting] ?? '');

function begin(): void {
  card.value.controls = {
    ...card.value.controls,
    [props.setting]: {
      side: 'screen',
      across: 0.5,
      down: 0.5,
      name: props.name,
      path: 'Menu',
      manualSign: '',
      trap: '',
    },
  };
}
function drop(): void {
  card.value.controls = Object.fromEntries(
    Object.entries(card.value.controls).filter(([key]) => key !== props.setting),
  );
}
function stands(text: string): void {
  const states = Object.fromEntries(
    Object.entries(card.value.reset?.states ?? {}).filter(([key]) => key !== props.setting),
  );
  card.value.reset = {
    how: '',
    firmware: '',
    ...card.value.reset,
    states: text.trim() ? { ...states, [props.setting]: text.trim() } : states,
  };
}
</script>

<template>
  <div class="place">
    <template v-if="place">
      <BodySketch v-if="drawn" :place="drawn" class="sketch" />
      <div class="fields">
        <OneOf v-model="place.side" label="Side" :options="sides" :disabled="!editable" />
        <div class="along">
          <span>Front to back</span
          ><Slider
            v-model="place.across"
            :min="0"
            :max="1"
            :step="0.02"
            :disabled="!editable"
            aria-label="Front to back"
          />
        </div>
        <div class="along">
          <span>Top to bottom</span
          ><Slider
            v-model="place.down"
            :min="0"
            :max="1"
            :step="0.02"
            :disabled="!editable"
            aria-label="Top to bottom"
          />
        </div>
      </div>
      <div class="fields">
        <label class="grow"
          >Printed beside it
          <InputText v-model="place.name" class="field" maxlength="60" :readonly="!editable"
        /></label>
        <label class="grow"
          >What to do there
          <InputText v-model="place.path" class="field" maxlength="300" :readonly="!editable"
        /></label>
      </div>
      <div class="fields">
        <label class="grow"
          >Manual is seen by
          <InputText v-model="place.manualSign" class="field" maxlength="300" :readonly="!editable"
        /></label>
        <label class="grow"
          >What goes wrong here
          <InputText v-model="place.trap" class="field" maxlength="300" :readonly="!editable"
        /></label>
      </div>
    </template>
    <div class="fields">
      <label class="grow"
        >After a factory reset it shows
        <InputText
          class="field mono"
          maxlength="80"
          :readonly="!editable"
          :model-value="reset"
          @change="stands(($event.target as HTMLInputElement).value)"
      /></label>
      <button v-if="editable && !place" class="link" type="button" @click="begin">Say where it is</button>
      <button v-else-if="editable" class="link" type="button" @click="drop">Take the place out</button>
    </div>
  </div>
</template>

<style scoped>
.along {
  display: grid;
  gap: 12px;
  width: 140px;
  padding: 0 10px 12px;
  font-size: 0.8125rem;
  font-weight: 600;
}
.place {
  display: grid;
  gap: 8px;
  margin-top: 8px;
}
.sketch {
  max-width: 280px;
}
</style>
