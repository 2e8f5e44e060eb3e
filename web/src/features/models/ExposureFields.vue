<script setup lang="ts">
import TickBox from '../../app/TickBox.vue';
import OneOf from '../../app/OneOf.vue';
import { computed } from 'vue';
import type { Views } from '../../app/client';
import { copy } from '../../app/copy';
import SpecificationField from './SpecificationField.vue';
import { filters, filtersText, gains, gainsText, labels, numbers } from './specificationText';
import ListInput from './ListInput.vue';

/** The parts of a specification that are computed with: shutter, gain, filter, iris, white, focus, each where its setting stands. */
const card = defineModel<Views['ModelDocument']>({ required: true });
const props = defineProps<{ setting: string; editable: boolean }>();
const joined = (all: (string | number)[]) => all.join(' ');
const mode = computed(() => (props.setting === 'iris-control' ? card.value.iris : card.value.focus));
const orNothing = <T,>(list: T[]): T[] | null => (list.length ? list : null);

function addBase(): void {
  const bases = card.value.gain.bases ?? [];
  card.value.gain.bases = [
    ...bases,
    {
      word: bases.length ? 'high' : 'low',
      name: '',
      isoAtZeroGain: NaN,
      noisePenaltyDb: 0,
      gains: { fromDb: NaN, toDb: NaN, stepDb: NaN },
    },
  ];
}
/** Gain is counted from the native ISO: until somebody writes it the lowest is presumed, so that the list does no harm elsewhere. */
function takeIsos(isos: number[]): void {
  card.value.gain.isos = orNothing(isos);
  const lowest = Math.min(...isos.filter(Number.isFinite));
  if (!Number.isFinite(lowest) || Number.isFinite(card.value.gain.isoAtZeroGain ?? NaN)) return;
  card.value.gain.isoAtZeroGain = lowest;
  card.value.presumed = [...new Set([...(card.value.presumed ?? []), 'gain'])];
}
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
        :write="joined"
        :disabled="!editable"
        label="Angles in degrees, where it is set by angle"
        hint="90 172.8 180"
        @change="
          card.angles = $event.length
            ? { degrees: $event, anyBetween: card.angles?.anyBetween ?? false }
            : null
        "
      />
      <TickBox v-if="card.angles" v-model="card.angles.anyBetween" :disabled="!editable"
        >any angle between can be typed</TickBox
      >
      <TickBox
        :model-value="card.shutterAutomatic ?? card.fullAuto"
        :disabled="!editable"
        @update:model-value="card.shutterAutomatic = $event ?? false"
        >it can be left automatic</TickBox
      >
      <div v-if="card.clearScan" class="fields">
        <SpecificationField
          v-model="card.clearScan.fromHz"
          label="Clear scan from, Hz"
          number
          :editable="editable"
        />
        <SpecificationField v-model="card.clearScan.toHz" label="to, Hz" number :editable="editable" />
        <SpecificationField v-model="card.clearScan.stepHz" label="by, Hz" number :editable="editable" />
        <button v-if="editable" class="link" type="button" @click="card.clearScan = null">
          it has no clear scan
        </button>
      </div>
      <p v-else-if="editable">
        <button class="link" type="button" @click="card.clearScan = { fromHz: NaN, toHz: NaN, stepHz: NaN }">
          It has a clear scan
        </button>
      </p>
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
          v-if="card.gain.assignableDb || card.gain.positions.some((p) => p.name)"
          :value="card.gain.assignableDb ?? []"
          :read="numbers"
          :write="joined"
          :disabled="!editable"
          label="Gains in dB that a position of the switch can be given in the menu; empty where they are fixed"
          hint="−6 −3 0 3 6 9 12 15 18"
          @change="card.gain.assignableDb = orNothing($event)"
        />
        <ListInput
          :value="card.gain.isos ?? []"
          :read="numbers"
          :write="joined"
          :disabled="!editable"
          label="ISO numbers, where it shows those instead"
          hint="100 125 160 200"
          @change="takeIsos($event)"
        />
      </template>
      <div class="fields">
        <SpecificationField
          v-model="card.gain.isoAtZeroGain"
          label="ISO at 0 dB"
          number
          optional
          :editable="editable"
        />
        <SpecificationField
          v-model="card.gain.capDb"
          label="Last resort up to, dB"
          number
          optional
          :editable="editable"
        />
        <SpecificationField
          v-model="card.gain.highlightStops"
          label="Stops above grey"
          number
          optional
          :editable="editable"
        />
        <SpecificationField
          v-model="card.gain.shadowStops"
          label="Stops below grey"
          number
          optional
          :editable="editable"
        />
        <TickBox v-model="card.gain.automatic" :disabled="!editable">has an automatic</TickBox>
      </div>
    </template>
    <template v-else-if="setting === 'base'">
      <p v-if="!card.gain.bases?.length" class="soft small">One base. Add two where the camera has two.</p>
      <div v-for="(base, i) in card.gain.bases ?? []" :key="i" class="fields">
        <OneOf v-model="base.word" label="Base" :options="['low', 'high']" :disabled="!editable" />
        <SpecificationField v-model="base.name" label="Shown as" :editable="editable" />
        <SpecificationField v-model="base.isoAtZeroGain" label="ISO at 0 dB" number :editable="editable" />
        <SpecificationField
          v-model="base.noisePenaltyDb"
          label="Noise over the other, dB"
          number
          :editable="editable"
        />
        <template v-if="base.gains">
          <SpecificationField v-model="base.gains.fromDb" label="Gain from, dB" number :editable="editable" />
          <SpecificationField v-model="base.gains.toDb" label="to, dB" number :editable="editable" />
          <SpecificationField v-model="base.gains.stepDb" label="by, dB" number :editable="editable" />
        </template>
        <ListInput
          v-else
          :value="base.isos ?? []"
          :read="numbers"
          :write="joined"
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
      <div class="fields">
        <template v-if="card.variableFilter">
          <SpecificationField
            v-model="card.variableFilter.leastStops"
            label="Variable, from, stops"
            number
            :editable="editable"
          />
          <SpecificationField
            v-model="card.variableFilter.mostStops"
            label="to, stops"
            number
            :editable="editable"
          />
          <SpecificationField
            v-model="card.variableFilter.stepStops"
            label="by, stops"
            number
            :editable="editable"
          />
          <button v-if="editable" class="link" type="button" @click="card.variableFilter = null">
            no variable filter
          </button>
        </template>
        <button
          v-else-if="editable"
          class="link"
          type="button"
          @click="card.variableFilter = { leastStops: NaN, mostStops: NaN, stepStops: NaN }"
        >
          It has a variable filter
        </button>
      </div>
    </template>
    <div v-else-if="setting === 'iris-control' || setting === 'focus-mode'" class="fields">
      <TickBox v-model="mode.manual" :disabled="!editable">by hand</TickBox>
      <TickBox v-model="mode.automatic" :disabled="!editable">by the camera</TickBox>
    </div>
    <template v-else-if="setting === 'iris'"
      ><div class="fields">
        <SpecificationField v-model="card.lens.shortestMm" label="Shortest, mm" number :editable="editable" />
        <SpecificationField v-model="card.lens.longestMm" label="Longest, mm" number :editable="editable" />
        <SpecificationField v-model="card.lens.widestAtShort" label="Widest" :editable="editable" />
        <SpecificationField
          v-model="card.lens.widestAtLong"
          label="Widest at the long end"
          :editable="editable"
        />
        <SpecificationField v-model="card.lens.smallest" label="Smallest" :editable="editable" />
      </div>
      <div v-for="(one, i) in card.lenses ?? []" :key="i" class="fields">
        <SpecificationField v-model="one.name" label="Another lens" :editable="editable" />
        <SpecificationField v-model="one.lens.shortestMm" label="Shortest, mm" number :editable="editable" />
        <SpecificationField v-model="one.lens.longestMm" label="Longest, mm" number :editable="editable" />
        <SpecificationField v-model="one.lens.widestAtShort" label="Widest" :editable="editable" />
        <SpecificationField
          v-model="one.lens.widestAtLong"
          label="Widest at the long end"
          :editable="editable"
        />
        <SpecificationField v-model="one.lens.smallest" label="Smallest" :editable="editable" />
        <SpecificationField
          :model-value="one.transmission ?? ''"
          label="T wide open, if marked"
          :editable="editable"
          @update:model-value="one.transmission = String($event) || null"
        />
        <button v-if="editable" class="link" type="button" @click="card.lenses!.splice(i, 1)">out</button>
      </div>
      <p v-if="editable">
        <button
          class="link"
          type="button"
          @click="card.lenses = [...(card.lenses ?? []), { name: '', lens: copy(card.lens) }]"
        >
          Add a lens that goes with it
        </button>
      </p>
    </template>
    <template v-else-if="setting === 'white-balance'">
      <ListInput
        :value="card.whiteBalance.presetsK"
        :read="numbers"
        :write="joined"
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
      <div class="fields">
        <template v-if="card.whiteBalance.dial">
          <SpecificationField
            v-model="card.whiteBalance.dial.lowestK"
            label="Dial from, K"
            number
            :editable="editable"
          />
          <SpecificationField
            v-model="card.whiteBalance.dial.highestK"
            label="to, K"
            number
            :editable="editable"
          />
          <SpecificationField
            v-model="card.whiteBalance.dial.stepK"
            label="by, K"
            number
            optional
            :editable="editable"
          />
          <SpecificationField
            v-model="card.whiteBalance.dial.stepMired"
            label="or by, mired"
            number
            optional
            :editable="editable"
          />
          <button v-if="editable" class="link" type="button" @click="card.whiteBalance.dial = null">
            no dial
          </button>
        </template>
        <button
          v-else-if="editable"
          class="link"
          type="button"
          @click="card.whiteBalance.dial = { lowestK: NaN, highestK: NaN, stepK: NaN }"
        >
          A number can be dialled
        </button>
        <TickBox v-model="card.whiteBalance.automatic" :disabled="!editable">has an automatic</TickBox>
      </div>
    </template>
    <TickBox v-else-if="setting === 'full-auto'" v-model="card.fullAuto" :disabled="!editable"
      >it has a full-auto switch</TickBox
    >
  </div>
</template>

<style scoped>
.part {
  display: grid;
  gap: 8px;
}
</style>
