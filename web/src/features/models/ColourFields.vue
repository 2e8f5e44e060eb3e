<script setup lang="ts">
import { computed, watch } from 'vue';
import type { Views } from '../../app/client';
import OneOf from '../../app/OneOf.vue';
import SpecificationField from './SpecificationField.vue';

/** What pictures of this model are read by: the curve of each picture profile, and what the numbers of its tint control mean. Nothing of it is presumed. */
const card = defineModel<Views['ModelDocument']>({ required: true });
const props = defineProps<{ setting: string; editable: boolean }>();
const words = computed(() => (card.value.choices?.profile?.positions ?? []).map((p) => p.is));
const hasTint = computed(() => Boolean(card.value.levels?.tint));
const LOG = ['a', 'b', 'c', 'd', 'e', 'f', 'cut'] as const;

function setCurve(word: string, curve: string | null | undefined): void {
  const others = Object.fromEntries(Object.entries(card.value.curves ?? {}).filter(([w]) => w !== word));
  const log = curve === 'Log' ? { a: NaN, b: NaN, c: NaN, d: NaN, e: NaN, f: NaN, cut: NaN } : null;
  card.value.curves = curve ? { ...others, [word]: { curve, log, clipLevel: 1 } } : others;
}
// A profile that is taken away takes its curve along.
watch(words, (now) => {
  const curves = card.value.curves;
  if (!props.editable || !curves || Object.keys(curves).every((w) => now.includes(w))) return;
  card.value.curves = Object.fromEntries(Object.entries(curves).filter(([w]) => now.includes(w)));
});
watch(hasTint, (now) => {
  if (props.editable && !now) card.value.tint = null;
});
</script>

<template>
  <div v-if="setting === 'profile' && words.length" class="part">
    <p class="soft small">
      The curve that each profile records in, from the maker’s description: a picture is measured by it. Leave
      it open where you do not know.
    </p>
    <div v-for="w in words" :key="w" class="profile">
      <OneOf
        :model-value="card.curves?.[w]?.curve"
        :label="`Curve of ${w}`"
        none="not known"
        :options="['BT.709', 'sRGB', 'HLG', 'Log']"
        :disabled="!editable"
        @update:model-value="setCurve(w, $event)"
      />
      <template v-if="card.curves?.[w]?.curve === 'Log' && card.curves[w]!.log">
        <SpecificationField
          v-for="n in LOG"
          :key="n"
          v-model="card.curves[w]!.log![n]"
          :label="n"
          number
          :editable="editable"
        />
      </template>
      <SpecificationField
        v-if="card.curves?.[w]"
        v-model="card.curves[w]!.clipLevel"
        label="Highlights end at"
        number
        :editable="editable"
      />
    </div>
  </div>
  <div v-else-if="setting === 'tint' && hasTint" class="part">
    <div v-if="card.tint" class="fields">
      <SpecificationField
        v-model="card.tint.stepDuv"
        label="A step is worth, Δuv"
        number
        :editable="editable"
      />
      <OneOf
        :model-value="card.tint.up"
        label="Higher numbers are"
        none="not known"
        :options="['green', 'magenta']"
        :disabled="!editable"
        @update:model-value="card.tint!.up = $event || null"
      />
      <button v-if="editable" class="link" type="button" @click="card.tint = null">not known</button>
    </div>
    <p v-else-if="editable">
      <button class="link" type="button" @click="card.tint = { stepDuv: 0.001, up: null }">
        Say what a step is worth
      </button>
      <span class="soft small">
        Two pictures of a card tell it: the difference in Δuv, divided by the steps.</span
      >
    </p>
    <p v-else class="soft small">Nobody has said what a step is worth.</p>
  </div>
</template>

<style scoped>
.profile {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
  gap: 8px;
  align-items: end;
  margin: 8px 0 12px;
}
</style>
