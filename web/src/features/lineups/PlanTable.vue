<script setup lang="ts">
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import { computed } from 'vue';
import { namesRow } from '../../app/tables';
import type { Views } from '../../app/client';
import { plain } from '../../instruments/fractions';

/** The drawings as tables: every number they show. */
const props = defineProps<{ plan: Views['PlanView'] }>();
const stops = (n: number | null | undefined) =>
  n === null || n === undefined ? 'not known' : `${n < 0 ? '−' : n > 0 ? '+' : ''}${Math.abs(n).toFixed(2)}`;
const metres = (m: number | null | undefined) => (m === null || m === undefined ? 'infinity' : m.toFixed(2));

type Camera = Views['CameraPlanView'];
type Cell = { text: string; off?: boolean };
type Drawn = { caption: string; columns: string[]; rows: Cell[][] };
const cell = (text: string, off = false): Cell => ({ text, off });
const ofCameras = (columns: string[], cells: (c: Camera) => Cell[], named = false) => ({
  columns: ['Camera', ...columns],
  rows: props.plan.cameras.map((c) => [cell(named ? `${c.letter} ${c.spoken}` : c.letter), ...cells(c)]),
});
const tables = computed<Drawn[]>(() => [
  {
    caption: 'The light in stops, down to the line',
    ...ofCameras(
      ['Light', 'Time', 'Speed', 'Lens', 'Iris', 'Filters', 'Error'],
      ({ stack: s }) =>
        [
          s.light,
          s.time,
          s.speed,
          s.lens,
          s.iris,
          -s.filters.reduce((sum, f) => sum + f.stops, 0),
          s.error,
        ].map((n) => cell(stops(n))),
      true,
    ),
  },
  {
    caption: 'Latitude around grey, and what is left around the scene',
    ...ofCameras(['Above', 'Below', 'Left above', 'Left below'], (c) => [
      cell(stops(c.highlightStops)),
      cell(stops(c.shadowStops)),
      cell(stops(c.clipMarginStops), (c.clipMarginStops ?? 0) < 0),
      cell(stops(c.shadowMarginStops), (c.shadowMarginStops ?? 0) < 0),
    ]),
  },
  {
    caption: "Field and depth, metres from the sensor mark; sharp for a circle of the sensor's diagonal/1500",
    ...ofCameras(
      ['Focal length', 'Distance', 'Framed', 'Angle', 'Near', 'Far', 'Hyperfocal', 'Framing'],
      (c) =>
        [
          `${c.focalMm.toFixed(1)} mm`,
          metres(c.distanceM),
          metres(c.framedM),
          `${c.angleDegrees.toFixed(1)}°`,
          c.depth ? metres(c.depth.nearM) : '',
          c.depth ? metres(c.depth.farM) : '',
          c.depth ? metres(c.depth.hyperfocalM) : '',
          plain(c.ratio),
        ].map((text) => cell(text)),
    ),
  },
  {
    caption: 'White balance',
    columns: ['Camera', 'Method', 'Number or memory', 'Rest, mired'],
    rows: props.plan.white.map((w) =>
      [
        w.letter,
        w.method,
        w.dialK ? `${w.dialK} K` : w.memory ? `memory ${w.memory}` : 'grey card',
        `${stops(w.restMired)}, ${w.grade}`,
      ].map((text) => cell(text)),
    ),
  },
  {
    caption: 'Pairs',
    columns: ['Pair', 'Planned apart', 'Expected spread', 'Grey card check'],
    rows: props.plan.pairs.map((p) =>
      [`${p.left} and ${p.right}`, plain(p.exposure), plain(p.spread), p.checkOnCard ? 'yes' : 'no'].map(
        (text) => cell(text),
      ),
    ),
  },
]);
</script>

<template>
  <div class="wide" role="region" aria-label="The plan in tables" tabindex="0">
    <section v-for="t in tables" :key="t.caption">
      <h3>{{ t.caption }}</h3>
      <DataTable :value="t.rows" size="small" :pt="{ table: { 'aria-label': t.caption } }">
        <Column
          v-for="(name, i) in t.columns"
          :key="name"
          :header="name"
          :pt="i ? undefined : namesRow"
          body-class="mono"
        >
          <template #body="{ data: row }"
            ><span :class="{ off: row[i].off }">{{ row[i].text }}</span></template
          >
        </Column>
      </DataTable>
    </section>
  </div>
</template>

<style scoped>
.wide {
  overflow-x: auto;
}
section {
  margin-bottom: 18px;
}
h3 {
  font: 600 0.9375rem var(--sans);
  padding-bottom: 2px;
}
</style>
