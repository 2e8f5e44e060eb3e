<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { useNow } from '@vueuse/core';
import { computed } from 'vue';
import { api, ask, type Views } from '../../app/client';
import { dayAt, lasting, sameDay, span, timeAt } from '../../app/clock';
import Loading from '../../app/Loading.vue';
import { can, session } from '../../app/session';
import { useZone } from '../../app/useZone';
import { minutesAhead } from '../../app/zone';
import DayRows from '../../instruments/DayRows.vue';
import { STATUS } from '../shoots/words';

/** Today: shoots on one line of time, and what needs somebody, each line one act away. */
const zone = useZone();
const today = useQuery({
  queryKey: ['today'],
  queryFn: () => ask(api.GET('/api/today')),
  refetchInterval: 60_000,
});
/** The five minutes before a shoot, where a camera was not touched for weeks. */
const practice = useQuery({ queryKey: ['practice'], queryFn: () => ask(api.GET('/api/practice')) });
const refresher = computed(() => practice.data.value?.next.find((p) => p.isRefresher));
const now = useNow({ interval: 30_000 });
const view = computed(() => today.data.value);
const ahead = computed(() => minutesAhead(zone.value, now.value.toISOString()));
const when = (at: string | null | undefined) => {
  if (!at) return '';
  return sameDay(at, now.value.toISOString(), zone.value)
    ? timeAt(at, zone.value)
    : `${dayAt(at, zone.value)}, ${timeAt(at, zone.value)}`;
};
const points = (n: number) => `${n} ${n === 1 ? 'point' : 'points'} open`;
const late = (at: string) => lasting((now.value.getTime() - Date.parse(at)) / 60_000);
type Need = Views['NeedView'];
const WHAT: Record<Views['NeedKind'], (n: Need) => string> = {
  overdue: (n) => `${n.unit} is overdue`,
  prepare: (n) =>
    !n.isUrgent
      ? `Prepare ${n.shootName}`
      : Date.parse(n.at!) > now.value.getTime()
        ? `Preparation of ${n.shootName} does not fit`
        : `Preparation of ${n.shootName} has to start now`,
  check: (n) => `Check ${n.unit}`,
  handOut: (n) => `Hand out ${n.units.join(', ')}`,
  return: (n) => `${n.unit} comes back`,
  open: (n) => `${n.unit} is back, ${points(n.points)}`,
  openCheck: (n) => `A check of ${n.unit} is not signed`,
};
const WHY: Record<Views['NeedKind'], (n: Need) => string> = {
  overdue: (n) => `${n.person} has it; it was due ${late(n.at!)} ago.`,
  prepare: (n) =>
    n.isUrgent ? 'Not everything is ready when the cameras are collected.' : 'Its first task starts then.',
  check: (n) => `For ${n.shootName}.`,
  handOut: (n) => `For ${n.shootName}.`,
  return: (n) => `${n.person} has it.`,
  open: (n) => `It was with ${n.person}.`,
  openCheck: (n) => `${n.person} began it; ${n.points} ${n.points === 1 ? 'line is' : 'lines are'} unread.`,
};
const ACT: Record<Views['NeedKind'], (n: Need) => { name: string; to: string }> = {
  overdue: (n) => ({ name: 'Take back', to: `/shoots/loans/${n.loan}` }),
  prepare: (n) => ({ name: 'Preparation', to: `/shoots/${n.shoot}/pack` }),
  check: (n) => ({
    name: 'Check',
    to: `/bench?unit=${n.unit}${n.standard ? `&standard=${n.standard}` : ''}`,
  }),
  handOut: (n) =>
    n.units.length === 1
      ? { name: 'Hand out', to: `/shoots/hand-out?unit=${n.units[0]}&shoot=${n.shoot}` }
      : { name: 'Hand out', to: `/shoots/${n.shoot}/hand-out` },
  return: (n) => ({ name: 'Take back', to: `/shoots/loans/${n.loan}` }),
  open: (n) => ({ name: 'Open', to: `/shoots/loans/${n.loan}` }),
  openCheck: (n) => ({ name: 'Go on', to: `/bench/${n.check}` }),
};
/** Who does not hand out is told of what is theirs, and of checks and preparation, which anybody does. */
const needs = computed(() =>
  (view.value?.needs ?? []).filter(
    (n) => can('handOut') || ['check', 'openCheck', 'prepare'].includes(n.kind),
  ),
);
</script>

