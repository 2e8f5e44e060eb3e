<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Views } from '../app/client';
import { timeAt } from '../app/clock';
import { dayScale, hours } from './dayScale';
import { useWidth } from './useWidth';

/** The day of a shoot on one line: its blocks, what is due between them, and each camera's card and battery as they run down. */
const props = defineProps<{
  day: Views['DayView'];
  blocks: readonly Views['ShootBlockDocument'][];
  zone: string;
  ahead: number;
}>();
const frame = ref<HTMLElement>();
const width = useWidth(frame, 720);
const LEFT = 64;
const ROW = 40;
const TOP = 62;
const scale = computed(() => dayScale(props.day.moments.map((m) => m.at)));
const x = (at: string | number) => LEFT + scale.value.at(at) * (width.value - LEFT - 10);
const marks = computed(() => hours(scale.value, width.value - LEFT, props.ahead));
type Strip = { key: string; name: string; points: Views['RunDownPointView'][]; most: number };
const strips = computed<Strip[]>(() =>
  props.day.runDowns.flatMap((r) =>
    (
      [
        ['card', r.card],
        ['battery', r.battery],
      ] as const
    )
      .filter(([, points]) => points.length > 1)
      .map(([name, points]) => ({
        key: `${r.letter} ${name}`,
        name: `${r.letter} ${name}`,
        points: [...points],
        most: Math.max(...points.map((p) => p.left), 1),
      })),
  ),
);
const height = computed(() => TOP + strips.value.length * ROW + 4);
const line = (strip: Strip, at: number) =>
  strip.points
    .map(
      (p) =>
        `${x(p.at).toFixed(1)},${(TOP + (at + 1) * ROW - 8 - (ROW - 14) * (p.left / strip.most)).toFixed(1)}`,
    )
    .join(' ');
/** Where it is changed: two points of one moment, the second one higher. */
const changes = (strip: Strip) =>
  strip.points.filter(
    (p, i) => i > 0 && p.at === strip.points[i - 1]!.at && p.left > strip.points[i - 1]!.left,
  );
const fits = (b: Views['ShootBlockDocument']) => x(b.to) - x(b.from) > 7 * b.name.length;
</script>

<template>
  <figure ref="frame" class="day">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      role="img"
      aria-label="The day: blocks, and what is left of cards and batteries. The list says the same."
    >
      <g v-for="at in marks" :key="at">
        <line :x1="x(at)" :x2="x(at)" y1="16" :y2="height" class="hour" />
        <text :x="x(at)" y="12" text-anchor="middle" class="soft-text">
          {{ timeAt(new Date(at).toISOString(), zone) }}
        </text>
      </g>
      <g v-for="b in blocks" :key="b.from">
        <rect :x="x(b.from)" :width="Math.max(2, x(b.to) - x(b.from))" y="22" height="22" class="block" />
        <rect
          :x="x(b.from)"
          :width="
            (x(b.to) - x(b.from)) *
            Math.min(1, (b.recordingMinutes * 60000) / (Date.parse(b.to) - Date.parse(b.from)))
          "
          y="41"
          height="3"
          class="recorded"
        />
        <text v-if="fits(b)" :x="x(b.from) + 5" y="36">{{ b.name }}</text>
      </g>
      <path
        v-for="m in day.moments.filter((one) => one.duty === 'balance')"
        :key="`b${m.at}`"
        :d="`M${x(m.at) - 5} 47 h10 l-5 7 z`"
        class="duty"
      />
      <g v-for="(s, i) in strips" :key="s.key">
        <text x="0" :y="TOP + (i + 1) * ROW - 18">{{ s.name }}</text>
        <text x="0" :y="TOP + (i + 1) * ROW - 5" class="soft-text">{{ Math.floor(s.most) }} min</text>
        <line
          :x1="LEFT"
          :x2="width - 10"
          :y1="TOP + (i + 1) * ROW - 8"
          :y2="TOP + (i + 1) * ROW - 8"
          class="empty"
        />
        <polyline :points="line(s, i)" class="run" />
        <circle
          v-for="c in changes(s)"
          :key="c.at"
          :cx="x(c.at)"
          :cy="TOP + (i + 1) * ROW - 8 - (ROW - 14) * (c.left / s.most)"
          r="3.5"
          class="change"
        />
      </g>
    </svg>
  </figure>
</template>

<style scoped>
.day {
  margin: 0 0 8px;
  overflow: hidden;
}
text {
  font-size: 13px;
  fill: var(--ink);
}
.soft-text {
  fill: var(--ink-soft);
  font-size: 12px;
}
.hour {
  stroke: var(--line);
}
.block {
  fill: var(--panel);
  stroke: var(--ink-soft);
}
.recorded {
  fill: var(--ink);
}
.duty {
  fill: none;
  stroke: var(--ink);
}
.empty {
  stroke: var(--line);
}
.run {
  fill: none;
  stroke: var(--tide);
  stroke-width: 2;
}
.change {
  fill: var(--panel);
  stroke: var(--tide);
  stroke-width: 2;
}
</style>
