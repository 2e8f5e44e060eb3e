<script setup lang="ts">
import { computed } from 'vue';
import NumberField from '../../app/NumberField.vue';
import type { Views } from '../../app/client';

/** What a department states of exposure beyond single notches; left out of the document where nothing is stated. */
const exposure = defineModel<Views['ExposureDocument'] | null | undefined>({ required: true });
const props = defineProps<{ editable: boolean; curves: string[]; wrong: string }>();

const now = computed<Views['ExposureDocument']>(
  () => exposure.value ?? { noiseLimitDb: null, offsetLogStops: 0, offsetStops: 0, levels: null },
);
function put(change: Partial<Views['ExposureDocument']>): void {
  const next = { ...now.value, ...change };
  const stated =
    typeof next.noiseLimitDb === 'number' ||
    Boolean(next.offsetLogStops) ||
    Boolean(next.offsetStops) ||
    Boolean(next.levels?.length);
  exposure.value = stated ? next : null;
}
const levels = computed(() => now.value.levels ?? []);
const putLevel = (i: number, change: Partial<Views['CurveLevelsDocument']>) =>
  put({ levels: levels.value.map((l, at) => (at === i ? { ...l, ...change } : l)) });
const free = computed(() => props.curves.filter((c) => !levels.value.some((l) => l.curve === c)));
const at = (field: string) => (props.wrong === `/exposure/${field}` ? 'This cannot be; see above.' : '');
const CARDS = [
  ['greyPercent', 'Grey'],
  ['skinPercent', 'Skin'],
  ['whitePercent', 'White'],
] as const;
</script>

<template>
  <section class="exposure" aria-label="Noise, offsets and levels">
    <fieldset :disabled="!editable">
      <legend class="visually-hidden">Noise limit and exposure offsets</legend>
      <div class="fields">
        <NumberField
          :model-value="now.noiseLimitDb"
          label="Noise limit over 0 dB"
          unit="dB"
          :wrong="at('noiseLimitDb')"
          @update:model-value="put({ noiseLimitDb: $event ?? null })"
        />
        <NumberField
          :model-value="now.offsetLogStops"
          label="Offset on log"
          unit="stops"
          :wrong="at('offsetLogStops')"
          @update:model-value="put({ offsetLogStops: $event ?? 0 })"
        />
        <NumberField
          :model-value="now.offsetStops"
          label="Offset on other curves"
          unit="stops"
          :wrong="at('offsetStops')"
          @update:model-value="put({ offsetStops: $event ?? 0 })"
        />
      </div>
    </fieldset>
    <p class="soft small">
      An offset is exposure over the meter: +1 records a curve one stop brighter. The noise limit caps gain on
      every base.
    </p>
    <fieldset v-for="(level, i) in levels" :key="level.curve" :disabled="!editable" class="level">
      <legend>Levels on {{ level.curve }}, % of the recorded scale</legend>
      <div class="fields">
        <NumberField
          v-for="[field, name] in CARDS"
          :key="field"
          :model-value="level[field]"
          :label="name"
          unit="%"
          :wrong="at(`levels/${i}/${field}`)"
          @update:model-value="putLevel(i, { [field]: $event ?? null })"
        />
        <button
          v-if="editable"
          class="link"
          type="button"
          @click="put({ levels: levels.filter((l) => l !== level) })"
        >
          Remove
        </button>
      </div>
    </fieldset>
    <p v-if="editable && free.length" class="add">
      <button
        v-for="curve in free"
        :key="curve"
        class="act quiet small"
        type="button"
        @click="
          put({ levels: [...levels, { curve, greyPercent: null, skinPercent: null, whitePercent: null }] })
        "
      >
        State levels on {{ curve }}
      </button>
    </p>
  </section>
</template>

<style scoped>
.exposure {
  display: grid;
  gap: 8px;
}
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
}
legend {
  font-size: 0.875rem;
  padding: 0;
}
:deep(.what) {
  font-weight: 400;
}
.add {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
</style>
