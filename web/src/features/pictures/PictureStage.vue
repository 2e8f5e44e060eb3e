<script setup lang="ts">
import { ref } from 'vue';
import { moved, nameOf, pulled, type Region } from './regions';

/** The picture with its regions over it: drag one, pull its corner, or move it by keys. */
const props = defineProps<{
  id: string;
  name: string;
  width: number;
  height: number;
  regions: Region[];
  /** Where cards could be; a press takes one. */
  proposals?: Region[];
  fixed: boolean;
}>();
const emit = defineEmits<{
  put: [region: Region, settle: boolean];
  grip: [];
  remove: [id: string];
  accept: [region: Region];
}>();
const selected = defineModel<string | undefined>('selected');
const stage = ref<HTMLElement>();

let drag: { id: string; from: Region; x: number; y: number; corner: boolean } | null = null;
function down(event: PointerEvent, region: Region, corner: boolean): void {
  selected.value = region.id;
  if (props.fixed || event.button !== 0) return;
  emit('grip');
  drag = { id: region.id, from: { ...region }, x: event.clientX, y: event.clientY, corner };
  (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
}
function move(event: PointerEvent): void {
  if (!drag || !stage.value) return;
  const box = stage.value.getBoundingClientRect();
  const [dx, dy] = [(event.clientX - drag.x) / box.width, (event.clientY - drag.y) / box.height];
  emit('put', drag.corner ? pulled(drag.from, dx, dy) : moved(drag.from, dx, dy), false);
}
const up = () => (drag = null);

const STEP = 0.005;
const WAY: Record<string, [number, number]> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, -STEP],
  ArrowDown: [0, STEP],
};
function key(event: KeyboardEvent, region: Region): void {
  if (props.fixed) return;
  if (event.key === 'Delete') {
    event.preventDefault();
    emit('remove', region.id);
    return;
  }
  const way = WAY[event.key];
  if (!way) return;
  event.preventDefault();
  emit('put', (event.shiftKey ? pulled : moved)(region, way[0], way[1]), true);
}
const percent = (share: number) => `${100 * share}%`;
const said = (r: Region) =>
  `${nameOf(r, props.regions)}: ${Math.round(100 * r.x)} % from the left, ${Math.round(100 * r.y)} % from the top, ${Math.round(100 * r.width)} by ${Math.round(100 * r.height)} %`;
</script>

<template>
  <div ref="stage" class="stage">
    <img
      :src="`/api/pictures/${id}/preview`"
      :alt="`The picture ${name}`"
      :width="width"
      :height="height"
      draggable="false"
    />
    <button
      v-for="(p, i) in proposals ?? []"
      :key="p.id"
      type="button"
      class="proposal"
      :style="{ left: percent(p.x), top: percent(p.y), width: percent(p.width), height: percent(p.height) }"
      :aria-label="`Take proposal ${i + 1} as a card`"
      @click="emit('accept', p)"
    >
      <span class="mono">{{ i + 1 }}</span>
    </button>
    <button
      v-for="r in regions"
      :key="r.id"
      type="button"
      class="region"
      :class="{ ellipse: r.shape === 'ellipse', chosen: r.id === selected }"
      :style="{ left: percent(r.x), top: percent(r.y), width: percent(r.width), height: percent(r.height) }"
      :data-kind="r.kind"
      :aria-label="said(r)"
      :aria-pressed="r.id === selected"
      @pointerdown="down($event, r, false)"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="up"
      @focus="selected = r.id"
      @keydown="key($event, r)"
    >
      <span class="tag" :class="{ below: r.y < 0.08 }">{{ nameOf(r, regions) }}</span>
      <span
        v-if="r.id === selected && !fixed"
        class="corner"
        aria-hidden="true"
        @pointerdown.stop="down($event, r, true)"
        @pointermove.stop="move"
        @pointerup.stop="up"
      />
    </button>
  </div>
</template>

<style scoped>
.stage {
  position: relative;
  touch-action: none;
  user-select: none;
  max-height: 62vh;
  width: fit-content;
  margin: 0 auto;
  background: var(--panel-deep);
}
img {
  display: block;
  max-width: 100%;
  max-height: 62vh;
  width: auto;
  height: auto;
}
.region {
  position: absolute;
  padding: 0;
  border: 2px dashed #fff;
  outline: 1px solid #000;
  outline-offset: 0;
  background: none;
  cursor: move;
  min-width: 0;
  min-height: 0;
}
.ellipse {
  border-radius: 50%;
}
.chosen {
  border: 2px solid var(--brass);
}
.region:focus-visible {
  outline: 3px solid var(--brass);
}
.proposal {
  position: absolute;
  padding: 0;
  min-width: 0;
  min-height: 0;
  border: 2px dotted #fff;
  outline: 1px solid #000;
  background: none;
  cursor: pointer;
}
.proposal span {
  padding: 1px 7px;
  background: #14181d;
  color: #fff;
  font-size: 0.875rem;
}
.proposal:focus-visible {
  outline: 3px solid var(--brass);
}
.tag {
  position: absolute;
  left: 0;
  bottom: 100%;
  margin-bottom: 3px;
  padding: 0 5px;
  background: #14181d;
  color: #fff;
  font-size: 0.8125rem;
  white-space: nowrap;
}
.tag.below {
  bottom: auto;
  top: 100%;
  margin: 3px 0 0;
}
.corner {
  position: absolute;
  right: -13px;
  bottom: -13px;
  width: 26px;
  height: 26px;
  border: 2px solid #14181d;
  background: var(--brass);
  border-radius: 4px;
  background-clip: content-box;
  padding: 5px;
  border-color: transparent;
  cursor: nwse-resize;
}
</style>
