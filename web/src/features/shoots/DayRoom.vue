<script setup lang="ts">
import { useNow } from '@vueuse/core';
import { computed, ref } from 'vue';
import { api, ask, Problem, type Views } from '../../app/client';
import { dayAt, lasting, sameDay, timeAt } from '../../app/clock';
import { duty } from './words';

/** The day of a shoot in the hand: what is next and in how many minutes, then all of it; and when the day is late, the rest of it moves. */
const props = defineProps<{ view: Views['ShootView']; revision: number; zone: string }>();
const emit = defineEmits<{ again: [] }>();
const now = useNow({ interval: 5000 });
const moments = computed(() => props.view.day?.moments ?? []);
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
const LATE = [10, 20, 30];
const wrong = ref('');
const busy = ref(false);
async function late(minutes: number): Promise<void> {
  wrong.value = '';
  busy.value = true;
  try {
    await ask(
      api.POST('/api/shoots/{id}/late', {
        params: { path: { id: props.view.document.id } },
        headers: { 'If-Match': `"${props.revision}"` },
        body: { minutes },
      }),
    );
    emit('again');
  } catch (error) {
    wrong.value =
      error instanceof Problem && error.away
        ? 'The site cannot be reached: the day is shown as it was, and nothing was moved.'
        : (error as Error).message;
  } finally {
    busy.value = false;
  }
}
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
      <button v-for="m in LATE" :key="m" class="act quiet" type="button" :disabled="busy" @click="late(m)">
        {{ m }} min
      </button>
      <button class="link" type="button" :disabled="busy" @click="late(-10)">Take 10 min back</button>
    </p>
    <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
    <ol class="all">
      <li v-for="(m, i) in moments" :key="i" :class="{ over: isOver(m), now: m.at === nextAt }">
        <span class="mono">{{ when(m.at) }}</span> {{ duty(m) }}
      </li>
    </ol>
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
  text-decoration: line-through;
}
.now {
  font-weight: 600;
}
</style>
