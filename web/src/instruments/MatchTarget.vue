<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Views } from '../app/client';
import { marks, placed, reach, stopMarks, stopText, ways } from './matchLayout';
import { useWidth } from './useWidth';

/** How far apart the cameras are: mired across, stops upward, the notch where they should be; each camera's way from round to round, and tint on a line of its own. */
const props = defineProps<{
  cameras: Views['MatchCameraView'][];
  tolerance: { stops: number; mired: number; duv: number };
}>();
const box = ref<HTMLElement>();
const width = useWidth(box, 660);
const HEIGHT = 290;
const [TOP, LEFT, RIGHT] = [18, 44, 12];
const TINT = 66;

const all = computed(() => ways(props.cameras));
const shown = computed(() => all.value.flatMap((w) => [...w.places, ...w.predicted.flatMap((p) => p ?? [])]));
const mired = computed(() =>
  reach(
    shown.value.map((p) => p.mired),
    props.tolerance.mired,
  ),
);
const stops = computed(() =>
  reach(
    shown.value.map((p) => p.stops),
    props.tolerance.stops,
  ),
);
const duv = computed(() =>
  reach(
    all.value.map((w) => w.places.at(-1)!.duv),
    props.tolerance.duv,
  ),
);
const inner = computed(() => width.value - LEFT - RIGHT);
const x = (of: number) => LEFT + (inner.value * (1 + of / mired.value)) / 2;
const y = (of: number) => TOP + (HEIGHT * (1 - of / stops.value)) / 2;
const tint = (of: number) => LEFT + (inner.value * (1 + of / duv.value)) / 2;
const signed = (of: number, digits: number) =>
  `${of < 0 ? '−' : '+'}${Math.abs(of).toFixed(digits)}`.replace(/^[+−](0(?:\.0+)?)$/, '$1');

const now = computed(() =>
  placed(
    all.value.map((w) => {
      const last = w.places.at(-1)!;
      return {
        ...last,
        isReference: w.isReference,
        x: x(last.mired),
        y: y(last.stops),
        text: w.isReference
          ? w.letter
          : `${w.letter} ${signed(last.stops, 1)} stop, ${signed(last.mired, 0)}`,
      };
    }),
    width.value,
    [...before.value, ...all.value.map((w) => w.places.at(-1)!)].map((p) => ({
      x: x(p.mired),
      y: y(p.stops),
    })),
  ),
);
/** A reference is always where it was. */
const before = computed(() => all.value.flatMap((w) => (w.isReference ? [] : w.places.slice(0, -1))));
/** Where it was is named where its name covers nothing: what ended beside its target needs no number. */
const ROOM = 26;
const isApart = (p: { mired: number; stops: number }) =>
  [...before.value, ...all.value.map((w) => w.places.at(-1)!)].filter(
    (q) => Math.hypot(x(q.mired) - x(p.mired), y(q.stops) - y(p.stops)) < ROOM,
  ).length === 1;
/** From where it was to where the correction should have brought it. */
const legs = computed(() =>
  all.value.flatMap((w) =>
    w.isReference
      ? []
      : w.predicted.flatMap((to, i) => (to && w.places[i - 1] ? [{ from: w.places[i - 1]!, to }] : [])),
  ),
);
const tints = computed(() =>
  placed(
    all.value.map((w) => {
      const last = w.places.at(-1)!;
      const off = last.tintOff;
      return {
        ...last,
        off,
        x: tint(last.duv),
        y: 0,
        text: off ? `${w.letter} ${signed(last.duv, 4)}` : w.letter,
      };
    }),
    width.value,
  ),
);
const tintHeight = computed(() => TINT + Math.max(0, ...tints.value.map((t) => t.label.y)));
const said = computed(() =>
  all.value
    .map((w) => {
      const last = w.places.at(-1)!;
      return w.isReference
        ? `${w.letter} is the reference.`
        : `${w.letter}: ${signed(last.stops, 2)} stop, ${signed(last.mired, 0)} mired, tint ${signed(last.duv, 4)}.`;
    })
    .join(' '),
);
</script>

