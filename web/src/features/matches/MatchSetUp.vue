<script setup lang="ts">
import { computed, ref } from 'vue';
import NumberField from '../../app/NumberField.vue';
import OneOf from '../../app/OneOf.vue';
import TickBox from '../../app/TickBox.vue';
import PositionForm from './PositionForm.vue';
import type { Camera, Match, MatchWork } from './useMatch';
import { standing } from './words';

/** How a match is set up: where the controls of each camera stand, the references, the light and what counts as matched. */
const props = defineProps<{ work: MatchWork; match: Match; open: boolean }>();
const { wrong, says } = props.work;
const tolerance = computed(() => props.match.tolerance);
const changing = ref('');
async function restated(camera: Camera, position: Camera['next']): Promise<void> {
  const last = camera.turns.at(-1);
  if (last) await props.work.restate(camera.letter, last.turn, position);
  else
    await props.work.change((d) => ({
      ...d,
      cameras: d.cameras.map((c) => (c.letter === camera.letter ? { ...c, begins: position } : c)),
    }));
  if (!says.value[camera.letter] && !wrong.value) changing.value = '';
}
const letters = computed(() =>
  props.match.cameras.map((c) => ({ key: c.letter, name: `${c.letter}  ${c.name}` })),
);
const lead = (which: 'exposureReference' | 'colourReference', letter: string | null | undefined) =>
  letter && props.work.change((d) => ({ ...d, [which]: letter }));
const profile = (letter: string) =>
  props.match.document.cameras.find((c) => c.letter === letter)?.profile ?? '';
const irisFree = (letter: string) =>
  props.match.document.cameras.find((c) => c.letter === letter)?.irisFree ?? true;
const ofCamera = (letter: string, how: object) =>
  props.work.change((d) => ({
    ...d,
    cameras: d.cameras.map((c) => (c.letter === letter ? { ...c, ...how } : c)),
  }));
/** Its last picture is read anew by the curve of the other profile. */
async function setProfile(camera: Camera, profile: string): Promise<void> {
  const last = camera.turns.at(-1);
  if ((await ofCamera(camera.letter, { profile })) && last)
    await props.work.restate(camera.letter, last.turn, last.position);
}
</script>

<template>
  <section class="part no-print">
    <details>
      <summary>Where the controls stand</summary>
      <div v-for="c in match.cameras" :key="c.letter" class="stand">
        <p>
          <b class="mono">{{ c.letter }}</b>
          <span class="mono small">{{
            standing(c.turns.at(-1)?.position ?? c.next, c.controls) || 'nothing read'
          }}</span>
          <button
            v-if="open && changing !== c.letter"
            class="link small"
            type="button"
            @click="changing = c.letter"
          >
            Change
          </button>
        </p>
        <PositionForm
          v-if="changing === c.letter"
          :at="c.turns.at(-1)?.position ?? c.next"
          :controls="c.controls"
          :wrong="says[c.letter] || wrong"
          @save="restated(c, $event)"
          @leave="changing = ''"
        />
        <template v-if="open && changing === c.letter">
          <OneOf
            v-if="c.controls.profiles.length"
            :model-value="profile(c.letter)"
            label="Picture profile"
            none="not known"
            :options="
              c.controls.profiles.map((p) => ({
                key: p.word,
                name: p.curve ? `${p.word}, ${p.curve}` : `${p.word}, curve not known`,
              }))
            "
            @update:model-value="setProfile(c, $event ?? '')"
          />
          <TickBox
            :model-value="irisFree(c.letter)"
            @update:model-value="ofCamera(c.letter, { irisFree: $event === true })"
            >The iris may be moved</TickBox
          >
          <button
            v-if="c.turns.length"
            class="link small"
            type="button"
            @click="work.takeOut(c.letter, c.turns.at(-1)!.turn)"
          >
            Take its last picture out
          </button>
        </template>
      </div>
    </details>
    <details v-if="open">
      <summary>References, light and tolerance</summary>
      <div class="fields">
        <OneOf
          label="Exposure is matched to"
          :model-value="match.document.exposureReference"
          :options="letters"
          @update:model-value="lead('exposureReference', $event)"
        />
        <OneOf
          label="White balance is matched to"
          :model-value="match.document.colourReference"
          :options="letters"
          @update:model-value="lead('colourReference', $event)"
        />
        <NumberField
          label="Light"
          unit="K"
          required
          :model-value="match.document.light.temperatureK"
          @update:model-value="
            (k) => k && k >= 1500 && work.change((d) => ({ ...d, light: { ...d.light, temperatureK: k } }))
          "
        />
        <NumberField
          label="Exposure may differ by"
          unit="stops"
          required
          :model-value="Math.round(1000 * tolerance.stops) / 1000"
          @update:model-value="
            (s) => s && s >= 0.02 && work.change((d) => ({ ...d, tolerance: { ...tolerance, stops: s } }))
          "
        />
        <NumberField
          label="White balance may differ by"
          unit="mired"
          required
          :model-value="tolerance.mired"
          @update:model-value="
            (m) => m && m >= 0.5 && work.change((d) => ({ ...d, tolerance: { ...tolerance, mired: m } }))
          "
        />
      </div>
    </details>
  </section>
</template>

<style scoped>
.part {
  padding: 10px 0 12px;
  border-bottom: 1px solid var(--line);
}
.stand {
  margin: 6px 0 10px;
}
.stand p {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: baseline;
}
.fields {
  display: grid;
  gap: 10px;
  margin: 8px 0;
}
.part summary {
  cursor: pointer;
  min-height: 24px;
}
</style>
