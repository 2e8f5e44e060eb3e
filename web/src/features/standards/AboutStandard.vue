<script setup lang="ts">
import NumberField from '../../app/NumberField.vue';
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import OneOf from '../../app/OneOf.vue';
import InputText from 'primevue/inputtext';
import Textarea from 'primevue/textarea';
import { computed } from 'vue';
import type { Views } from '../../app/client';
import { plain } from '../../instruments/fractions';
import ExposureFields from './ExposureFields.vue';
import SoundFields from './SoundFields.vue';

const doc = defineModel<Views['StandardDocument']>({ required: true });
const props = defineProps<{
  words: Views['VocabularyView'];
  editable: boolean;
  proposal: Views['ProposalView'] | null;
  sound?: Views['SoundPlanView'] | null;
  wrong: string;
}>();

const USES: Record<string, string> = {
  general: 'the department itself',
  live: 'a live receiver',
  web: 'the web',
  film: 'the look of film, graded',
  'slow-motion': 'slow motion',
  stills: 'still frames',
};
const LAMPS: Record<string, string> = {
  daylight: 'sun or sky',
  tungsten: 'filament',
  mains: 'lamps on the mains',
  'unknown-led': 'LED nobody measured',
};
/** The conditions come in pairs, the usual one first. */
const questions = computed(() => {
  const all: [string, string][] = [];
  for (let i = 0; i + 1 < props.words.conditions.length; i += 2)
    all.push([props.words.conditions[i]!, props.words.conditions[i + 1]!]);
  return all;
});
/** The picture profiles by the department's own words, as a standard requires them. */
const curves = computed(() => props.words.settings.find((s) => s.key === 'profile')?.requirements ?? []);
const holds = (condition: string) => (doc.value.circumstances ?? []).includes(condition);
function answer([usual, other]: [string, string], chosen: string): void {
  const rest = (doc.value.circumstances ?? []).filter((c) => c !== usual && c !== other);
  doc.value.circumstances = chosen === other ? [...rest, other] : rest;
}

/** What the plan of sound proposes, in the place of what is required of the same setting whatever the circumstances. */
function takeSound(notches: Views['SoundNotchView'][]): void {
  for (const n of notches) {
    const there = doc.value.notches.find((d) => d.setting === n.setting && !d.when?.length);
    if (there) Object.assign(there, { require: n.require, reason: n.reason });
    else
      doc.value.notches.push({
        setting: n.setting,
        require: n.require,
        importance: 'must',
        reason: n.reason,
        tolerance: 'none',
      });
  }
}

function takeProposal(): void {
  if (!props.proposal) return;
  const put = (setting: string, require: string) => {
    const notch = doc.value.notches.find((n) => n.setting === setting);
    if (notch) notch.require = require;
    else
      doc.value.notches.push({
        setting,
        require,
        importance: 'must',
        reason: props.proposal!.reasons[0] ?? '',
        tolerance: 'none',
      });
  };
  put('record-format', `${props.proposal.size} ${props.proposal.rate}`);
  put('bit-rate', props.proposal.bitRate);
}
</script>

<template>
  <section class="about asked" aria-label="About this standard">
    <label>
      Name
      <InputText v-model="doc.name" :readonly="!editable" maxlength="80" :invalid="wrong === '/name'" />
    </label>
    <label class="wide">
      What it is for
      <Textarea
        v-model="doc.purpose"
        :readonly="!editable"
        rows="2"
        maxlength="400"
        :invalid="wrong === '/purpose'"
        auto-resize
      />
    </label>

    <h2>The light</h2>
    <label class="wide">
      In a few words <InputText v-model="doc.light.description" :readonly="!editable" maxlength="200" />
    </label>
    <div class="fields">
      <NumberField
        :model-value="doc.light.temperatureK"
        label="Colour"
        unit="K"
        required
        :locked="!editable"
        @update:model-value="doc.light.temperatureK = $event ?? doc.light.temperatureK"
      />
      <NumberField v-model="doc.light.lux" label="Lux, if it is known" :locked="!editable" />
      <NumberField
        :model-value="doc.light.mainsHz"
        label="Mains"
        unit="Hz"
        required
        :locked="!editable"
        @update:model-value="doc.light.mainsHz = $event ?? doc.light.mainsHz"
      />
      <OneOf
        v-model="doc.light.lamp"
        label="Lamp"
        :options="words.lamps.map((lamp) => ({ key: lamp, name: LAMPS[lamp] ?? lamp }))"
        :disabled="!editable"
      />
    </div>

    <h2>Noise, offsets and levels</h2>
    <ExposureFields v-model="doc.exposure" :editable="editable" :curves="curves" :wrong="wrong" />

    <h2>Sound</h2>
    <SoundFields
      v-model="doc.sound"
      :editable="editable"
      :plan="sound"
      :notches="doc.notches"
      @take="takeSound"
    />

    <h2>The shoot</h2>
    <div class="fields">
      <OneOf
        v-for="pair in questions"
        :key="pair[0]"
        :label="pair.join(' or ')"
        quiet-label
        :options="pair"
        :disabled="!editable"
        :model-value="holds(pair[1]) ? pair[1] : pair[0]"
        @update:model-value="answer(pair, $event!)"
      />
      <NumberField v-model="doc.plannedMinutes" label="Minutes to be recorded" :locked="!editable" />
      <NumberField v-model="doc.intervalDays" label="Check units every" unit="days" :locked="!editable" />
    </div>

    <h2>Use of the footage</h2>
    <div class="fields">
      <OneOf
        v-model="doc.use"
        label="It is for"
        :options="words.uses.map((use) => ({ key: use, name: USES[use] ?? use }))"
        :disabled="!editable"
      />
    </div>
    <div v-if="proposal" class="proposal">
      <p>
        It requires
        <strong class="mono target"
          >{{ proposal.size }} {{ proposal.rate }}, {{ plain(proposal.bitRate) }}</strong
        >. {{ proposal.reasons.map(plain).join(' ') }}
      </p>
      <ul v-if="proposal.cautions.length">
        <li v-for="caution in proposal.cautions" :key="caution">{{ plain(caution) }}</li>
      </ul>
      <details>
        <summary>Minutes on the issued cards</summary>
        <DataTable :value="proposal.minutes" data-key="modelName" size="small">
          <Column field="modelName" header="Model" />
          <Column field="minutes" header="Minutes">
            <template #body="{ data }">{{ plain(data.minutes) }}</template>
          </Column>
        </DataTable>
      </details>
      <button v-if="editable" class="act quiet" type="button" @click="takeProposal">
        Write it into the notches
      </button>
    </div>
  </section>
</template>

<style scoped>
.about {
  display: grid;
  gap: 12px;
  margin-top: 18px;
  max-width: 720px;
}
h2 {
  margin-top: 12px;
  border-bottom: 1px solid var(--line);
  padding-bottom: 3px;
}
.fields .field {
  width: 120px;
}
ul {
  margin: 8px 0;
  padding-left: 20px;
}
.proposal {
  display: grid;
  gap: 8px;
  justify-items: start;
}
</style>
