<script setup lang="ts">
import OneOfFew from '../../app/OneOfFew.vue';
import TickBox from '../../app/TickBox.vue';
import { computed } from 'vue';
import type { Views } from '../../app/client';
import NotchDial from '../../instruments/NotchDial.vue';
import { levels, levelsText, positions, positionsText } from './specificationText';
import ListInput from './ListInput.vue';
import PlaceForm from './PlaceForm.vue';

const card = defineModel<Views['ModelDocument']>({ required: true });
const props = defineProps<{
  setting: Views['SettingView'];
  control: Views['ModelControlView'] | undefined;
  sides: string[];
  editable: boolean;
  missing: boolean;
  /** Only presumed of the class: what is given is a proposal until somebody confirms it. */
  presumed: boolean;
}>();
const emit = defineEmits<{ confirm: [] }>();

type Known = 'unknown' | 'has' | 'none';
const choice = computed(() => card.value.choices?.[props.setting.key]);
const level = computed(() => card.value.levels?.[props.setting.key]);
const known = computed<Known>(() =>
  card.value.notFitted?.includes(props.setting.key)
    ? 'none'
    : choice.value || level.value
      ? 'has'
      : 'unknown',
);
const KNOWN: { key: Known; name: string }[] = [
  { key: 'has', name: 'has it' },
  { key: 'none', name: 'has none' },
  { key: 'unknown', name: 'not known' },
];
const asked = computed(() => props.setting.kind === 'choice' || props.setting.kind === 'level');
// These are worked out from card, power and base, or read off a display.
const DERIVED = [
  'card-speed',
  'card-minutes',
  'running-minutes',
  'file-system',
  'base',
  'audio-peak-level',
  'timecode-hour',
];
const own = computed(() => asked.value && !DERIVED.includes(props.setting.key));

function without<T>(all: { [key: string]: T } | null | undefined): { [key: string]: T } {
  return Object.fromEntries(Object.entries(all ?? {}).filter(([key]) => key !== props.setting.key));
}
function know(what: Known): void {
  const key = props.setting.key;
  card.value.notFitted = (card.value.notFitted ?? []).filter((k) => k !== key);
  if (what === 'none') card.value.notFitted.push(key);
  if (what !== 'has') {
    card.value.choices = without(card.value.choices);
    card.value.levels = without(card.value.levels);
  } else if (props.setting.kind === 'choice' && !choice.value) {
    const words = props.setting.words.length ? props.setting.words : ['…'];
    card.value.choices = {
      ...card.value.choices,
      [key]: { positions: words.map((is) => ({ is, shown: '' })), automatic: false },
    };
  } else if (props.setting.kind === 'level' && !level.value)
    card.value.levels = { ...card.value.levels, [key]: { values: [0], hasOff: false, automatic: false } };
}
</script>

<template>
  <!-- What somebody changes here is no longer presumed. -->
  <article
    class="setting"
    :class="{ presumed }"
    :data-setting="setting.key"
    @change="presumed && emit('confirm')"
  >
    <h3>
      {{ setting.name }}
      <span v-if="presumed" class="automatic small">presumed of its class</span>
      <span v-else-if="missing" class="automatic small">not stated</span>
      <button v-if="presumed && editable" class="link small" type="button" @click="emit('confirm')">
        Confirm {{ setting.name.toLowerCase() }}
      </button>
    </h3>
    <fieldset v-if="own" :disabled="!editable">
      <legend class="visually-hidden">Has it</legend>
      <OneOfFew
        :name="`known-${setting.key}`"
        :model-value="known"
        :options="KNOWN"
        :disabled="!editable"
        in-line
        @update:model-value="know"
      />
    </fieldset>
    <slot />
    <ListInput
      v-if="choice"
      :value="choice.positions"
      :read="positions"
      :write="positionsText"
      :disabled="!editable"
      label="Its positions: our word = what the camera shows"
      :hint="setting.words.join('; ')"
      @change="choice.positions = $event"
    />
    <ListInput
      v-if="level"
      :value="level"
      :read="(text: string) => levels(text, level)"
      :write="levelsText"
      :disabled="!editable"
      label="Its numbers: a list, or an end…an end by a step; off if it can be off"
      hint="off 70 100, or 0…24 by 3"
      @change="card.levels = { ...card.levels, [setting.key]: $event }"
    />
    <TickBox v-if="choice" v-model="choice.automatic" :disabled="!editable">it can be left automatic</TickBox>
    <NotchDial
      v-if="control && control.dial.detents.length > 1"
      :dial="control.dial"
      :name="setting.name"
      low
    />
    <details v-if="known !== 'none'" :open="Boolean(card.controls[setting.key])">
      <summary class="small">Where it is, and what a reset leaves</summary>
      <PlaceForm
        v-model="card"
        :setting="setting.key"
        :name="setting.name"
        :sides="sides"
        :editable="editable"
      />
    </details>
  </article>
</template>

<style scoped>
.setting {
  padding: 16px 0;
  border-bottom: 1px solid var(--line);
  display: grid;
  gap: 8px;
}
.presumed {
  border-left: 3px dashed var(--plum);
  padding-left: 12px;
  margin-left: -15px;
}
h3 {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 12px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
}
</style>
