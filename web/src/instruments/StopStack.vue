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
// Too narrow for mark and thirds: the dial's own figure, and filters without their word.
const tight = computed(() => wide.value < 66);
const columns = computed(() =>
  props.cameras.map((c, i) => ({
    camera: c,
    x:
      LEFT + i * each.value + (narrow.value ? (each.value - wide.value) / 2 : Math.min(34, each.value * 0.1)),
    ...stackBlocks(c.stack, c.chosen.iris, HEIGHT, most.value, under.value),
  })),
);
const marks = computed(() => ticks(-under.value, most.value, 5));
const y = (stops: number) => ((most.value - stops) * HEIGHT) / (most.value + under.value);
/** Text that fits a width in the drawing's mono letters, or nothing. */
function fit(text: string, room: number, size = 12): string {
  const letters = Math.floor(room / (size * 0.61));
  const line = plain(text);
  return line.length <= letters ? line : letters > 3 ? `${line.slice(0, letters - 1)}…` : '';
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
          <text class="state" :x="c.x" :y="y(Math.min(most, c.camera.stack.top)) - 20">
            {{ fit(narrow ? c.camera.chosen.state.replace(' base,', '') : c.camera.chosen.state, each - 6) }}
          </text>
          <text class="from" :x="c.x" :y="y(Math.min(most, c.camera.stack.top)) - 6">
            {{ fit(narrow ? c.camera.shutter : `${c.camera.iso} · ${c.camera.shutter}`, each - 6, 11) }}
          </text>
          <g v-for="f in c.filters" :key="f.key">
            <rect :x="c.x" :y="f.top" :width="wide" :height="f.height" class="filter" />
            <text v-if="f.height >= 15" class="in" :x="c.x + wide / 2" :y="f.top + f.height / 2 + 4">
              {{ fit(tight ? f.label.replace('ND ', '').replace('front ', '+') : f.label, wide - 4) }}
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
            <text
              v-if="!c.camera.chosen.onTheLine"
              class="mismatch"
              :x="c.x + wide + 8"
              :y="Math.min(c.error.top + c.error.height / 2 + 4, HEIGHT - 4)"
            >
              {{
                fit(c.camera.chosen.error, each - wide - 10) === plain(c.camera.chosen.error)
                  ? plain(c.camera.chosen.error)
                  : fit(plain(c.camera.chosen.error).replace(/\s*stops?$/, ''), each - wide - 4)
              }}
            </text>
          </template>
          <text class="letter" :x="c.x + wide / 2" :y="HEIGHT + 20">
            {{ fit(narrow ? c.camera.letter : `${c.camera.letter} ${c.camera.spoken}`, each - 4, 14) }}
          </text>
          <text v-if="!narrow" class="part" :x="c.x + wide / 2" :y="HEIGHT + 36">
            {{ fit(c.camera.part, each - 4, 12) }}
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
.iris {
  fill: color-mix(in srgb, var(--tide) 18%, var(--panel));
  stroke: var(--tide);
  stroke-width: 1.5;
}
.iris {
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
.letter {
  text-anchor: middle;
  font: 600 14px var(--mono);
}
.part {
  text-anchor: middle;
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
