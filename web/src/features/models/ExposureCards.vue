<script setup lang="ts">
import { computed } from 'vue';
import type { Views } from '../../app/client';
import { filters, filtersText, gains, gainsText, labels, maybe, numbers } from './cardText';
import ListInput from './ListInput.vue';

/** The parts of a card that are computed with: shutter, gain, filter, iris, white, focus, each where its setting stands. */
const card = defineModel<Views['ModelDocument']>({ required: true });
const props = defineProps<{ setting: string; editable: boolean }>();
const text = (event: Event) => (event.target as HTMLInputElement).value;
const joined = (all: string[]) => all.join(' ');
const listed = (all: number[]) => all.join(' ');
const mode = computed(() => (props.setting === 'iris-mode' ? card.value.iris : card.value.focus));

function addBase(): void {
  const bases = card.value.gain.bases ?? [];
  card.value.gain.bases = [
    ...bases,
    {
      word: bases.length ? 'high' : 'low',
      name: '',
      isoAtZeroGain: bases.length ? 2500 : 500,
      noisePenaltyDb: 0,
      gains: { fromDb: -3, toDb: 24, stepDb: 3 },
    },
  ];
}
const dial = (key: 'lowestK' | 'highestK' | 'stepK' | 'stepMired', value: string) => {
  const now = card.value.whiteBalance.dial ?? { lowestK: 2500, highestK: 10000, stepK: 100 };
  const next = { ...now, [key]: maybe(value) };
  card.value.whiteBalance.dial =
    next.lowestK === null || next.highestK === null ? null : (next as Views['KelvinDialDocument']);
};
</script>

