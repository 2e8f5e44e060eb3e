<script setup lang="ts">
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import type { Views } from '../app/client';
import { dayAt, timeAt } from '../app/clock';
import { dayScale, hours } from './dayScale';
import { useWidth } from './useWidth';

/** Shoots of today and tomorrow, a row each: preparation hatched up to when the cameras are collected, the call as a gold notch, the present as one dark line. */
const props = defineProps<{
  rows: readonly Views['DayShootView'][];
  now: number;
  zone: string;
  ahead: number;
}>();
const router = useRouter();
const frame = ref<HTMLElement>();
const width = useWidth(frame, 900);
const ROW = 46;
const TOP = 24;
const narrow = computed(() => width.value < 620);
const left = computed(() => (narrow.value ? 0 : 190));
const rowTop = (i: number) => TOP + i * (narrow.value ? ROW + 18 : ROW);
const barTop = (i: number) => rowTop(i) + (narrow.value ? 24 : 14);
const scale = computed(() =>
  dayScale([
    props.now,
    ...props.rows.flatMap((r) => [r.beginBy, r.shoot.collect, r.shoot.call, r.shoot.end, r.shoot.return]),
  ]),
);
const x = (at: string | number) => left.value + scale.value.at(at) * (width.value - left.value - 12) + 4;
const marks = computed(() => hours(scale.value, width.value - left.value, props.ahead));
const height = computed(() => rowTop(props.rows.length) + 6);
const first = (s: Views['ShootRowView']) => s.collect ?? s.call!;
const last = (s: Views['ShootRowView']) => s.end ?? s.call!;
const short = (name: string) => (name.length > 24 ? `${name.slice(0, 23)}…` : name);
const isDay = (at: number) => timeAt(new Date(at).toISOString(), props.zone) === '00:00';
const mark = (at: number) => {
  const moment = new Date(at).toISOString();
  return isDay(at) ? dayAt(moment, props.zone).split(' ').slice(0, 2).join(' ') : timeAt(moment, props.zone);
};
const said = (r: Views['DayShootView']) =>
  [
    `${r.shoot.name}: call ${dayAt(r.shoot.call!, props.zone)}, ${timeAt(r.shoot.call!, props.zone)}`,
    r.beginBy
      ? `start preparing by ${dayAt(r.beginBy, props.zone)}, ${timeAt(r.beginBy, props.zone)}${r.fits ? '' : ', which is too late'}`
      : '',
  ]
    .filter(Boolean)
    .join('; ');
/** Words at the left end of a bar, where they do not fall out of the drawing. */
const begins = (r: Views['DayShootView']) => Math.max(left.value + 2, x(r.beginBy!) - 4);
</script>

<template>
  <figure ref="frame" class="rows">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      role="img"
      :aria-label="rows.map(said).join('. ')"
    >
      <defs>
        <pattern
          id="prep-hatch"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(-45)"
        >
          <line x1="0" y1="0" x2="0" y2="6" stroke="var(--tide)" stroke-width="2" />
        </pattern>
        <pattern
          id="late-hatch"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1="0" y1="0" x2="0" y2="6" stroke="var(--rust)" stroke-width="2.5" />
        </pattern>
      </defs>
      <g v-for="at in marks" :key="at">
        <line :x1="x(at)" :x2="x(at)" y1="18" :y2="height" :class="isDay(at) ? 'midnight' : 'hour'" />
        <text :x="x(at)" y="13" text-anchor="middle" class="soft-text">{{ mark(at) }}</text>
      </g>
      <g v-for="(r, i) in rows" :key="r.shoot.id" class="one" @click="router.push(`/shoots/${r.shoot.id}`)">
        <text :x="0" :y="narrow ? rowTop(i) + 16 : rowTop(i) + 22">{{ short(r.shoot.name) }}</text>
        <text v-if="!narrow" x="0" :y="rowTop(i) + 38" class="soft-text">{{ short(r.shoot.place) }}</text>
        <rect
          v-if="r.beginBy"
          :x="x(r.beginBy)"
          :width="Math.max(2, x(first(r.shoot)) - x(r.beginBy))"
          :y="barTop(i)"
          height="18"
          :fill="r.fits ? 'url(#prep-hatch)' : 'url(#late-hatch)'"
          :stroke="r.fits ? 'var(--tide)' : 'var(--rust)'"
        />
        <line
          v-if="r.beginBy"
          :x1="x(r.beginBy)"
          :x2="x(r.beginBy)"
          :y1="barTop(i) - 5"
          :y2="barTop(i) + 22"
          :class="r.fits ? 'by' : 'by late'"
        />
        <rect
          :x="x(first(r.shoot))"
          :width="Math.max(3, x(last(r.shoot)) - x(first(r.shoot)))"
          :y="barTop(i)"
          height="18"
          class="shoot"
          :class="{ out: r.shoot.status === 'out' }"
        />
        <path :d="`M${x(r.shoot.call!) - 7} ${barTop(i) - 4} l7 9 l7 -9`" class="notch" />
      </g>
      <line :x1="x(now)" :x2="x(now)" y1="16" :y2="height" class="now" />
      <g v-for="(r, i) in rows" :key="`by ${r.shoot.id}`">
        <text
          v-if="r.beginBy && !narrow"
          :x="begins(r)"
          :y="barTop(i) + 32"
          class="small-text"
          :class="{ late: !r.fits }"
        >
          start by {{ timeAt(r.beginBy, zone) }}
        </text>
      </g>
    </svg>
  </figure>
</template>

<style scoped>
.rows {
  margin: 0;
  overflow: hidden;
}
text {
  font-size: 14px;
  fill: var(--ink);
}
.soft-text {
  font-size: 12px;
  fill: var(--ink-soft);
}
.small-text {
  font-size: 12px;
  fill: var(--ink-soft);
  /* It stays readable where the present crosses it. */
  stroke: var(--paper);
  stroke-width: 4px;
  paint-order: stroke;
}
.small-text.late {
  fill: var(--rust);
}
.one {
  cursor: pointer;
}
.hour {
  stroke: var(--line);
}
.midnight {
  stroke: var(--ink-soft);
}
.by {
  stroke: var(--tide);
  stroke-width: 2;
}
.by.late {
  stroke: var(--rust);
}
.shoot {
  fill: var(--panel-deep);
  stroke: var(--ink);
}
.shoot.out {
  fill: var(--tide);
  fill-opacity: 0.35;
}
.notch {
  fill: none;
  stroke: var(--brass);
  stroke-width: 3;
}
.now {
  stroke: var(--ink);
  stroke-width: 2;
}
</style>
