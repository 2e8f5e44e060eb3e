<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Views } from '../app/client';
import { placeLabels, ticks } from './planLayout';
import { useWidth } from './useWidth';

type Thing = { id: string; name: string; kind: string; x: number; y: number; lean: number; looksAt: string };

/** The floor in metres: everything is placed by dragging, by the arrow keys (a tenth of a metre, with Shift a whole one), or by its numbers beside the plan. */
const props = defineProps<{
  cameras: Views['LineUpCameraDocument'][];
  floor: Views['FloorThingDocument'][];
  angles: Record<string, number>;
  /** Distance to the subject by letter, as it was planned. */
  distances: Record<string, number>;
  chosen: string;
}>();
const emit = defineEmits<{
  moveCamera: [letter: string, x: number, y: number];
  moveThing: [name: string, x: number, y: number];
}>();
const box = ref<HTMLElement>();
const width = useWidth(box, 660);
const MARGIN = 1;
const things = computed<Thing[]>(() => [
  ...props.floor.map((f) => ({
    id: `thing ${f.name}`,
    name: f.name,
    kind: f.kind,
    x: f.acrossM,
    y: f.awayM,
    lean: f.leanM ?? 0,
    looksAt: '',
  })),
  ...props.cameras
    .filter((c) => c.acrossM !== undefined && c.acrossM !== null && c.awayM !== undefined && c.awayM !== null)
    .map((c) => ({
      id: `camera ${c.letter}`,
      name: c.letter,
      kind: 'camera',
      x: c.acrossM!,
      y: c.awayM!,
      lean: 0,
      looksAt: c.looksAt ?? '',
    })),
]);
function boundsOf(all: Thing[]) {
  const xs = all.map((t) => t.x);
  const ys = all.map((t) => t.y);
  const [left, right] = [Math.min(0, ...xs) - MARGIN, Math.max(4, ...xs) + MARGIN];
  const [near, away] = [Math.min(0, ...ys) - MARGIN / 2, Math.max(3, ...ys) + MARGIN];
  return { left, right, near, away };
}
// While something is dragged the room does not grow under the hand.
const frozen = ref<ReturnType<typeof boundsOf> | null>(null);
const bounds = computed(() => frozen.value ?? boundsOf(things.value));
const scale = computed(() =>
  Math.min(
    width.value / (bounds.value.right - bounds.value.left),
    340 / (bounds.value.away - bounds.value.near),
  ),
);
const height = computed(() => (bounds.value.away - bounds.value.near) * scale.value);
const px = (x: number) => (x - bounds.value.left) * scale.value;
const py = (y: number) => (bounds.value.away - y) * scale.value;
const dragging = ref<string | null>(null);
const round = (m: number) => Math.round(m * 20) / 20;

