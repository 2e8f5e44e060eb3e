<script setup lang="ts">
import { computed, ref } from 'vue';
import NumberField from '../../app/NumberField.vue';
import OneOf from '../../app/OneOf.vue';
import TextEntry from '../../app/TextEntry.vue';
import type { Measurement, MeasurementWork } from './useMeasurement';

/** How the pictures were taken, as far as it decides what they say. */
const props = defineProps<{ work: MeasurementWork; measurement: Measurement }>();
const document = computed(() => props.measurement.document);
/** 20 dB are a ratio of ten. */
const ratios = computed(() =>
  props.measurement.requiredDb.map((db) => ({
    key: db,
    name: `${Math.round(10 ** (db / 20))}:1, ${Math.round(db)} dB`,
  })),
);
const change = (part: Partial<Measurement['document']>) => props.work.change((d) => ({ ...d, ...part }));
const by = ref<number | null>();
/** One that the list does not have goes to its end. */
async function another(): Promise<void> {
  const exposed = by.value;
  if (exposed === null || exposed === undefined) return;
  const added = await props.work.change((d) => ({
    ...d,
    shots: [...d.shots, { ...d.shots[0]!, number: d.shots.length + 1, exposedStops: exposed }],
  }));
  if (added) by.value = null;
}
</script>

<template>
  <section class="set-up">
    <h2>How it is taken</h2>
    <OneOf
      v-if="measurement.profiles.length"
      :model-value="document.profile"
      label="Picture profile"
      :options="measurement.profiles"
      @update:model-value="change({ profile: $event ?? '' })"
    />
    <OneOf
      v-if="document.kind === 'latitude' && measurement.bases.length"
      :model-value="document.base"
      label="Base ISO"
      :options="measurement.bases"
      @update:model-value="change({ base: $event ?? '' })"
    />
    <OneOf
      v-if="document.kind === 'noise'"
      :model-value="document.wantedDb"
      label="Signal to noise that is required"
      :options="ratios"
      @update:model-value="$event && change({ wantedDb: $event })"
    />
    <NumberField
      v-if="document.kind === 'filters' || document.kind === 'sisters'"
      :model-value="document.balanceK"
      label="White balance is set to"
      unit="K"
      @update:model-value="$event && $event >= 1500 && $event <= 40000 && change({ balanceK: $event })"
    />
    <form v-if="document.kind === 'latitude'" class="more" @submit.prevent="another">
      <NumberField v-model="by" label="Another exposure" unit="stops from mid grey" hint="−8" />
      <button class="act quiet" type="submit" :disabled="by === null || by === undefined">Add it</button>
    </form>
    <TextEntry
      :model-value="document.light"
      label="Light"
      plain-text
      :most="120"
      hint="two LED panels, dimmed to half"
      @change="change({ light: ($event.target as HTMLInputElement).value })"
    />
    <p class="soft small">
      Pictures that are here already keep the curve they were read by; open one to change it.
    </p>
  </section>
</template>

<style scoped>
.set-up {
  display: grid;
  gap: 8px;
  margin-top: 22px;
}
.more {
  display: flex;
  gap: 10px;
  align-items: end;
}
</style>
