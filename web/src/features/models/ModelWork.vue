<script setup lang="ts">
import WhoCan from '../../app/WhoCan.vue';
import { useTitle } from '../../app/title';
import FitTable from '../sheets/FitTable.vue';
import { useQueryClient } from '@tanstack/vue-query';
import { computed, nextTick, ref } from 'vue';
import type { Views } from '../../app/client';
import { day } from '../../app/dates';
import { can } from '../../app/session';
import ThreeZones from '../../app/ThreeZones.vue';
import { plain } from '../../instruments/fractions';
import FindingList from '../standards/FindingList.vue';
import ColourFields from './ColourFields.vue';
import ExposureFields from './ExposureFields.vue';
import ModelClaims from './ModelClaims.vue';
import FormatTable from './FormatTable.vue';
import { confirm, takeOver } from './fromManual';
import { fieldPlace, RECORDINGS, WHOLE_CAMERA } from './fieldNames';
import GeneralFields from './GeneralFields.vue';
import ManualPaste from './ManualPaste.vue';
import SettingFields from './SettingFields.vue';
import { useSpecification } from './useSpecification';

const props = defineProps<{ whole: Views['ModelView']; words: Views['VocabularyView'] }>();
const emit = defineEmits<{ reload: [] }>();
const queries = useQueryClient();
const editable = computed(() => can('defineModels'));
const { card, preview, changed, restored, problem, problemAt, busy, keep, discard, undo, past } =
  useSpecification(props.whole.document);

const GENERAL = 'General';
/** Acts that are done at a place of the camera, which its specification names. */
const ACTS = ['clock', 'factory-reset', 'card-formatted', 'black-reference'];
const open = ref(GENERAL);
/** What it comes to; a first look that could not be read keeps the parts of the version it was begun from. */
const now = computed(() =>
  preview.value?.completeness.length
    ? preview.value
    : { ...props.whole.preview, wrong: preview.value?.wrong ?? null },
);
/** Where the problem is, in words, with the part that it stands in. */
const trouble = computed(() => {
  const at = preview.value?.wrong?.pointer || problemAt.value;
  if (!at) return null;
  const { setting, words } = fieldPlace(at);
  const found = props.words.settings.find((s) => s.key === setting);
  const part = setting === RECORDINGS ? 'Record format' : (found?.chapter ?? 'Camera, cards, power');
  return {
    setting,
    words: [part, found && setting !== RECORDINGS ? found.name : '', words].filter(Boolean).join(': '),
  };
});
const missing = computed(() => new Set(now.value.completeness.flatMap((c) => c.missing)));
const settings = computed(() =>
  props.words.settings.filter((s) => s.chapter === open.value && (s.kind !== 'task' || ACTS.includes(s.key))),
);
const controls = computed(() => new Map(now.value.controls.map((c) => [c.setting, c])));

const presumed = computed(() => new Set(card.value.presumed ?? []));
/** Of the chapter that is open, what is only presumed of the class of camera. */
const toConfirm = computed(() => settings.value.filter((s) => presumed.value.has(s.key)));
const name = (setting: string) => props.words.settings.find((s) => s.key === setting)?.name ?? setting;

useTitle(() => [open.value === GENERAL ? '' : open.value, card.value.name]);
async function save(): Promise<void> {
  const kept = await keep();
  if (!kept) return;
  await queries.invalidateQueries({ queryKey: ['models'] });
  await queries.invalidateQueries({ queryKey: ['coverage'] });
  await queries.invalidateQueries({ queryKey: ['sheets'] });
  emit('reload');
}
function go(setting: string): void {
  if (setting === WHOLE_CAMERA) open.value = GENERAL;
  const found = props.words.settings.find((s) => s.key === setting);
  if (!found) return;
  // What has no field among the settings follows from cards and power.
  open.value = found.chapter;
  if (!settings.value.some((s) => s.key === setting)) open.value = GENERAL;
  else void nextTick(() => document.getElementById(`setting-${setting}`)?.scrollIntoView({ block: 'start' }));
}
</script>

