<script setup lang="ts">
import { useNow } from '@vueuse/core';
import { computed, onBeforeUnmount } from 'vue';
import type { Views } from '../../app/client';
import { dayAt, lasting, sameDay, timeAt } from '../../app/clock';
import { outbox } from '../../app/outbox/outbox';
import WaitingNotices from '../bench/WaitingNotices.vue';
import { isLate, moved, type LateEntry } from './outgoing';
import { duty } from './words';

/** The day of a shoot in the hand: what is next and in how many minutes, then all of it; and when the day is late, the rest of it moves. */
const props = defineProps<{ view: Views['ShootView']; revision: number; zone: string }>();
const emit = defineEmits<{ again: [] }>();
const now = useNow({ interval: 5000 });
const box = outbox();
/** Moves of this day that the site does not have yet, of whoever said them on this device. */
const waiting = computed(() =>
  box.entries.value.filter(isLate).filter((e) => e.group === props.view.document.id),
);
const moments = computed(() =>
  moved(
    props.view.day?.moments ?? [],
    waiting.value.filter((e) => !e.refusal?.final),
  ),
);
const isOver = (m: Views['DayMomentView']) => Date.parse(m.at) < now.value.getTime() - 60_000;
const nextAt = computed(() => moments.value.find((m) => !isOver(m))?.at);
const next = computed(() => moments.value.filter((m) => m.at === nextAt.value));
const left = computed(() => {
  if (!nextAt.value) return '';
  const minutes = (Date.parse(nextAt.value) - now.value.getTime()) / 60_000;
  return minutes < 1 ? 'now' : `in ${lasting(minutes)}`;
});
const going = computed(() =>
  (props.view.document.blocks ?? []).find(
    (b) => Date.parse(b.from) <= now.value.getTime() && Date.parse(b.to) > now.value.getTime(),
  ),
);
const when = (at: string) =>
  sameDay(at, now.value.toISOString(), props.zone)
    ? timeAt(at, props.zone)
    : `${dayAt(at, props.zone)}, ${timeAt(at, props.zone)}`;
const today = computed(() => dayAt(now.value.toISOString(), props.zone));
const over = computed(() => moments.value.filter(isOver));
/** What is still to come, day by day: most shoots have one. */
const ahead = computed(() => {
  const days: { day: string; moments: Views['DayMomentView'][] }[] = [];
  for (const moment of moments.value.filter((m) => !isOver(m))) {
    const day = dayAt(moment.at, props.zone);
    if (days.at(-1)?.day === day) days.at(-1)!.moments.push(moment);
    else days.push({ day, moments: [moment] });
  }
  return days;
});
const LATE = [10, 20, 30];
/** With network it is moved at once; without, here at once, and for everybody when the site is back. */
const late = (minutes: number): Promise<void> =>
  box.add<LateEntry>({
    id: crypto.randomUUID(),
    kind: 'late',
    group: props.view.document.id,
    about: `${props.view.document.name}: ${minutes} min ${minutes > 0 ? 'late' : 'earlier'}`,
    minutes,
    seen: props.revision,
    end: props.view.document.end ?? '',
  });
onBeforeUnmount(
  box.onOutcome((entry, outcome) => {
    if (isLate(entry) && entry.group === props.view.document.id && outcome.kind !== 'later') emit('again');
  }),
);
</script>

<template>
  <p v-if="!view.day" class="soft">Set call and end under Details: then the day is worked out.</p>
  <div v-else class="day-room">
    <section class="next" aria-live="polite">
      <p v-if="going" class="soft">Going on: {{ going.name }}, until {{ when(going.to) }}</p>
      <template v-if="next.length">
        <p class="big">{{ left }}</p>
        <ul>
          <li v-for="(m, i) in next" :key="i">
            <b>{{ duty(m) }}</b>
          </li>
        </ul>
        <p class="soft">{{ when(nextAt!) }}</p>
      </template>
      <p v-else class="big">The day is over.</p>
    </section>
    <p v-if="next.length" class="late no-print">
      <span>We are late:</span>
      <button v-for="m in LATE" :key="m" class="act quiet" type="button" @click="late(m)">{{ m }} min</button>
      <button class="link" type="button" @click="late(-10)">Take 10 min back</button>
    </p>
    <WaitingNotices :entries="waiting" />
    <section v-for="d in ahead" :key="d.day" :aria-label="d.day">
      <h2 v-if="d.day !== today">{{ d.day }}</h2>
      <ol class="all">
        <li v-for="(m, i) in d.moments" :key="i" :class="{ now: m.at === nextAt }">
          <span class="mono">{{ timeAt(m.at, zone) }}</span> {{ duty(m) }}
        </li>
      </ol>
    </section>
    <details v-if="over.length">
      <summary>{{ over.length }} {{ over.length === 1 ? 'is' : 'are' }} over</summary>
      <ol class="all">
        <li v-for="(m, i) in over" :key="i" class="over">
          <span class="mono">{{ when(m.at) }}</span> {{ duty(m) }}
        </li>
      </ol>
    </details>
  </div>
</template>

<style scoped>
.next {
  border-left: 4px solid var(--ink);
  padding: 4px 0 4px 14px;
  margin-bottom: 14px;
}
.big {
  font-size: 2rem;
  font-weight: 700;
  line-height: 1.15;
}
.next ul {
  list-style: none;
  padding: 0;
  margin: 4px 0;
  font-size: 1.25rem;
}
.late {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  margin-bottom: 14px;
}
.all {
  list-style: none;
  padding: 0;
}
.all li {
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
}
.all .mono {
  display: inline-block;
  min-width: 60px;
  margin-right: 10px;
}
.over {
  color: var(--ink-soft);
}
details {
  margin-top: 18px;
}
summary {
  cursor: pointer;
}
.now {
  font-weight: 600;
}
</style>
