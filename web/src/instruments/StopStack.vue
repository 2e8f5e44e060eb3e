<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Views } from '../app/client';
import { plain } from './fractions';
import { stackBlocks, stackMost, stackUnder, ticks } from './planLayout';
import { useWidth } from './useWidth';

/** The light stands at the top of each column; filters and iris take it down to the gold line, in stops. What is over or under the line is the mismatch. */
const props = defineProps<{
  cameras: Views['CameraPlanView'][];
  light: string;
  agree: string;
  chosen: string;
}>();
const emit = defineEmits<{ choose: [letter: string] }>();
const box = ref<HTMLElement>();
const width = useWidth(box, 660);
const HEIGHT = 208;
const TOP = 44;
const LEFT = 34;
const most = computed(() => stackMost(props.cameras.map((c) => c.stack.top)));
const under = computed(() => stackUnder(props.cameras.map((c) => c.stack.error)));
const each = computed(() => (width.value - LEFT) / Math.max(1, props.cameras.length));
const wide = computed(() => Math.min(86, each.value * 0.62));
const narrow = computed(() => each.value < 120);
// Too narrow for mark and thirds: the dial's own figure.
const tight = computed(() => wide.value < 66);
const columns = computed(() =>
  props.cameras.map((c, i) => {
    const left = LEFT + i * each.value;
    const x = left + (narrow.value ? (each.value - wide.value) / 2 : Math.min(34, each.value * 0.1));
    const blocks = stackBlocks(c.stack, c.chosen.iris, HEIGHT, most.value, under.value);
    const top = y(Math.min(most.value, c.stack.top));
    // What is written beside or over a column ends where the next one's place begins.
    const room = left + each.value - x - 2;
    return { camera: c, x, room, top, ...blocks, off: mismatch(c, blocks, x, room, top) };
  }),
);
const marks = computed(() => ticks(-under.value, most.value, 5));
const y = (stops: number) => ((most.value - stops) * HEIGHT) / (most.value + under.value);
/** Text that fits a width in the drawing's mono letters, or nothing. */
function fit(text: string, room: number, size = 12): string {
  const letters = Math.floor(room / (size * 0.61));
  const line = plain(text);
  return line.length <= letters ? line : letters > 3 ? `${line.slice(0, letters - 1)}…` : '';
}
/** The figure of a mismatch, whole or not at all: beside its block where there is room, else in the middle of it. */
function mismatch(
  c: Views['CameraPlanView'],
  { error, iris }: ReturnType<typeof stackBlocks>,
  x: number,
  room: number,
  top: number,
) {
  if (!error || c.chosen.onTheLine) return null;
  const whole = plain(c.chosen.error);
  const short = whole.replace(/\s*stops?$/, '');
  const width = (text: string) => text.length * 12 * 0.61;
  const beside = room - wide.value - 8;
  const text = width(whole) <= beside ? whole : short;
  // Under the two lines that stand on the column, or over them where it is almost at the foot.
  const under = Math.max(Math.min(error.top + error.height / 2 + 4, HEIGHT - 4), top + 12);
  const middle = under <= HEIGHT - 2 ? under : top - 34;
  if (width(text) <= beside) return { text, x: x + wide.value + 8, y: middle, anchor: 'start' };
  // Clear of the iris figure, which stands in the middle of its own block.
  const figure = iris.height >= 15 ? iris.top + iris.height / 2 + 4 : -HEIGHT;
  const clear = Math.abs(middle - figure) < 16 ? figure + 16 : middle;
  return { text: short, x: x + wide.value / 2, y: clear, anchor: 'middle' };
}
/** A filter as it is labelled; without its words where the column is narrow, but never with half a number. */
function filterLabel(label: string): string {
  const short = label.replace(/ ?stops?$/, '');
  const bare = short.replace('ND ', '').replace('front ', '+');
  const room = (wide.value - 4) / (12 * 0.61);
  return [label, short, bare].map(plain).find((text) => text.length <= room) ?? '';
}
const thirds = (stops: number) => plain(`${stops < 0 ? '−' : '+'}${Math.abs(stops).toFixed(1)}`);
const said = (c: Views['CameraPlanView']) =>
  plain(
    `${c.letter}, ${c.spoken}, ${c.part}: ${c.chosen.spoken}, ${c.shutter}; ${c.chosen.onTheLine ? 'on target' : `${c.chosen.error} against the line`}`,
  );
</script>

