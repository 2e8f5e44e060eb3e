<script setup lang="ts">
import { computed } from 'vue';
import type { Views } from '../../app/client';
import { placeOf, positionsOf } from './words';

/** One side of a camera: every control where its specification puts it, drawn as it is worked. */
const props = defineProps<{
  controls: readonly Views['BodyControlView'][];
  chosen?: string;
  /** Only what is printed on the body is shown, and a press chooses. */
  plain?: boolean;
}>();
const emit = defineEmits<{
  choose: [key: string];
  step: [setting: Views['WorkedSettingView'], by: number];
}>();
const COLUMNS = 8;
const BANDS = 4;
/** Rows from top to bottom; within a row from left to right, never over each other. */
const placed = computed(() => {
  const rows: { control: Views['BodyControlView']; column: number; row: number }[] = [];
  let row = 0;
  for (let band = 0; band < BANDS; band++) {
    const here = props.controls
      .filter((c) => Math.min(BANDS - 1, Math.floor(c.down * BANDS)) === band)
      .sort((a, b) => a.across - b.across);
    let next = 1;
    row += here.length ? 1 : 0;
    for (const control of here) {
      let column = Math.max(next, Math.round(control.across * (COLUMNS - 2)) + 1);
      if (column > COLUMNS - 1) {
        row += 1;
        column = 1;
      }
      rows.push({ control, column, row });
      next = column + 2;
    }
  }
  return rows;
});
const only = (c: Views['BodyControlView']) => (c.settings.length === 1 ? c.settings[0] : undefined);
const makeOf = (c: Views['BodyControlView']) => c.settings[0]?.make ?? 'button';
/** Degrees of the pointer of a dial, or per cent along a slide. */
function share(c: Views['BodyControlView']): number {
  const s = only(c);
  if (!s) return 0.5;
  const all = positionsOf(s);
  const at = placeOf(s);
  return at < 0 || all.length < 2 ? 0.5 : at / (all.length - 1);
}
function keys(event: KeyboardEvent, c: Views['BodyControlView']): void {
  const s = only(c);
  if (props.plain || !s || makeOf(c) === 'menu') return;
  const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
  if (!by) return;
  emit('step', s, by);
  event.preventDefault();
}
</script>

<template>
  <ul class="side" aria-label="Controls on this side">
    <li
      v-for="p in placed"
      :key="p.control.key"
      :style="{ gridColumn: `${p.column} / span 2`, gridRow: String(p.row) }"
    >
      <button
        type="button"
        :class="['control', { chosen: chosen === p.control.key }]"
        :aria-pressed="chosen === p.control.key"
        @click="$emit('choose', p.control.key)"
        @keydown="keys($event, p.control)"
      >
        <span class="printed mono">{{ p.control.name }}</span>
        <svg v-if="plain" viewBox="0 0 60 30" aria-hidden="true">
          <circle cx="30" cy="15" r="10" class="part" />
        </svg>
        <svg v-else-if="makeOf(p.control) === 'switch'" viewBox="0 0 90 30" aria-hidden="true">
          <rect x="2" y="5" width="86" height="20" rx="10" class="part" />
          <circle :cx="13 + share(p.control) * 64" cy="15" r="8" class="knob" />
        </svg>
        <svg v-else-if="makeOf(p.control) === 'dial'" viewBox="0 0 60 44" aria-hidden="true">
          <circle cx="30" cy="22" r="19" class="part" />
          <path d="M30 22V6" class="hand" :transform="`rotate(${-130 + share(p.control) * 260} 30 22)`" />
        </svg>
        <svg v-else-if="makeOf(p.control) === 'ring'" viewBox="0 0 90 34" aria-hidden="true">
          <rect x="2" y="4" width="86" height="26" rx="4" class="part" />
          <path v-for="i in 11" :key="i" :d="`M${i * 7.5} 4v9`" class="tick" />
          <path :d="`M${6 + share(p.control) * 78} 13v17`" class="hand" />
        </svg>
        <svg v-else-if="makeOf(p.control) === 'menu'" viewBox="0 0 90 30" aria-hidden="true">
          <path d="M6 8h52M6 15h66M6 22h40" class="tick" />
        </svg>
        <svg v-else viewBox="0 0 60 34" aria-hidden="true">
          <circle cx="30" cy="17" r="13" class="part" />
          <circle v-if="makeOf(p.control) === 'hold'" cx="30" cy="17" r="7" class="part" />
        </svg>
        <span v-if="!plain && only(p.control) && makeOf(p.control) !== 'menu'" class="small mono now"
          >{{ only(p.control)!.isAutomatic ? 'A ' : '' }}{{ only(p.control)!.now }}</span
        >
      </button>
    </li>
  </ul>
</template>

<style scoped>
.side {
  list-style: none;
  margin: 0;
  padding: 14px;
  border: 2px solid var(--ink);
  border-radius: 14px;
  background: var(--panel);
  display: grid;
  grid-template-columns: repeat(8, minmax(0, 1fr));
  gap: 10px 6px;
  min-height: 210px;
}
.control {
  display: grid;
  justify-items: center;
  gap: 3px;
  width: 100%;
  padding: 6px 2px;
  border: 1px solid transparent;
  border-radius: 8px;
  background: none;
  color: inherit;
  cursor: pointer;
  min-height: 62px;
}
.control:hover,
.chosen {
  border-color: var(--ink-soft);
}
.chosen {
  background: var(--panel-deep);
}
.printed {
  font-size: 0.75rem;
  font-weight: 600;
  overflow-wrap: anywhere;
}
svg {
  height: 34px;
  max-width: 100%;
}
.part {
  fill: var(--paper);
  stroke: var(--ink-soft);
}
.knob {
  fill: var(--ink);
}
.hand {
  stroke: var(--ink);
  stroke-width: 3;
  fill: none;
}
.tick {
  stroke: var(--ink-soft);
  fill: none;
}
.now {
  min-height: 1.2em;
}
@media (max-width: 760px) {
  .side {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .side li {
    grid-column: auto !important;
    grid-row: auto !important;
  }
}
</style>