function move(thing: Thing, x: number, y: number): void {
  if (thing.kind === 'camera') emit('moveCamera', thing.name, round(x), round(y));
  else emit('moveThing', thing.name, round(x), round(y));
}
function grab(event: PointerEvent, thing: Thing): void {
  frozen.value = { ...bounds.value };
  dragging.value = thing.id;
  (event.currentTarget as Element).setPointerCapture?.(event.pointerId);
}
function drag(event: PointerEvent, thing: Thing): void {
  if (dragging.value !== thing.id) return;
  const at = (box.value as HTMLElement).getBoundingClientRect();
  move(
    thing,
    bounds.value.left + (event.clientX - at.left) / scale.value,
    bounds.value.away - (event.clientY - at.top) / scale.value,
  );
}
function drop(): void {
  dragging.value = null;
  frozen.value = null;
}
function key(event: KeyboardEvent, thing: Thing): void {
  const step = event.shiftKey ? 1 : 0.1;
  const [dx, dy] =
    { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[event.key] ??
    [];
  if (dx === undefined) return;
  event.preventDefault();
  event.stopPropagation();
  move(thing, thing.x + dx, thing.y + dy!);
}
const cones = computed(() =>
  things.value
    .filter((t) => t.kind === 'camera')
    .map((camera) => {
      const target = things.value.find(
        (t) => t.kind !== 'camera' && t.name.toLowerCase() === camera.looksAt.toLowerCase(),
      );
      if (!target) return null;
      const half = (((props.angles[camera.name] ?? 0) / 2) * Math.PI) / 180;
      const aim = Math.atan2(target.x - camera.x, target.y - camera.y);
      const reach = Math.hypot(target.x - camera.x, target.y - camera.y) * 1.3;
      const edge = (a: number) =>
        `${px(camera.x + reach * Math.sin(a))} ${py(camera.y + reach * Math.cos(a))}`;
      return {
        id: camera.id,
        letter: camera.name,
        cone: `M${px(camera.x)} ${py(camera.y)}L${edge(aim - half)}L${edge(aim + half)}Z`,
        line: `M${px(camera.x)} ${py(camera.y)}L${px(target.x)} ${py(target.y)}`,
        metres: props.distances[camera.name]?.toFixed(2),
        from: { x: px(camera.x), y: py(camera.y) },
        mid: { x: px((camera.x + target.x) / 2), y: py((camera.y + target.y) / 2) },
      };
    })
    .filter((c) => c !== null),
);
const said = (t: Thing) =>
  `${t.kind === 'camera' ? `Camera ${t.name}` : `${t.name}, ${t.kind}`}: ${t.x.toFixed(2)} m across, ${t.y.toFixed(2)} m away. Arrow keys move it.`;
const short = (name: string) => (name.length > 14 ? `${name.slice(0, 13)}…` : name);

// Sizes of the letters as they are drawn, a little generous.
const LETTER = 7.6;
const LINE = 16;
/** Names and distances keep clear of each other and of the marks of things, wherever these are dragged. */
const labels = computed(() => {
  const marks = things.value.map((t) => ({
    id: `mark ${t.id}`,
    places: [{ x: px(t.x), y: py(t.y) + 10 }],
    width: 22,
    height: 20,
  }));
  const names = things.value
    .filter((t) => t.kind !== 'camera')
    .map((t) => {
      const width = short(t.name).length * LETTER;
      const [x, y] = [px(t.x), py(t.y)];
      const aside = width / 2 + 16;
      return {
        id: t.id,
        places: [
          { x, y: y + 24 },
          { x, y: y - 12 },
          { x: x + aside, y: y + 5 },
          { x: x - aside, y: y + 5 },
          { x, y: y + 40 },
          { x, y: y - 28 },
        ],
        width,
        height: LINE,
      };
    });
  const distances = cones.value
    .filter((c) => c.metres)
    .map((c) => ({
      id: c.id,
      places: [0.5, 0.35, 0.65, 0.2, 0.8].flatMap((part) => {
        const [x, y] = [
          c.from.x + (c.mid.x - c.from.x) * 2 * part,
          c.from.y + (c.mid.y - c.from.y) * 2 * part,
        ];
        return [
          { x, y: y - 4 },
          { x: x + 34, y: y + 4 },
          { x: x - 34, y: y + 4 },
        ];
      }),
      width: `${c.metres} m`.length * LETTER,
      height: LINE,
      // The distance stands in the camera's form too.
      optional: true,
    }));
  // Nothing is written over the edge of the drawing.
  const inside = [...names, ...distances].map((label) => ({
    ...label,
    places: label.places.map(({ x, y }) => ({
      x: Math.min(Math.max(x, label.width / 2), Math.max(label.width / 2, width.value - label.width / 2)),
      y,
    })),
  }));
  const all = [...marks, ...inside];
  const places = placeLabels(all);
  return new Map(all.map((label, i) => [label.id, places[i]!]));
});
</script>

<template>
  <div ref="box" class="floor">
    <svg :width="width" :height="height + 18" role="group" aria-label="Floor plan in metres">
      <g class="grid" aria-hidden="true">
        <template v-for="t in ticks(bounds.left, bounds.right, 8)" :key="`x${t}`">
          <line :x1="px(t)" :x2="px(t)" y1="0" :y2="height" />
          <text v-if="px(t) > 12 && px(t) < width - 12" :x="px(t)" :y="height + 14">{{ t }}</text>
        </template>
        <line
          v-for="t in ticks(bounds.near, bounds.away, 6)"
          :key="`y${t}`"
          x1="0"
          :x2="width"
          :y1="py(t)"
          :y2="py(t)"
        />
      </g>
      <g v-for="c in cones" :key="c.id" aria-hidden="true" :class="{ now: c.letter === chosen }">
        <path class="cone" :d="c.cone" />
        <path class="aim" :d="c.line" />
        <text v-if="c.metres && labels.get(c.id)" class="metres" v-bind="labels.get(c.id)!">
          {{ c.metres }} m
        </text>
      </g>
      <g
        v-for="t in things"
        :key="t.id"
        class="thing"
        :class="t.kind"
        role="button"
        tabindex="0"
        :aria-label="said(t)"
        :transform="`translate(${px(t.x)} ${py(t.y)})`"
        @pointerdown.prevent="grab($event, t)"
        @pointermove="drag($event, t)"
        @pointerup="drop"
        @pointercancel="drop"
        @keydown="key($event, t)"
      >
        <circle v-if="t.lean" class="lean" :r="t.lean * scale" />
        <rect v-if="t.kind === 'camera'" x="-11" y="-11" width="22" height="22" rx="3" />
        <circle v-else-if="t.kind === 'person'" r="8" />
        <path v-else-if="t.kind === 'light'" d="M0-10L3-3L10 0L3 3L0 10L-3 3L-10 0L-3-3Z" />
        <path v-else d="M-7-7L7 7M-7 7L7-7" class="cross" />
        <text v-if="t.kind === 'camera'" class="in" y="5">{{ t.name }}</text>
        <text v-else class="name" :x="labels.get(t.id)!.x - px(t.x)" :y="labels.get(t.id)!.y - py(t.y)">
          {{ short(t.name) }}
        </text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.floor {
  touch-action: none;
}
text {
  font: 500 11px var(--mono);
  fill: var(--ink-soft);
  text-anchor: middle;
  user-select: none;
}
.grid line {
  stroke: var(--line);
}
.cone {
  fill: color-mix(in srgb, var(--tide) 9%, transparent);
  stroke: color-mix(in srgb, var(--tide) 45%, transparent);
}
.now .cone {
  fill: color-mix(in srgb, var(--tide) 20%, transparent);
}
.aim {
  stroke: var(--tide);
  stroke-dasharray: 3 4;
}
.metres {
  fill: var(--tide);
}
.thing {
  cursor: grab;
}
.thing rect,
.thing circle {
  fill: var(--ink);
}
.thing .lean {
  fill: none;
  stroke: var(--ink-soft);
  stroke-dasharray: 4 3;
}
.thing.light path {
  fill: var(--ink-soft);
}
.cross {
  stroke: var(--ink);
  stroke-width: 3;
}
.in {
  fill: var(--panel);
  font: 600 13px var(--mono);
}
.name {
  fill: var(--ink);
}
svg {
  display: block;
}
</style>
