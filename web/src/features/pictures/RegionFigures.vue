<script setup lang="ts">
import { computed } from 'vue';
import type { Views } from '../../app/client';

/** What one region says: its figures, and for a card whether it can be used. */
const props = defineProps<{ of: Views['RegionFigures'] }>();
const signed = (value: number, digits: number) => {
  const text = Math.abs(value).toFixed(digits);
  return Number(text) === 0 ? text : `${value < 0 ? '−' : '+'}${text}`;
};
const share = (value: number) => `${(100 * value).toFixed(value > 0 && value < 0.001 ? 2 : 1)} %`;
/** Which way a figure goes; nothing where it is none to its last digit. */
const side = (value: number, least: number, above: string, below: string) =>
  Math.abs(value) < least ? '' : value > 0 ? above : below;
const SIDE = { redder: 'redder than the line', on: 'on the line', yellower: 'yellower than the line' };
const rows = computed(() => {
  const f = props.of;
  return [
    { name: 'Level', value: `${f.levelPercent.toFixed(1)} %` },
    { name: 'From mid grey', value: f.stops == null ? 'no light' : `${signed(f.stops, 2)} stop` },
    { name: 'Clipped', value: share(f.clippedShare) },
    { name: 'Black', value: share(f.crushedShare) },
    {
      name: 'Signal to noise',
      value: f.signalToNoiseDb == null ? 'no noise' : `${f.signalToNoiseDb.toFixed(1)} dB`,
    },
    {
      name: 'Evenness',
      value: f.evennessStops == null ? 'a corner is dark' : `${f.evennessStops.toFixed(2)} stop`,
    },
    ...(f.castMired == null || f.duv == null || f.lightK == null
      ? []
      : [
          { name: 'Light', value: `${Math.round(f.lightK)} K` },
          {
            name: 'Cast',
            value: `${signed(f.castMired, 1)} mired${side(f.castMired, 0.05, ', warm', ', cool')}`,
          },
          { name: 'Tint', value: `${signed(f.duv, 4)} Δuv${side(f.duv, 0.00005, ', green', ', magenta')}` },
        ]),
    ...(f.hueDegrees == null
      ? []
      : [
          {
            name: 'Hue',
            value: `${f.hueDegrees.toFixed(1)}°${f.skinSide ? `, ${SIDE[f.skinSide]}` : ''}`,
          },
        ]),
  ];
});
</script>

<template>
  <ul v-if="of.says.length" class="says">
    <li v-for="s in of.says" :key="s.case" :class="{ off: of.isUsed === false }">{{ s.sentence }}</li>
  </ul>
  <dl>
    <template v-for="row in rows" :key="row.name">
      <dt>
        <Term v-if="row.name === 'Cast'" of="cast">{{ row.name }}</Term><template v-else>{{
          row.name
        }}</template>
      </dt>
      <dd class="mono">{{ row.value }}</dd>
    </template>
  </dl>
</template>

<style scoped>
.says {
  margin: 0 0 8px;
  padding-left: 18px;
}
dl {
  display: grid;
  grid-template-columns: 8.5em 1fr;
  gap: 4px 10px;
  margin: 0;
}
dt {
  color: var(--ink-soft);
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
</style>
