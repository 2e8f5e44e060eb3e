<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue';
import type { Views } from '../../app/client';
import { plain } from '../../instruments/fractions';
import VerdictMark from '../../instruments/VerdictMark.vue';
import type { ReadingEntry } from './outgoing';

const props = defineProps<{
  lines: Views['CheckLineView'][];
  current: string;
  waiting: ReadingEntry[];
  /** What to correct, in the order to do it; empty while finding. */
  order: Views['FixView'][];
}>();
defineEmits<{ go: [setting: string] }>();

const chapters = computed(() => {
  const all: { name: string; lines: Views['CheckLineView'][] }[] = [];
  // A setting that is corrected and then read again stands in the queue once, and comes back when it has to be.
  const told = [...new Set(props.order.map((s) => s.setting))];
  const steps = told.flatMap((s) => props.lines.filter((l) => l.line.setting === s));
  if (steps.length) all.push({ name: 'In this order', lines: steps });
  for (const line of props.lines.filter((l) => !steps.includes(l))) {
    const last = all.at(-1);
    if (last?.name === line.line.chapter) last.lines.push(line);
    else all.push({ name: line.line.chapter, lines: [line] });
  }
  return all;
});
const queue = ref<HTMLElement>();
// Seventy notches are longer than the screen: the one that is worked on stays in view.
function follow(): void {
  queue.value?.querySelector('[aria-current=step]')?.scrollIntoView?.({ block: 'nearest' });
}
onMounted(follow);
watch(() => props.current, follow, { flush: 'post' });
const held = (setting: string) => props.waiting.find((w) => w.setting === setting);
</script>

<template>
  <nav ref="queue" class="queue" aria-label="Notches of this check">
    <template v-for="chapter in chapters" :key="chapter.name">
      <h2>{{ chapter.name }}</h2>
      <button
        v-for="{ line, reading, verdict, stale, rivals } in chapter.lines"
        :key="line.setting"
        type="button"
        :data-setting="line.setting"
        :data-verdict="verdict.kind"
        :aria-current="line.setting === current ? 'step' : undefined"
        @click="$emit('go', line.setting)"
      >
        <VerdictMark :kind="held(line.setting) ? 'unread' : verdict.kind" />
        <span class="what"
          >{{ line.name }}<span v-if="stale" class="small again"> again</span
          ><span v-if="rivals.length" class="small again"> two ways</span></span
        >
        <span class="mono small value">{{
          held(line.setting) ? 'saved here' : plain(reading.label) || '–'
        }}</span>
      </button>
    </template>
  </nav>
</template>

<style scoped>
h2 {
  font-size: 0.8125rem;
  color: var(--ink-soft);
  padding: 14px 18px 4px;
}
button {
  display: flex;
  align-items: center;
  gap: 9px;
  width: 100%;
  border: 0;
  background: none;
  color: var(--ink);
  text-align: left;
  font-size: 0.9375rem;
  padding: 6px 14px 6px 18px;
  cursor: pointer;
  min-height: 34px;
}
button:hover {
  background: var(--panel-deep);
}
button[aria-current] {
  background: var(--ink);
  color: var(--paper);
}
.what {
  flex: 1;
}
.again {
  color: var(--plum);
}
button[aria-current] .again {
  color: inherit;
}
.value {
  text-align: right;
  opacity: 0.85;
  overflow-wrap: anywhere;
}
</style>
