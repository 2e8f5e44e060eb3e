<script setup lang="ts">
import { useTitle } from '../../app/title';
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { api, ask, type Views } from '../../app/client';
import Loading from '../../app/Loading.vue';
import ThreeZones from '../../app/ThreeZones.vue';
import ControlWhere from '../../instruments/ControlWhere.vue';
import CauseWalk from './CauseWalk.vue';

/** A unit that seems broken: what it does, and the harmless causes before a fault. */
const props = defineProps<{ tag: string; symptom?: string }>();
const route = useRoute();
const check = computed(() => (route.query.check ? String(route.query.check) : undefined));
const back = computed(() =>
  check.value
    ? { to: `/bench/${check.value}`, name: 'Back to the check' }
    : { to: `/cameras/units/${props.tag}`, name: props.tag },
);

const { data, error, isPending, refetch } = useQuery({
  queryKey: computed(() => ['symptoms', props.tag, check.value]),
  queryFn: () =>
    ask(
      api.GET('/api/units/{tag}/symptoms', {
        params: { path: { tag: props.tag }, query: { check: check.value } },
      }),
    ),
  gcTime: 0,
});
const diagnosis = computed(() => data.value?.symptoms.find((s) => s.key === props.symptom));
const groups = computed(() => {
  const all = data.value?.symptoms ?? [];
  return [...new Set(all.map((s) => s.about))].map((about) => ({
    about,
    symptoms: all.filter((s) => s.about === about),
  }));
});
const at = (symptom: string) => ({
  path: `/cameras/units/${props.tag}/troubleshoot/${symptom}`,
  query: route.query,
});
const shown = ref<Views['CauseView'] | null>(null);
useTitle(() => ['Troubleshoot', props.tag]);
</script>

<template>
  <Loading
    :pending="isPending"
    :error="error"
    what="what can do this"
    :back="back.name"
    :back-to="back.to"
    @again="refetch"
  >
    <div v-if="data && !diagnosis" class="page">
      <p class="small">
        <RouterLink :to="back.to">{{ back.name }}</RouterLink>
      </p>
      <h1>What does {{ data.tag }} do?</h1>
      <p class="soft lead">
        Most that seems broken is not. Harmless causes come first, in the order in which they happen.
      </p>
      <div class="groups">
        <section v-for="group in groups" :key="group.about">
          <h2>{{ group.about }}</h2>
          <RouterLink v-for="s in group.symptoms" :key="s.key" class="symptom" :to="at(s.key)">{{
            s.text
          }}</RouterLink>
        </section>
      </div>
    </div>
    <ThreeZones
      v-else-if="data && diagnosis"
      queue-name="It does something else"
      queue-label="What it does"
      effect-label="Where, and what not to do"
    >
      <template #queue="{ chosen }">
        <template v-for="group in groups" :key="group.about">
          <h2>{{ group.about }}</h2>
          <RouterLink
            v-for="s in group.symptoms"
            :key="s.key"
            class="symptom"
            :to="at(s.key)"
            replace
            :aria-current="s.key === symptom ? 'page' : undefined"
            @click="chosen"
            >{{ s.text }}</RouterLink
          >
        </template>
      </template>
      <template #way>
        <RouterLink :to="back.to">{{ back.name }}</RouterLink>
      </template>
      <CauseWalk :key="diagnosis.key" :unit="data" :diagnosis="diagnosis" @shows="shown = $event" />
      <template #effect>
        <template v-if="shown?.place">
          <h2>Where, on {{ data.modelName }}</h2>
          <ControlWhere :place="shown.place" />
        </template>
        <template v-if="diagnosis.caution">
          <h2>Careful</h2>
          <p>{{ diagnosis.caution }}</p>
        </template>
        <h2>How it goes on</h2>
        <p>
          Nothing is called a fault before every cause was looked at. What it was, or that it was none of
          them, is saved on the page of {{ data.tag }}. The maker’s manual and a qualified person come before
          this page.
        </p>
      </template>
    </ThreeZones>
  </Loading>
</template>

<style scoped>
.symptom {
  display: block;
  padding: 6px 16px;
  text-decoration: none;
}
.symptom:hover {
  text-decoration: underline;
}
.symptom[aria-current] {
  background: var(--panel-deep);
  box-shadow: inset 4px 0 var(--ink);
}
.lead {
  max-width: 56ch;
  margin: 8px 0 14px;
}
.groups {
  columns: 3 300px;
  column-gap: 40px;
}
.groups section {
  break-inside: avoid;
  margin-bottom: 18px;
}
.groups h2 {
  color: var(--ink-soft);
  font-size: 0.875rem;
}
.groups .symptom {
  border-bottom: 1px solid var(--line);
  padding: 11px 0;
  font-size: 1.125rem;
}
:deep(.zone-effect) h2 {
  margin-top: 18px;
}
</style>