<template>
  <div ref="box">
    <svg :width="width" :height="TOP + HEIGHT + 34" role="img" :aria-label="said">
      <rect
        class="near"
        :x="x(-tolerance.mired)"
        :y="y(tolerance.stops)"
        :width="x(tolerance.mired) - x(-tolerance.mired)"
        :height="y(-tolerance.stops) - y(tolerance.stops)"
      />
      <g v-for="m in marks(mired, width < 480 ? 2 : 4)" :key="`m${m}`">
        <line class="grid" :x1="x(m)" :x2="x(m)" :y1="TOP" :y2="TOP + HEIGHT" />
        <text class="scale" :x="x(m)" :y="TOP + HEIGHT + 15">{{ signed(m, 0) }}</text>
      </g>
      <g v-for="m in stopMarks(stops, 3)" :key="`s${m}`">
        <line class="grid" :x1="LEFT" :x2="width - RIGHT" :y1="y(m)" :y2="y(m)" />
        <text class="scale end" :x="LEFT - 7" :y="y(m) + 4">{{ stopText(m) }}</text>
      </g>
      <path
        class="notch"
        :d="`M${LEFT} ${y(0)}H${x(-tolerance.mired)}L${x(0)} ${y(0) + 16}L${x(tolerance.mired)} ${y(0)}H${width - RIGHT}`"
      />
      <text class="axis" :x="LEFT" y="11">brighter, stops</text>
      <text class="axis" :x="LEFT" :y="TOP + HEIGHT + 30">← cooler</text>
      <text class="axis right" :x="width - RIGHT" :y="TOP + HEIGHT + 30">warmer, mired →</text>
      <path
        v-for="(l, i) in legs"
        :key="`l${i}`"
        class="leg"
        :d="`M${x(l.from.mired)} ${y(l.from.stops)}L${x(l.to.mired)} ${y(l.to.stops)}`"
      />
      <g v-for="p in before" :key="`b${p.letter}${p.turn}`" class="was" :class="{ out: p.off }">
        <circle :cx="x(p.mired)" :cy="y(p.stops)" r="7" />
        <text v-if="isApart(p)" :x="x(p.mired)" :y="y(p.stops) - 11">{{ p.letter }}{{ p.turn }}</text>
      </g>
      <g v-for="p in now" :key="`n${p.letter}`" class="is" :class="{ out: p.off, reference: p.isReference }">
        <circle :cx="p.x" :cy="p.y" r="8" />
        <text class="letter" :x="p.x" :y="p.y + 4">{{ p.letter }}</text>
        <text v-if="!p.isReference" class="name" :class="p.label.anchor" :x="p.label.x" :y="p.label.y">
          {{ p.label.text }}
        </text>
      </g>
    </svg>
    <svg :width="width" :height="tintHeight" aria-hidden="true">
      <rect
        class="near"
        :x="tint(-tolerance.duv)"
        y="16"
        :width="tint(tolerance.duv) - tint(-tolerance.duv)"
        height="16"
      />
      <line class="notch" :x1="LEFT" :x2="width - RIGHT" y1="24" y2="24" />
      <text class="axis" :x="LEFT" y="11">← magenta</text>
      <text class="axis middle" :x="tint(0)" y="11">tint</text>
      <text class="axis right" :x="width - RIGHT" y="11">green →</text>
      <g v-for="t in tints" :key="t.letter" class="is" :class="{ out: t.off }">
        <line class="tick" :x1="t.x" :x2="t.x" y1="12" y2="36" />
        <path
          class="lead"
          :d="`M${t.x} 36L${t.label.anchor === 'start' ? t.x + 12 : t.x - 12} ${t.label.y + 40}`"
        />
        <text class="name" :class="t.label.anchor" :x="t.label.x" :y="t.label.y + 44">
          {{ t.label.text }}
        </text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
svg {
  display: block;
}
text {
  font: 500 12px var(--mono);
  fill: var(--ink-soft);
  text-anchor: middle;
}
.axis {
  text-anchor: start;
}
.axis.right,
.scale.end {
  text-anchor: end;
}
.axis.middle {
  text-anchor: middle;
}
.grid {
  stroke: var(--line);
}
.near {
  fill: var(--brass);
  opacity: 0.18;
}
.notch {
  fill: none;
  stroke: var(--brass);
  stroke-width: 3;
  stroke-linejoin: round;
}
line.notch {
  stroke-width: 2;
}
.leg {
  fill: none;
  stroke: var(--tide);
  stroke-width: 2;
  stroke-dasharray: 5 4;
}
.was circle {
  fill: var(--paper);
  stroke: var(--tide);
  stroke-width: 2.5;
}
.was.out circle {
  stroke: var(--rust);
}
.was text {
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
}
.is circle {
  fill: var(--tide);
}
.is.out circle {
  fill: var(--rust);
}
.is.reference circle {
  fill: var(--ink);
}
.letter {
  fill: var(--panel);
  font-weight: 700;
  font-size: 11px;
}
.name {
  fill: var(--ink);
  font-weight: 600;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
}
.out .name {
  fill: var(--rust);
}
.start {
  text-anchor: start;
}
.end {
  text-anchor: end;
}
.tick {
  stroke: var(--tide);
  stroke-width: 5;
}
.out .tick {
  stroke: var(--rust);
}
.lead {
  fill: none;
  stroke: var(--line);
}
</style>
