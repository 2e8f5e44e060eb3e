<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, ask, type Views } from '../../app/client';
import { day } from '../../app/dates';
import OneOf from '../../app/OneOf.vue';
import { plain } from '../../instruments/fractions';
import { mired, stops } from '../measurements/words';

/** For a camera without log: which controls of its picture profile to turn which way, so that the chart looks as on the department's reference. */
const props = defineProps<{ id: string; version: number }>();
const open = ref(false);
const reference = ref<string | null>();
const others = useQuery({
  queryKey: ['pictures', 'references'],
  queryFn: () => ask(api.GET('/api/pictures')),
  enabled: open,
});
const choices = computed(() =>
  (others.data.value?.pictures ?? [])
    .filter((p) => p.id !== props.id && p.regions > 0)
    .map((p) => ({ key: p.id, name: `${p.name}${p.unit ? `, ${p.unit}` : ''}, ${day(p.at)}` })),
);
const help = useQuery({
  queryKey: computed(() => ['profile-help', props.id, props.version, reference.value]),
  queryFn: () =>
    ask(
      api.GET('/api/pictures/{id}/profile-help', {
        params: { path: { id: props.id }, query: { reference: reference.value! } },
      }),
    ),
  enabled: computed(() => open.value && !!reference.value),
  retry: false,
});
const said = computed<Views['ProfileHelpView'] | undefined>(() => help.data.value);
</script>

<template>
  <details class="part no-print" :open="open" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary>Picture profile without log</summary>
    <p class="soft small">
      The same chart, in the same light, on the camera that all others are to look like: its picture is the
      reference. Mark grey, white and black card, and a face, on both.
    </p>
    <p v-if="others.data.value && !choices.length" class="small">
      There is no other picture with regions yet. Add that of the reference first.
    </p>
    <OneOf v-else v-model="reference" label="Reference" :options="choices" />
    <p v-if="help.error.value" class="problem small" role="alert">{{ help.error.value.message }}</p>
    <template v-if="said">
      <p class="small">
        Against the reference: <span class="mono">{{ mired(said.castMired) }}</span><template
          v-if="said.contrastStops !== null && said.contrastStops !== undefined"
          >, contrast <span class="mono">{{ stops(said.contrastStops, 1) }}</span></template
        >.
      </p>
      <p v-if="!said.turns.length" class="has" role="status">Nothing of the profile is off.</p>
      <template v-else>
        <p>
          {{ plain(said.memory.sentence) }}
          <span v-if="said.where" class="soft small">{{ said.where }}</span>
        </p>
        <ol>
          <li v-for="t in said.turns" :key="t.control">{{ plain(t.says.sentence) }}</li>
        </ol>
        <p class="soft small">Turn them in this order, a little at a time, and take the picture again.</p>
      </template>
      <p v-for="m in said.missing" :key="m.case" class="soft small">{{ plain(m.sentence) }}</p>
    </template>
  </details>
</template>

<style scoped>
details > * + * {
  margin-top: 8px;
}
ol {
  margin-bottom: 0;
  padding-left: 20px;
}
</style>
