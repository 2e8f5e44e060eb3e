<script setup lang="ts">
import { computed, nextTick, ref } from 'vue';
import type { Views } from '../../app/client';

/** Counting a kit: one press per piece, or all there after a look; up and down walk, digits set the number there, B counts one as broken. */
type Counted = Views['CountedPieceDocument'];
const counted = defineModel<Counted[] | null>({ required: true });
const props = defineProps<{ pieces: readonly Views['KitPieceDocument'][]; label: string }>();
const emit = defineEmits<{ whole: [] }>();
const issued = computed(() => props.pieces.filter((p) => p.supply === 'issued'));
const of = (name: string) => counted.value?.find((c) => c.name === name);
const rows = ref<HTMLElement>();

function put(name: string, to: Partial<Counted>): void {
  const before = of(name) ?? { name, counted: 0, broken: 0 };
  const next = { ...before, ...to };
  next.broken = Math.min(next.broken ?? 0, next.counted);
  counted.value = [...(counted.value ?? []).filter((c) => c.name !== name), next];
}
// What was marked missing or broken stays so: whoever presses it means the rest.
const faults = computed(() => issued.value.filter((p) => of(p.name) && state(p) !== 'there'));
function all(): void {
  counted.value = issued.value.map((p) => of(p.name) ?? { name: p.name, counted: p.count, broken: 0 });
  emit('whole');
}
const press = (p: Views['KitPieceDocument']) =>
  put(p.name, { counted: of(p.name)?.counted === p.count ? 0 : p.count });
function walk(event: KeyboardEvent, at: number, piece: Views['KitPieceDocument']): void {
  const buttons = [...(rows.value?.querySelectorAll<HTMLElement>('[data-piece]') ?? [])];
  if (event.key === 'ArrowDown' || event.key === 'ArrowUp')
    buttons[Math.max(0, Math.min(buttons.length - 1, at + (event.key === 'ArrowDown' ? 1 : -1)))]?.focus();
  else if (/^\d$/.test(event.key)) put(piece.name, { counted: Math.min(piece.count, Number(event.key)) });
  else if (event.key === 'b')
    put(piece.name, {
      counted: of(piece.name)?.counted ?? piece.count,
      broken: ((of(piece.name)?.broken ?? 0) + 1) % (piece.count + 1),
    });
  else if (event.key === ' ' || event.key === 'Enter') {
    press(piece);
    if (at + 1 < buttons.length) void nextTick(() => buttons[at + 1]?.focus());
    else if (!left.value) emit('whole');
  } else return;
  event.preventDefault();
}
const state = (p: Views['KitPieceDocument']) => {
  const c = of(p.name);
  if (!c) return 'not counted';
  const missing = p.count - c.counted;
  if (!missing && !c.broken) return 'there';
  return [missing ? `${missing} missing` : '', c.broken ? `${c.broken} broken` : '']
    .filter(Boolean)
    .join(', ');
};
const left = computed(() => issued.value.filter((p) => !of(p.name)).length);
defineExpose({ all });
</script>

<template>
  <div>
    <p class="head">
      <button class="act quiet" type="button" @click="all">
        {{ faults.length ? 'The rest is there' : 'All there' }} <kbd>A</kbd>
      </button>
      <span class="soft small" role="status">{{
        [
          left === issued.length ? 'nothing counted yet' : left ? `${left} to count` : 'counted',
          faults.length ? `kept as marked: ${faults.map((p) => `${p.name}, ${state(p)}`).join('; ')}` : '',
        ]
          .filter(Boolean)
          .join('; ')
      }}</span>
    </p>
    <ul ref="rows" :aria-label="label">
      <li
        v-for="(p, i) in issued"
        :key="p.name"
        :class="{ done: state(p) === 'there', off: of(p.name) && state(p) !== 'there' }"
      >
        <button
          type="button"
          data-piece
          :aria-pressed="state(p) === 'there'"
          @click="press(p)"
          @keydown="walk($event, i, p)"
        >
          <svg viewBox="0 0 22 16" aria-hidden="true">
            <path d="M2 3h5l4 9 4-9h5" fill="none" stroke="currentColor" stroke-width="2" />
            <path
              v-if="state(p) === 'there'"
              d="M8 4.5l3 3.5 5-7"
              fill="none"
              stroke="currentColor"
              stroke-width="2"
            />
          </svg>
          <span class="name">{{ p.count }} × {{ p.name }}</span>
          <span class="soft small">{{ p.where }}</span>
          <span class="small state">{{ state(p) }}</span>
        </button>
        <span v-if="p.count > 1 || of(p.name)" class="more">
          <button
            type="button"
            class="link"
            :aria-label="`one ${p.name} less`"
            @click="put(p.name, { counted: Math.max(0, (of(p.name)?.counted ?? p.count) - 1) })"
          >
            −
          </button>
          <button
            type="button"
            class="link"
            :aria-label="`one ${p.name} more`"
            @click="put(p.name, { counted: Math.min(p.count, (of(p.name)?.counted ?? 0) + 1) })"
          >
            +
          </button>
          <button
            type="button"
            class="link small"
            :aria-label="`one ${p.name} is broken`"
            @click="
              put(p.name, {
                counted: of(p.name)?.counted ?? p.count,
                broken: ((of(p.name)?.broken ?? 0) + 1) % (p.count + 1),
              })
            "
          >
            broken
          </button>
        </span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  gap: 14px;
  align-items: center;
}
ul {
  list-style: none;
  padding: 0;
  margin: 6px 0 0;
}
li {
  display: flex;
  align-items: center;
  border-bottom: 1px solid var(--line);
  max-width: 720px;
}
li > button {
  flex: 1;
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr) auto auto;
  gap: 10px;
  align-items: center;
  text-align: left;
  background: none;
  border: 0;
  padding: 8px 4px;
  color: inherit;
  cursor: pointer;
  min-height: 40px;
}
svg {
  width: 24px;
}
.done svg {
  color: var(--tide);
}
.name {
  font-size: 1rem;
}
.more {
  display: flex;
  gap: 6px;
}
.more .link {
  min-width: 30px;
  min-height: 30px;
}
.state {
  min-width: 84px;
  text-align: right;
}
</style>