<template>
  <ThreeZones queue-name="Parts" queue-label="Parts of the specification" effect-label="What it comes to">
    <template #queue="{ chosen }">
      <button
        type="button"
        :aria-current="open === GENERAL ? 'step' : undefined"
        @click="((open = GENERAL), chosen())"
      >
        <span>Camera, cards, power</span>
      </button>
      <button
        v-for="part in now.completeness"
        :key="part.chapter"
        type="button"
        :aria-current="open === part.chapter ? 'step' : undefined"
        @click="((open = part.chapter), chosen())"
      >
        <span>{{ part.chapter }}</span>
        <span v-if="part.missing.length" class="automatic small">{{ part.missing.length }} not known</span>
        <span v-else class="soft small">all {{ part.known }}</span>
      </button>
    </template>
    <template #way><RouterLink to="/cameras/specifications">Specifications</RouterLink></template>
    <header>
      <h1>
        {{ card.name }} <span class="soft state">version {{ whole.document.version }}</span>
      </h1>
      <p class="soft small">
        {{ card.kind }}. Changed last by {{ whole.changedBy || 'the import' }}, {{ day(whole.changedAt) }}.
      </p>
      <WhoCan right="defineModels" what="change specifications" />
      <p v-if="editable" class="acts no-print">
        <button
          class="act"
          type="button"
          :disabled="!changed || busy || Boolean(preview?.wrong)"
          @click="save"
        >
          Save as version {{ whole.document.version + 1 }}
        </button>
        <button class="act quiet" type="button" :disabled="!past.length" @click="undo">Undo</button>
        <button v-if="changed" class="link" type="button" @click="discard">
          Back to version {{ whole.document.version }}
        </button>
        <ManualPaste @take="takeOver(card, $event, name)" />
      </p>
      <p v-if="restored && changed" class="small automatic" role="status">
        What you typed here before was saved in this browser and is restored.
      </p>
      <p v-if="preview?.wrong" class="problem" role="alert">
        {{ plain(preview.wrong.message) }}
        <button v-if="trouble" class="link" type="button" @click="go(trouble.setting)">
          {{ trouble.words }}
        </button>
      </p>
      <p v-if="problem" class="problem" role="alert">
        {{ problem }} What you typed is still here.
        <button v-if="trouble && !preview?.wrong" class="link" type="button" @click="go(trouble.setting)">
          {{ trouble.words }}
        </button>
      </p>
    </header>
    <GeneralFields v-if="open === GENERAL" v-model="card" :editable="editable" :classes="words.cardClasses" />
    <section v-else :aria-label="open">
      <h2 class="chapter">{{ open }}</h2>
      <p v-if="toConfirm.length" class="presumed small" role="status">
        {{ toConfirm.length }} of these only say what cameras of this class usually have.
        <button
          v-if="editable"
          class="act quiet"
          type="button"
          @click="confirm(card, new Set(toConfirm.map((s) => s.key)))"
        >
          Confirm all {{ toConfirm.length }}
        </button>
      </p>
      <FormatTable v-if="open === 'Record format'" v-model="card" :editable="editable" />
      <SettingFields
        v-for="setting in settings"
        :id="`setting-${setting.key}`"
        :key="setting.key"
        v-model="card"
        :setting="setting"
        :control="controls.get(setting.key)"
        :sides="words.sides"
        :editable="editable"
        :missing="missing.has(setting.key)"
        :presumed="presumed.has(setting.key)"
        @confirm="confirm(card, new Set([setting.key]))"
      >
        <ExposureFields v-model="card" :setting="setting.key" :editable="editable" />
        <ColourFields v-model="card" :setting="setting.key" :editable="editable" />
      </SettingFields>
    </section>
    <template #effect>
      <h2>Rule book</h2>
      <FindingList
        :findings="now.findings"
        standard=""
        :model="card.key"
        :unread="preview?.wrong?.message"
        @go="go"
      />
      <ModelClaims v-if="card.version > 0" :model="card.key" />
      <h2>Sheets it makes</h2>
      <FitTable
        heading="Standard"
        :rows="
          now.sheets.map((s) => ({
            ...s,
            key: s.standardKey,
            name: s.standardName,
            to: `/sheets/${s.standardKey}/${card.key}`,
          }))
        "
      />
    </template>
  </ThreeZones>
</template>

<style scoped>
.state {
  font-size: 1rem;
  font-weight: 400;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  margin: 10px 0 4px;
}
.presumed {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  border-left: 4px solid var(--plum);
  background: var(--panel);
  padding: 8px 12px;
  margin-top: 8px;
}
.chapter {
  margin-top: 18px;
  font-size: 1.125rem;
}
</style>
