<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import InputText from 'primevue/inputtext';
import { computed, nextTick, ref, watch } from 'vue';
import { api, ask, type Problem, type Views } from '../../app/client';
import NumberField from '../../app/NumberField.vue';
import OneOf from '../../app/OneOf.vue';
import { can } from '../../app/session';

/** What holds for the whole department: what it is called, its time zone and its mains. */
const emit = defineEmits<{ saved: [] }>();
const queries = useQueryClient();
const { data, error } = useQuery({
  queryKey: ['department'],
  queryFn: () => ask(api.GET('/api/department')),
});
const here = Intl.DateTimeFormat().resolvedOptions().timeZone;
const zones = computed(() => {
  const all = typeof Intl.supportedValuesOf === 'function' ? Intl.supportedValuesOf('timeZone') : [];
  return [...new Set([...(data.value?.timeZone ? [data.value.timeZone] : []), here, 'UTC', ...all])];
});
type Times = Views['PreparationTimesDocument'];
/** How long things take, in the order in which a camera is prepared. */
const TIMES: { key: keyof Times; name: string }[] = [
  { key: 'charge', name: 'Charge a battery whose time is not stated' },
  { key: 'assemble', name: 'Assemble a special body' },
  { key: 'cards', name: 'Format and label cards' },
  { key: 'check', name: 'Check a camera' },
  { key: 'match', name: 'Match a further camera' },
  { key: 'count', name: 'Count and pack a kit' },
  { key: 'load', name: 'Load and get there' },
];
const form = ref<{
  name: string;
  timeZone: string;
  mainsHz: number;
  preparation: Times;
  checkOff: Views['CheckOffPolicyView'];
} | null>(null);
const ASKED: { key: Views['CheckOffAsked']; name: string }[] = [
  { key: 'onceSigned', name: 'once the first is signed' },
  { key: 'always', name: 'always' },
  { key: 'never', name: 'never' },
];
/** What somebody types stays, whatever answer comes meanwhile; only what was never touched follows the site. */
const touched = ref(false);
watch(
  data,
  (now) => {
    if (now && !touched.value)
      form.value = {
        name: now.name,
        timeZone: now.timeZone || here,
        mainsHz: now.mainsHz,
        preparation: { ...now.preparation },
        checkOff: { ...now.checkOff },
      };
  },
  { immediate: true },
);
const said = ref('');
const wrong = ref('');
const at = ref('');
const busy = ref(false);
const root = ref<HTMLElement>();

async function save(): Promise<void> {
  if (!data.value || !form.value) return;
  said.value = wrong.value = at.value = '';
  busy.value = true;
  try {
    const kept = await ask(
      api.PUT('/api/department', {
        headers: { 'If-Match': `"${data.value.version}"` },
        body: { ...form.value },
      }),
    );
    touched.value = false;
    queries.setQueryData(['department'], kept);
    said.value = `Saved. A new standard begins with ${kept.mainsHz} Hz mains; those that exist are as they were.`;
    emit('saved');
  } catch (refused) {
    const problem = refused as Problem;
    wrong.value = `${problem.message} What you typed is still here.`;
    at.value = problem.pointer;
    if (problem.status === 412) await queries.invalidateQueries({ queryKey: ['department'] });
    await nextTick();
    root.value?.querySelector<HTMLElement>('[aria-invalid=true]')?.focus();
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <section ref="root" aria-labelledby="department">
    <h2 id="department">The department</h2>
    <p v-if="error" class="problem" role="alert">{{ error.message }}</p>
    <form v-if="form" class="fields" @submit.prevent="save" @input="touched = true" @change="touched = true">
      <label class="grow"
        >Name of the place
        <InputText
          v-model="form.name"
          maxlength="80"
          :disabled="!can('defineStandards')"
          :aria-invalid="at === '/name' ? 'true' : undefined"
        />
      </label>
      <OneOf
        v-model="form.mainsHz"
        label="Mains"
        :options="[...new Set([50, 60, form.mainsHz])].map((hz) => ({ key: hz, name: `${hz} Hz` }))"
        :disabled="!can('defineStandards')"
        @update:model-value="touched = true"
      />
      <OneOf
        v-model="form.timeZone"
        class="zone"
        label="Time zone"
        :options="zones"
        :disabled="!can('defineStandards')"
        @update:model-value="touched = true"
      />
      <fieldset class="times">
        <legend>Preparation, minutes</legend>
        <NumberField
          v-for="t in TIMES"
          :key="t.key"
          v-model="form.preparation[t.key]"
          :label="t.name"
          :locked="!can('defineStandards')"
          :wrong="at === `/preparation/${t.key}` ? wrong : ''"
        />
      </fieldset>
      <fieldset class="times">
        <legend>Check-off</legend>
        <OneOf
          v-model="form.checkOff.asked"
          label="Asked at a hand-out"
          :options="ASKED"
          :disabled="!can('defineStandards')"
          @update:model-value="touched = true"
        />
        <NumberField
          v-model="form.checkOff.months"
          label="Holds"
          unit="months"
          required
          :locked="!can('defineStandards')"
          :wrong="at === '/checkOff/months' ? wrong : ''"
        />
      </fieldset>
      <button v-if="can('defineStandards')" class="act" type="submit" :disabled="busy">Save</button>
    </form>
    <p v-if="said" role="status">{{ said }}</p>
    <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
    <p class="soft small">
      New standards begin with these mains: 25 and 50 pictures at 50 Hz, 30 and 60 at 60 Hz. Calls are told in
      this time zone. Preparations are planned with these minutes; an empty field is as the application came.
    </p>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
  margin-top: 32px;
}
.times {
  flex-basis: 100%;
  border: 0;
  padding: 0;
  margin: 8px 0 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 8px 18px;
  align-items: end;
}
.times legend {
  font-weight: 600;
  margin-bottom: 4px;
}
.zone {
  min-width: 220px;
}
</style>
