<script setup lang="ts">
import OneOfFew from '../../app/OneOfFew.vue';
import TickBox from '../../app/TickBox.vue';
import InputText from 'primevue/inputtext';
import Textarea from 'primevue/textarea';
import { computed, ref } from 'vue';
import type { Views } from '../../app/client';
import { plain } from '../../instruments/fractions';

const notch = defineModel<Views['NotchDocument']>({ required: true });
const props = defineProps<{ words: Views['VocabularyView']; editable: boolean; wrong: string }>();
const emit = defineEmits<{ remove: [] }>();

const setting = computed(() => props.words.settings.find((s) => s.key === notch.value.setting));
const IMPORTANCE = [
  ['must', 'the camera does not leave without it'],
  ['should', 'required; a person may decide otherwise'],
  ['note', 'good to know'],
] as const;
const removing = ref(false);
function toggle(condition: string, on: boolean): void {
  const rest = (notch.value.when ?? []).filter((c) => c !== condition);
  const when = on ? [...rest, condition] : rest;
  notch.value.when = when.length ? when : null;
}
</script>

<template>
  <section class="notch" :aria-label="setting?.name">
    <h2>{{ setting?.name }}</h2>
    <p class="soft small">
      {{ setting?.chapter }}, step {{ setting?.step }} of the work. {{ setting?.what }}
    </p>
    <label class="want">
      Required
      <InputText
        v-model="notch.require"
        class="mono"
        :readonly="!editable"
        :invalid="wrong === 'require'"
        maxlength="80"
        :list="`requirements-${notch.setting}`"
        spellcheck="false"
      />
      <datalist :id="`requirements-${notch.setting}`">
        <option v-for="requirement in setting?.requirements" :key="requirement" :value="requirement" />
      </datalist>
    </label>
    <p v-if="editable" class="ways">
      <button
        v-for="requirement in setting?.requirements"
        :key="requirement"
        type="button"
        class="way mono"
        :aria-pressed="requirement === notch.require"
        @click="notch.require = requirement"
      >
        {{ plain(requirement) }}
      </button>
    </p>
    <label v-if="setting?.unit">
      Tolerance: how far off still counts
      <InputText
        v-model="notch.tolerance"
        class="mono short"
        :readonly="!editable"
        :invalid="wrong === 'tolerance'"
        :placeholder="`none or ${setting.toleranceExample}`"
      />
    </label>
    <fieldset :disabled="!editable">
      <legend>It</legend>
      <OneOfFew
        v-slot="{ option }"
        v-model="notch.importance"
        :options="IMPORTANCE.map(([key, name]) => ({ key, name }))"
        :disabled="!editable"
      >
        <strong>{{ option.key === 'note' ? 'is a note' : `${option.key} be so` }}</strong>: {{ option.name }}
      </OneOfFew>
    </fieldset>
    <label>
      Reason
      <Textarea
        v-model="notch.reason"
        :readonly="!editable"
        rows="2"
        maxlength="400"
        auto-resize
        @update:model-value="notch.reasonFrom = null"
      />
    </label>
    <p v-if="notch.reasonFrom" class="small copied">
      Copied with {{ notch.reasonFrom }}. Does it hold here?
      <button v-if="editable" class="act quiet small" type="button" @click="notch.reasonFrom = null">
        It holds
      </button>
    </p>
    <details :open="Boolean(notch.when?.length)">
      <summary>Only under conditions</summary>
      <div class="when">
        <TickBox
          v-for="condition in words.conditions"
          :key="condition"
          :disabled="!editable"
          :model-value="(notch.when ?? []).includes(condition)"
          @update:model-value="toggle(condition, $event ?? false)"
          >{{ condition }}</TickBox
        >
      </div>
      <p class="soft small">Of several notches for one setting, the one with the most conditions counts.</p>
    </details>
    <p v-if="editable">
      <button v-if="!removing" class="link" type="button" @click="removing = true">
        Take this notch out
      </button>
      <template v-else>
        <button class="act quiet" type="button" @click="emit('remove')">Take it out</button>
        <button class="link" type="button" @click="removing = false">Leave it</button>
      </template>
    </p>
  </section>
</template>

<style scoped>
.notch {
  display: grid;
  gap: 14px;
  margin-top: 18px;
  max-width: 640px;
}
h2 {
  font-size: 1.25rem;
  margin-bottom: -10px;
}
label {
  display: grid;
  gap: 4px;
  font-size: 0.875rem;
}
.require input {
  font-size: 1.5rem;
  font-weight: 600;
  color: var(--brass-text);
}
.short {
  max-width: 200px;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-top: -6px;
}
.way {
  border: 1px solid var(--line);
  background: none;
  color: var(--ink);
  border-radius: 4px;
  padding: 4px 9px;
  font-size: 0.8125rem;
  cursor: pointer;
}
.way[aria-pressed='true'] {
  border-color: var(--brass);
  box-shadow: inset 0 -2px var(--brass);
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
}
legend {
  font-size: 0.875rem;
  padding: 0;
}
.choice {
  display: flex;
  gap: 8px;
  padding: 3px 0;
  font-size: 0.9375rem;
}
.when {
  columns: 2;
  margin: 6px 0;
}
</style>
