<script setup lang="ts">
import type { Views } from '../../app/client';
import { plain } from '../../instruments/fractions';

/** The drawings as tables: every number they show. */
defineProps<{ plan: Views['PlanView'] }>();
const stops = (n: number | null | undefined) =>
  n === null || n === undefined ? 'not known' : `${n < 0 ? '−' : n > 0 ? '+' : ''}${Math.abs(n).toFixed(2)}`;
const metres = (m: number | null | undefined) => (m === null || m === undefined ? 'infinity' : m.toFixed(2));
</script>

<template>
  <div class="wide" role="region" aria-label="The plan in tables" tabindex="0">
    <table class="plain-table">
      <caption>
        The light in stops, down to the line
      </caption>
      <thead>
        <tr>
          <th scope="col">Camera</th>
          <th scope="col">Light</th>
          <th scope="col">Time</th>
          <th scope="col">Speed</th>
          <th scope="col">Lens</th>
          <th scope="col">Iris</th>
          <th scope="col">Filters</th>
          <th scope="col">Error</th>
        </tr>
      </thead>
      <tbody class="mono">
        <tr v-for="c in plan.cameras" :key="c.letter">
          <th scope="row">{{ c.letter }} {{ c.spoken }}</th>
          <td>{{ stops(c.stack.light) }}</td>
          <td>{{ stops(c.stack.time) }}</td>
          <td>{{ stops(c.stack.speed) }}</td>
          <td>{{ stops(c.stack.lens) }}</td>
          <td>{{ stops(c.stack.iris) }}</td>
          <td>{{ stops(-c.stack.filters.reduce((sum, f) => sum + f.stops, 0)) }}</td>
          <td>{{ stops(c.stack.error) }}</td>
        </tr>
      </tbody>
    </table>
    <table class="plain-table">
      <caption>
        Room around grey, and what is left around the scene
      </caption>
      <thead>
        <tr>
          <th scope="col">Camera</th>
          <th scope="col">Above</th>
          <th scope="col">Below</th>
          <th scope="col">Left above</th>
          <th scope="col">Left below</th>
        </tr>
      </thead>
      <tbody class="mono">
        <tr v-for="c in plan.cameras" :key="c.letter">
          <th scope="row">{{ c.letter }}</th>
          <td>{{ stops(c.highlightStops) }}</td>
          <td>{{ stops(c.shadowStops) }}</td>
          <td :class="{ off: (c.clipMarginStops ?? 0) < 0 }">{{ stops(c.clipMarginStops) }}</td>
          <td :class="{ off: (c.shadowMarginStops ?? 0) < 0 }">{{ stops(c.shadowMarginStops) }}</td>
        </tr>
      </tbody>
    </table>
    <table class="plain-table">
      <caption>
        Field and depth, metres from the sensor mark; sharp for a circle of the sensor's diagonal/1500
      </caption>
      <thead>
        <tr>
          <th scope="col">Camera</th>
          <th scope="col">Focal</th>
          <th scope="col">Distance</th>
          <th scope="col">Framed</th>
          <th scope="col">Angle</th>
          <th scope="col">Near</th>
          <th scope="col">Far</th>
          <th scope="col">Hyperfocal</th>
          <th scope="col">Picture</th>
        </tr>
      </thead>
      <tbody class="mono">
        <tr v-for="c in plan.cameras" :key="c.letter">
          <th scope="row">{{ c.letter }}</th>
          <td>{{ c.focalMm.toFixed(1) }} mm</td>
          <td>{{ metres(c.distanceM) }}</td>
          <td>{{ metres(c.framedM) }}</td>
          <td>{{ c.angleDegrees.toFixed(1) }}°</td>
          <td>{{ c.depth ? metres(c.depth.nearM) : '' }}</td>
          <td>{{ c.depth ? metres(c.depth.farM) : '' }}</td>
          <td>{{ c.depth ? metres(c.depth.hyperfocalM) : '' }}</td>
          <td>{{ plain(c.ratio) }}</td>
        </tr>
      </tbody>
    </table>
    <table class="plain-table">
      <caption>
        White
      </caption>
      <thead>
        <tr>
          <th scope="col">Camera</th>
          <th scope="col">Way</th>
          <th scope="col">Number or memory</th>
          <th scope="col">Rest, mired</th>
        </tr>
      </thead>
      <tbody class="mono">
        <tr v-for="w in plan.white" :key="w.letter">
          <th scope="row">{{ w.letter }}</th>
          <td>{{ w.method }}</td>
          <td>{{ w.dialK ? `${w.dialK} K` : w.memory ? `memory ${w.memory}` : 'card' }}</td>
          <td>{{ stops(w.restMired) }}, {{ w.grade }}</td>
        </tr>
      </tbody>
    </table>
    <table class="plain-table">
      <caption>
        Pairs
      </caption>
      <thead>
        <tr>
          <th scope="col">Pair</th>
          <th scope="col">Planned apart</th>
          <th scope="col">Expected spread</th>
          <th scope="col">Card check</th>
        </tr>
      </thead>
      <tbody class="mono">
        <tr v-for="p in plan.pairs" :key="p.left + p.right">
          <th scope="row">{{ p.left }} and {{ p.right }}</th>
          <td>{{ plain(p.exposure) }}</td>
          <td>{{ plain(p.spread) }}</td>
          <td>{{ p.checkOnCard ? 'yes' : 'no' }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.wide {
  overflow-x: auto;
}
table {
  margin-bottom: 18px;
}
caption {
  text-align: left;
  font: 600 0.9375rem var(--sans);
  padding-bottom: 2px;
}
.plain-table td,
.plain-table tbody th {
  padding: 4px 12px 4px 0;
  font-size: 0.9375rem;
}
</style>
