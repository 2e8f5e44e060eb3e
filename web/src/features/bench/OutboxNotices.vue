<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { computed, onBeforeUnmount } from 'vue';
import { useRoute } from 'vue-router';
import { counted } from '../../app/outbox/counted';
import { outbox } from '../../app/outbox/outbox';
import './outgoing';
import '../pictures/outgoing';
import '../shoots/outgoing';

/** Whoever leaves a check without network leaves nothing behind: what waits is sent from whatever page is open, and shown there. */
const route = useRoute();
const queries = useQueryClient();
const box = outbox();

/** The page of a check, of a match, of the pictures and of a day shows its own. */
const open = computed(() =>
  /^\/(bench|history|shoots\/matches)\/|^\/shoots\/[^/]+\/day$/.test(route.path)
    ? String(route.params.id)
    : route.path === '/cameras/pictures'
      ? 'pictures'
      : '',
);
const elsewhere = computed(() => box.mine.value.filter((e) => e.group !== open.value));
const waiting = computed(() => elsewhere.value.filter((e) => e.tried && !e.refusal?.final));
const refused = computed(() => elsewhere.value.filter((e) => e.refusal?.final));

onBeforeUnmount(
  box.onOutcome((entry, outcome) => {
    if (outcome.kind === 'acknowledged') void queries.invalidateQueries({ queryKey: ['check', entry.group] });
  }),
);
</script>

<template>
  <p v-if="waiting.length && !box.busy.value" class="waits small" role="status">
    {{ counted(waiting) }} saved on this device, not uploaded yet.
    <button class="link" type="button" @click="box.now">Try now</button>
  </p>
  <p v-for="entry in refused" :key="entry.id" class="problem" role="alert">
    {{ entry.about }} was not accepted. {{ entry.refusal?.message }}
    <RouterLink :to="`/bench/${entry.group}`">Open the check</RouterLink>
    <button class="act quiet small" type="button" @click="box.discard(entry.id)">Discard</button>
  </p>
</template>

<style scoped>
.waits {
  padding: 6px 20px;
  border-bottom: 1px solid var(--line);
  background: var(--panel-deep);
}
.problem {
  margin: 8px 20px;
}
</style>