<template>
  <div class="part">
    <template v-if="setting === 'shutter'">
      <ListInput
        :value="card.shutters"
        :read="labels"
        :write="joined"
        :disabled="!editable"
        label="Speeds"
        hint="1/30 1/50 1/60 1/100"
        @change="card.shutters = $event"
      />
      <ListInput
        :value="card.angles?.degrees ?? []"
        :read="numbers"
        :write="listed"
        :disabled="!editable"
        label="Angles in degrees, where it is set by angle"
        hint="90 172.8 180"
        @change="
          card.angles = $event.length
            ? { degrees: $event, anyBetween: card.angles?.anyBetween ?? false }
            : null
        "
      />
      <label v-if="card.angles" class="tick"
        ><input v-model="card.angles.anyBetween" type="checkbox" :disabled="!editable" /> any angle between
        can be typed</label
      >
    </template>
    <template v-else-if="setting === 'gain'">
      <template v-if="!card.gain.bases?.length">
        <ListInput
          :value="card.gain.positions"
          :read="gains"
          :write="gainsText"
          :disabled="!editable"
          label="Gains in dB, with the name of the switch where it has one"
          hint="−3 0 3 6, or L −3, M +3, H +12"
          @change="card.gain.positions = $event"
        />
        <ListInput
          :value="card.gain.isos ?? []"
          :read="numbers"
          :write="listed"
          :disabled="!editable"
          label="ISO numbers, where it shows those instead"
          hint="100 125 160 200"
          @change="card.gain.isos = $event.length ? $event : null"
        />
      </template>
      <div class="row">
        <label
          >ISO at 0 dB
          <input
            class="field mono"
            :readonly="!editable"
            :value="card.gain.isoAtZeroGain ?? ''"
            @change="card.gain.isoAtZeroGain = maybe(text($event))"
        /></label>
        <label
          >Last resort up to, dB
          <input
            class="field mono"
            :readonly="!editable"
            :value="card.gain.capDb ?? ''"
            @change="card.gain.capDb = maybe(text($event))"
        /></label>
        <label
          >Stops above grey
          <input
            class="field mono"
            :readonly="!editable"
            :value="card.gain.highlightStops ?? ''"
            @change="card.gain.highlightStops = maybe(text($event))"
        /></label>
        <label
          >Stops below grey
          <input
            class="field mono"
            :readonly="!editable"
            :value="card.gain.shadowStops ?? ''"
            @change="card.gain.shadowStops = maybe(text($event))"
        /></label>
        <label class="tick"
          ><input v-model="card.gain.automatic" type="checkbox" :disabled="!editable" /> has an
          automatic</label
        >
      </div>
    </template>
    <template v-else-if="setting === 'base'">
      <p v-if="!card.gain.bases?.length" class="soft small">One base. Add two where the camera has two.</p>
      <div v-for="(base, i) in card.gain.bases ?? []" :key="i" class="row">
        <label
          >Base
          <select v-model="base.word" :disabled="!editable">
            <option>low</option>
            <option>high</option>
          </select></label
        >
        <label>Shown as <input v-model="base.name" class="field" :readonly="!editable" /></label>
        <label
          >ISO at 0 dB <input v-model.number="base.isoAtZeroGain" class="field mono" :readonly="!editable"
        /></label>
        <label
          >Noise over the other, dB
          <input v-model.number="base.noisePenaltyDb" class="field mono" :readonly="!editable"
        /></label>
        <template v-if="base.gains">
          <label
            >Gain from <input v-model.number="base.gains.fromDb" class="field mono" :readonly="!editable"
          /></label>
          <label
            >to <input v-model.number="base.gains.toDb" class="field mono" :readonly="!editable"
          /></label>
          <label
            >by <input v-model.number="base.gains.stepDb" class="field mono" :readonly="!editable"
          /></label>
        </template>
        <ListInput
          v-else
          :value="base.isos ?? []"
          :read="numbers"
          :write="listed"
          :disabled="!editable"
          label="ISO numbers"
          @change="base.isos = $event"
        />
        <button v-if="editable" class="link" type="button" @click="card.gain.bases!.splice(i, 1)">out</button>
      </div>
      <p v-if="editable"><button class="act quiet" type="button" @click="addBase">Add a base</button></p>
    </template>
    <template v-else-if="setting === 'nd'">
      <ListInput
        :value="card.filters"
        :read="filters"
        :write="filtersText"
        :disabled="!editable"
        label="Positions with the stops they take, measured if you can"
        hint="clear 0, 1/4 2, 1/16 4"
        @change="card.filters = $event"
      />
      <div class="row">
        <template v-if="card.variableFilter">
          <label
            >Variable, from
            <input v-model.number="card.variableFilter.leastStops" class="field mono" :readonly="!editable"
          /></label>
          <label
            >to
            <input v-model.number="card.variableFilter.mostStops" class="field mono" :readonly="!editable"
          /></label>
          <label
            >by
            <input v-model.number="card.variableFilter.stepStops" class="field mono" :readonly="!editable"
          /></label>
          <button v-if="editable" class="link" type="button" @click="card.variableFilter = null">
            no variable filter
          </button>
        </template>
        <button
          v-else-if="editable"
          class="link"
          type="button"
          @click="card.variableFilter = { leastStops: 1, mostStops: 6, stepStops: 1 / 3 }"
        >
          It has a variable filter
        </button>
      </div>
    </template>
    <div v-else-if="setting === 'iris-mode' || setting === 'focus-mode'" class="row">
      <label class="tick"
        ><input v-model="mode.manual" type="checkbox" :disabled="!editable" /> by hand</label
      >
      <label class="tick"
        ><input v-model="mode.automatic" type="checkbox" :disabled="!editable" /> by the camera</label
      >
    </div>
    <div v-else-if="setting === 'iris-opening'" class="row">
      <label
        >Shortest, mm <input v-model.number="card.lens.shortestMm" class="field mono" :readonly="!editable"
      /></label>
      <label
        >Longest, mm <input v-model.number="card.lens.longestMm" class="field mono" :readonly="!editable"
      /></label>
      <label
        >Widest <input v-model="card.lens.widestAtShort" class="field mono" :readonly="!editable"
      /></label>
      <label
        >Widest at the long end
        <input v-model="card.lens.widestAtLong" class="field mono" :readonly="!editable"
      /></label>
      <label>Smallest <input v-model="card.lens.smallest" class="field mono" :readonly="!editable" /></label>
    </div>
    <template v-else-if="setting === 'white-balance'">
      <ListInput
        :value="card.whiteBalance.presetsK"
        :read="numbers"
        :write="listed"
        :disabled="!editable"
        label="Presets in kelvin"
        hint="3200 5600"
        @change="card.whiteBalance.presetsK = $event"
      />
      <ListInput
        :value="card.whiteBalance.memories"
        :read="labels"
        :write="joined"
        :disabled="!editable"
        label="Memories for a card"
        hint="A B"
        @change="card.whiteBalance.memories = $event"
      />
      <div class="row">
        <label
          >Dial from, K
          <input
            class="field mono"
            :readonly="!editable"
            :value="card.whiteBalance.dial?.lowestK ?? ''"
            @change="dial('lowestK', text($event))"
        /></label>
        <label
          >to, K
          <input
            class="field mono"
            :readonly="!editable"
            :value="card.whiteBalance.dial?.highestK ?? ''"
            @change="dial('highestK', text($event))"
        /></label>
        <label
          >by, K
          <input
            class="field mono"
            :readonly="!editable"
            :value="card.whiteBalance.dial?.stepK ?? ''"
            @change="dial('stepK', text($event))"
        /></label>
        <label
          >or by, mired
          <input
            class="field mono"
            :readonly="!editable"
            :value="card.whiteBalance.dial?.stepMired ?? ''"
            @change="dial('stepMired', text($event))"
        /></label>
        <label class="tick"
          ><input v-model="card.whiteBalance.automatic" type="checkbox" :disabled="!editable" /> has an
          automatic</label
        >
      </div>
    </template>
    <label v-else-if="setting === 'full-auto'" class="tick"
      ><input v-model="card.fullAuto" type="checkbox" :disabled="!editable" /> it has a full-auto
      switch</label
    >
  </div>
</template>

<style scoped>
.part {
  display: grid;
  gap: 8px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: end;
}
.row .field {
  width: 92px;
}
label {
  display: grid;
  gap: 3px;
  font-size: 0.8125rem;
}
.tick {
  display: block;
  font-size: 0.875rem;
}
</style>
