<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue';
import type { Views } from '../../app/client';
import { plain } from '../../instruments/fractions';
import VerdictMark from '../../instruments/VerdictMark.vue';
import { verdictOf, type Entries, type Entry } from './entries';
import type { ReadingEntry } from './outgoing';

const props = defineProps<{
  entries: Entries;
  current: string;
  waiting: ReadingEntry[];
  /** What to correct, in the order to do it; empty while finding. */
  order: Views['FixView'][];
}>();
defineEmits<{ go: [key: string] }>();

const chapters = computed(() => {
  const all: { name: string; entries: Entry[] }[] = [];
  // A setting that is corrected and then read again stands in the queue once, and comes back when it has to be.
  const told = [...new Set(props.order.map((s) => s.setting))];
  const steps = told.flatMap((s) => props.entries.asked.filter((e) => e.key === s));
  if (steps.length) all.push({ name: 'In this order', entries: steps });
  for (const entry of props.entries.asked.filter((e) => !steps.includes(e))) {
    const last = all.at(-1);
    if (last?.name === entry.chapter) last.entries.push(entry);
    else all.push({ name: entry.chapter, entries: [entry] });
  }
  return all;
});
/** A group names its chapter itself. */
const headed = (entries: Entry[]) => entries.length > 1 || entries[0]!.lines.length === 1;
const apart = computed(() =>
  [
    { key: 'at-return', name: 'At the return', lines: props.entries.atReturn },
    { key: 'nothing', name: 'Not on this camera', lines: props.entries.nothing },
  ].filter((a) => a.lines.length),
);
const queue = ref<HTMLElement>();
// A long queue scrolls: the one that is worked on stays in view.
function follow(): void {
  queue.value?.querySelector('[aria-current=step]')?.scrollIntoView?.({ block: 'nearest' });
}
onMounted(follow);
watch(() => props.current, follow, { flush: 'post' });
const held = (setting: string) => props.waiting.find((w) => w.setting === setting);
/** A group shows its lines while one of them is worked on, and where one of them is not right; as a whole it is listed in the work itself. */
const unfolded = (e: Entry) =>
  e.key !== props.current &&
  e.lines.some((l) => l.line.setting === props.current || l.verdict.kind === 'offTarget' || l.rivals.length);
const read = (e: Entry) => e.lines.filter((l) => l.reading.kind !== 'unread' || held(l.line.setting)).length;
</script>

<template>
  <div ref="queue" class="queue">
    <template v-for="chapter in chapters" :key="chapter.name">
      <h2 v-if="headed(chapter.entries)">{{ chapter.name }}</h2>
      <template v-for="entry in chapter.entries" :key="entry.key">
        <button
          v-if="entry.lines.length > 1"
          type="button"
          class="group"
          :data-group="entry.key"
          :data-settings="entry.lines.map((l) => l.line.setting).join(' ')"
          :aria-current="entry.key === current ? 'step' : undefined"
          :aria-expanded="unfolded(entry)"
          @click="$emit('go', entry.key)"
        >
          <VerdictMark :kind="verdictOf(entry)" />
          <span class="what">{{ entry.name }}</span>
          <span class="mono small value count">{{ read(entry) }} of {{ entry.lines.length }}</span>
        </button>
        <button
          v-for="{ line, reading, verdict, stale, rivals } in entry.lines"
          v-show="entry.lines.length === 1 || unfolded(entry)"
          :key="line.setting"
          type="button"
          :class="{ within: entry.lines.length > 1 }"
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
    </template>
    <details v-for="part in apart" :key="part.key" :data-apart="part.key">
      <summary>{{ part.name }} ({{ part.lines.length }})</summary>
      <button
        v-for="{ line, reading, verdict } in part.lines"
        :key="line.setting"
        type="button"
        class="within grey"
        :data-setting="line.setting"
        :data-verdict="verdict.kind"
        :aria-current="line.setting === current ? 'step' : undefined"
        @click="$emit('go', line.setting)"
      >
        <span class="what">{{ line.name }}</span>
        <span class="mono small value">{{ reading.kind === 'unread' ? '' : plain(reading.label) }}</span>
      </button>
    </details>
  </div>
</template>

<style scoped>
h2 {
  font-size: 0.8125rem;
  color: var(--ink-soft);
  padding: 12px 18px 3px;
}
button {
  display: flex;
  /* A value that has no room beside its name stands below it, at the right. */
  flex-wrap: wrap;
  align-items: center;
  gap: 0 7px;
  width: 100%;
  border: 0;
  background: none;
  color: var(--ink);
  text-align: left;
  font-size: 0.9375rem;
  padding: 5px 10px 5px 16px;
  cursor: pointer;
  min-height: 32px;
}
.within {
  padding-left: 34px;
}
button:hover {
  background: var(--panel-deep);
}
button[aria-current] {
  background: var(--ink);
  color: var(--paper);
}
.what {
  /* As wide as the longest word there is here: not every browser can divide it. */
  flex: 1 1 5em;
  min-width: 5em;
  hyphens: auto;
  overflow-wrap: break-word;
}
.again {
  color: var(--plum);
}
button[aria-current] .again {
  color: inherit;
}
.count {
  white-space: nowrap;
}
.value {
  text-align: right;
  opacity: 0.85;
  margin-left: auto;
  /* It breaks between its words; within one only where it is wider than all its room. */
  max-width: 100%;
  overflow-wrap: break-word;
}
details {
  margin-top: 12px;
  color: var(--ink-soft);
}
summary {
  padding: 5px 18px;
  font-size: 0.875rem;
  cursor: pointer;
}
.grey {
  color: var(--ink-soft);
}
.grey[aria-current] {
  color: var(--paper);
}
</style>
