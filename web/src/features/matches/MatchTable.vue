<script setup lang="ts">
import { computed } from 'vue';
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import type { Views } from '../../app/client';
import { degrees, duv, MATTER, mired, standing, stops } from './words';

/** Every picture in figures: what was left against the references, what had been predicted, and where the controls stood. */
const props = defineProps<{ cameras: Views['MatchCameraView'][] }>();
type Row = { key: string; letter: string; turn: Views['MatchTurnView']; at: string };
const rows = (): Row[] =>
  props.cameras.flatMap((c) =>
    // A reference is compared with itself: its last picture says everything.
    (c.state === 'reference' ? c.turns.slice(-1) : c.turns).map((t) => ({
      key: `${c.letter}${t.turn}`,
      letter: c.letter,
      turn: t,
      at: standing(t.position, c.controls),
    })),
  );
const hasKey = computed(() => props.cameras.some((c) => c.turns.some((t) => t.keySidePercent != null)));
const hasSkin = computed(() => props.cameras.some((c) => c.turns.some((t) => t.hueDegrees != null)));
const verdict = (turn: Views['MatchTurnView'], matter: string) =>
  turn.verdicts.find((v) => v.matter === matter)?.verdict;
const tone = (turn: Views['MatchTurnView'], matter: string) => (verdict(turn, matter) === 'off' ? 'off' : '');
const near = (turn: Views['MatchTurnView']) =>
  turn.verdicts
    .filter((v) => v.verdict === 'asNearAsSteps')
    .map((v) => MATTER[v.matter])
    .join(' and ');
</script>

<template>
  <DataTable class="stacks" :value="rows()" data-key="key">
    <Column header="Round" body-class="leads whole"
      ><template #body="{ data: r }"
        ><b class="mono">{{ r.letter }}</b
        ><span class="soft">&nbsp;{{ r.turn.turn }}</span></template
      ></Column
    >
    <Column header="Exposure" body-class="mono small"
      ><template #body="{ data: r }"
        ><span v-if="r.turn.rest" :class="tone(r.turn, 'stops')">{{ stops(r.turn.rest.stops) }}</span>
        <span v-if="r.turn.predicted" class="soft was"
          >predicted {{ stops(r.turn.predicted.stops) }}</span
        ></template
      ></Column
    >
    <Column header="White balance" body-class="mono small"
      ><template #body="{ data: r }"
        ><span v-if="r.turn.rest" :class="tone(r.turn, 'mired')">{{ mired(r.turn.rest.mired) }}</span>
        <span v-if="r.turn.predicted" class="soft was"
          >predicted {{ mired(r.turn.predicted.mired) }}</span
        ></template
      ></Column
    >
    <Column header="Tint" body-class="mono small"
      ><template #body="{ data: r }"
        ><span v-if="r.turn.rest" :class="tone(r.turn, 'duv')">{{ duv(r.turn.rest.duv) }}</span>
        <span v-if="r.turn.predicted" class="soft was"
          >predicted {{ duv(r.turn.predicted.duv) }}</span
        ></template
      ></Column
    >
    <Column v-if="hasSkin" header="Skin hue" body-class="mono small"
      ><template #body="{ data: r }"
        ><span v-if="r.turn.rest?.hueDegrees != null" :class="tone(r.turn, 'hue_deg')">{{
          degrees(r.turn.rest.hueDegrees)
        }}</span>
        <span v-if="r.turn.hueDegrees != null" class="soft was"
          >at {{ r.turn.hueDegrees.toFixed(0) }}°</span
        ></template
      ></Column
    >
    <Column v-if="hasKey" header="Key side" body-class="mono small"
      ><template #body="{ data: r }"
        ><span v-if="r.turn.keySidePercent != null">{{ r.turn.keySidePercent.toFixed(0) }} %</span>
        <span v-if="r.turn.keySideStops != null" class="soft was"
          >{{ stops(r.turn.keySideStops) }} from mid grey</span
        ></template
      ></Column
    >
    <Column header="Controls" body-class="small"
      ><template #body="{ data: r }"
        ><span class="mono">{{ r.at }}</span
        ><span v-if="near(r.turn)" class="soft was"
          >{{ near(r.turn) }} as near as its steps go</span
        ></template
      ></Column
    >
  </DataTable>
</template>

<style scoped>
.was {
  display: block;
}
</style>