<template>
  <div ref="box" class="stack">
    <svg
      :width="width"
      :height="HEIGHT + TOP + 46"
      :viewBox="`0 0 ${width} ${HEIGHT + TOP + 46}`"
      role="group"
      aria-label="Exposure by camera, in stops"
    >
      <defs>
        <pattern
          id="filter-hatch"
          width="7"
          height="7"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="7" height="7" fill="var(--panel)" />
          <line x1="0" y1="0" x2="0" y2="7" stroke="var(--line)" stroke-width="4" />
        </pattern>
        <pattern
          id="off-hatch"
          width="5"
          height="5"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(-45)"
        >
          <line x1="0" y1="0" x2="0" y2="5" stroke="var(--rust)" stroke-width="2.5" />
        </pattern>
      </defs>
      <g :transform="`translate(0 ${TOP})`">
        <g v-for="mark in marks" :key="mark" class="grid">
          <line :x1="LEFT" :x2="width" :y1="y(mark)" :y2="y(mark)" />
          <text :x="LEFT - 6" :y="y(mark) + 4" text-anchor="end">
            {{ mark > 0 ? `+${mark}` : mark < 0 ? `−${-mark}` : '0' }}
          </text>
        </g>
        <g
          v-for="c in columns"
          :key="c.camera.letter"
          class="column"
          :class="{ now: c.camera.letter === chosen }"
        >
          <text class="state" :x="c.x" :y="c.top - 20">
            {{ fit(narrow ? c.camera.chosen.state.replace(' base,', '') : c.camera.chosen.state, c.room) }}
          </text>
          <text class="from" :x="c.x" :y="c.top - 6">
            {{ fit(narrow ? c.camera.shutter : `${c.camera.iso} · ${c.camera.shutter}`, c.room, 11) }}
          </text>
          <g v-for="f in c.filters" :key="f.key">
            <rect :x="c.x" :y="f.top" :width="wide" :height="f.height" class="filter" />
            <text v-if="f.height >= 15" class="in" :x="c.x + wide / 2" :y="f.top + f.height / 2 + 4">
              {{ filterLabel(f.label) }}
            </text>
            <text v-if="!narrow" class="from" :x="c.x + wide + 8" :y="f.top + f.height / 2 + 4">
              {{ thirds(f.stops) }}
            </text>
          </g>
          <rect :x="c.x" :y="c.iris.top" :width="wide" :height="Math.max(1, c.iris.height)" class="iris" />
          <text
            v-if="c.iris.height >= 15"
            class="in iris"
            :x="c.x + wide / 2"
            :y="c.iris.top + c.iris.height / 2 + 4"
          >
            {{ fit(tight ? c.camera.chosen.irisDial : c.camera.chosen.iris, wide + 8) }}
          </text>
          <text
            v-if="!narrow && !(c.error && !c.camera.chosen.onTheLine)"
            class="from"
            :x="c.x + wide + 8"
            :y="c.iris.top + c.iris.height / 2 + 4"
          >
            {{ thirds(c.iris.stops) }}
          </text>
          <template v-if="c.error">
            <rect
              :x="c.x"
              :y="c.error.top"
              :width="wide"
              :height="c.error.height"
              fill="url(#off-hatch)"
              fill-opacity="0.45"
              stroke="var(--rust)"
            />
            <text v-if="c.off" class="mismatch" :x="c.off.x" :y="c.off.y" :text-anchor="c.off.anchor">
              {{ c.off.text }}
            </text>
          </template>
          <text v-if="narrow" class="letter" :x="c.x + wide / 2" :y="HEIGHT + 20" text-anchor="middle">
            {{ c.camera.letter }}
          </text>
          <text v-else class="letter" :x="c.x" :y="HEIGHT + 20">
            {{ fit(`${c.camera.letter} ${c.camera.spoken}`, c.room, 14) }}
          </text>
          <text v-if="!narrow" class="part" :x="c.x" :y="HEIGHT + 36">
            {{ fit(c.camera.part, c.room, 12) }}
          </text>
          <rect
            class="hit"
            role="button"
            tabindex="0"
            :aria-label="said(c.camera)"
            :x="c.x - 6"
            :y="-TOP"
            :width="wide + 12"
            :height="HEIGHT + TOP + 44"
            fill="transparent"
            @click="emit('choose', c.camera.letter)"
            @keydown.enter.prevent="emit('choose', c.camera.letter)"
          />
        </g>
        <line class="gold" :x1="LEFT" :x2="width" :y1="y(0)" :y2="y(0)" />
      </g>
    </svg>
    <p class="soft small under">
      {{ plain(light) }}. Every column should end on the gold line; the largest difference is
      <span class="mono">{{ plain(agree) }}</span>.
    </p>
  </div>
</template>

<style scoped>
text {
  font: 500 12px var(--mono);
  fill: var(--ink);
}
.grid line {
  stroke: var(--line);
  stroke-width: 1;
}
.grid text,
.from {
  fill: var(--ink-soft);
  font-size: 11px;
}
.state {
  font-weight: 600;
}
.in {
  text-anchor: middle;
}
.filter {
  fill: url(#filter-hatch);
  stroke: var(--ink-soft);
}
rect.iris {
  fill: color-mix(in srgb, var(--tide) 18%, var(--panel));
  stroke: var(--tide);
  stroke-width: 1.5;
}
text.iris {
  fill: var(--tide);
  font-weight: 600;
  font-size: 13px;
}
.gold {
  stroke: var(--brass);
  stroke-width: 4;
}
.mismatch {
  fill: var(--rust);
  font-weight: 600;
}
/* What is written over a hatch keeps its ground. */
.mismatch,
.state,
.column > .from {
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}
.letter {
  font: 600 14px var(--mono);
}
.part {
  font: 400 12px var(--sans);
  fill: var(--ink-soft);
}
.column {
  cursor: pointer;
}
.column.now .letter {
  text-decoration: underline;
  text-decoration-thickness: 2px;
}
svg {
  display: block;
  overflow: visible;
}
.under {
  margin-top: 2px;
}
</style>