<template>
  <Loading
    :pending="today.isPending.value"
    :error="today.error.value && !view ? today.error.value : null"
    what="today"
    back="Go to the bench"
    back-to="/bench"
    @again="today.refetch()"
  >
    <div v-if="view" class="page">
      <h1>Today</h1>
      <p class="soft">{{ dayAt(view.now, zone) }} · {{ session?.name }}</p>
      <section v-if="refresher" aria-labelledby="refresher">
        <h2 id="refresher">Refresher</h2>
        <p>
          {{ refresher.because }} <RouterLink to="/practice">Practise it, five minutes</RouterLink
          ><template v-if="refresher.standardKey"
            >, or
            <a
              :href="`/api/practice/refresher.pdf?model=${refresher.modelKey}&standard=${refresher.standardKey}`"
              target="_blank"
              >print the page</a
            ></template
          >. <span class="soft small">It does not replace training in person.</span>
        </p>
      </section>
      <section v-if="view.mine.length || view.owed.length" aria-labelledby="mine">
        <h2 id="mine">Yours</h2>
        <ul class="lines">
          <li v-for="s in view.mine" :key="s.id">
            <span class="when">{{ when(s.call) }}</span>
            <span
              ><b>{{ s.name }}</b>
              <span class="soft"
                >{{ s.place }} · {{ span(s.call, s.end, zone) }} · {{ STATUS[s.status] }}</span
              ></span
            >
            <span class="acts">
              <RouterLink class="act quiet small" :to="`/shoots/${s.id}/pack`">Kit</RouterLink>
              <RouterLink class="act quiet small" :to="`/shoots/${s.id}/day`">Day</RouterLink>
            </span>
          </li>
          <li v-for="n in view.owed" :key="n.loan!" :class="{ off: n.isUrgent }">
            <span class="when">{{ when(n.at) }}</span>
            <span
              ><b>{{ n.kind === 'return' ? `Bring ${n.unit} back` : `${n.unit}: ${points(n.points)}` }}</b>
              <span v-if="n.isUrgent">It was due {{ late(n.at!) }} ago.</span></span
            >
            <RouterLink class="act quiet small" :to="`/shoots/loans/${n.loan}`">Open</RouterLink>
          </li>
        </ul>
      </section>
      <section v-if="view.day.length" aria-labelledby="line">
        <h2 id="line">Today and tomorrow</h2>
        <DayRows :rows="view.day" :now="now.getTime()" :zone="zone" :ahead="ahead" />
      </section>
      <section aria-labelledby="needs">
        <h2 id="needs">Needs you</h2>
        <p v-if="!needs.length">Nothing has to be done now.</p>
        <ul class="lines">
          <li v-for="(n, i) in needs" :key="i" :data-need="n.kind">
            <span class="when" :class="{ off: n.isUrgent }">{{ when(n.at) }}</span>
            <span
              ><b :class="{ off: n.isUrgent }">{{ WHAT[n.kind](n) }}</b>
              <span class="soft">{{ WHY[n.kind](n) }}</span></span
            >
            <RouterLink class="act quiet small" :to="ACT[n.kind](n).to">{{ ACT[n.kind](n).name }}</RouterLink>
          </li>
        </ul>
      </section>
      <p v-if="!view.hasUnits">
        There are no cameras yet.
        <RouterLink class="act" to="/first-steps">{{
          can('defineModels') ? 'First steps' : 'What is missing'
        }}</RouterLink>
      </p>
      <p v-else-if="!view.hasShoots" class="soft">
        No shoot is planned yet. <RouterLink to="/shoots">Plan one</RouterLink>, or go to the
        <RouterLink to="/bench">bench</RouterLink>.
      </p>
    </div>
  </Loading>
</template>

<style scoped>
section {
  margin: 18px 0 8px;
}
.lines {
  list-style: none;
  padding: 0;
  margin: 0;
}
.lines li {
  display: grid;
  grid-template-columns: 142px minmax(0, 1fr) auto;
  gap: 4px 14px;
  align-items: center;
  padding: 7px 0;
  border-bottom: 1px solid var(--line);
}
.lines b {
  margin-right: 0.45em;
}
.lines .act {
  padding: 5px 12px;
  min-height: 32px;
}
.when {
  font-size: 0.9375rem;
}
.acts {
  display: flex;
  gap: 8px;
}
@media (max-width: 640px) {
  .lines li {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .lines .when {
    grid-column: 1 / -1;
  }
}
</style>
