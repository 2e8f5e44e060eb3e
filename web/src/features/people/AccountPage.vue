<script setup lang="ts">
import InputText from 'primevue/inputtext';
import OneOf, { type Choice } from '../../app/OneOf.vue';
import { useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import type { Views } from '../../app/client';
import { moment } from '../../app/dates';
import CalendarAddress from './CalendarAddress.vue';
import { changeNotation, changePassword, session } from '../../app/session';

type Notation = Views['NotationPreferences'];

const IRIS: Choice<Notation['iris']>[] = [
  { key: 'dial', name: 'f/6.3, as a dial shows it' },
  { key: 'thirds', name: 'f/5.6⅓, full stop and thirds' },
];
const WHITE: Choice<Notation['whiteBalance']>[] = [
  { key: 'kelvin', name: '3200 K' },
  { key: 'mired', name: '313 mired' },
];
const CLOCK: Choice<NonNullable<Notation['clock']>>[] = [
  { key: 'browser', name: 'as in this browser' },
  { key: 'hours24', name: '14:05' },
  { key: 'hours12', name: '2:05 pm' },
];
const DATES: Choice<NonNullable<Notation['dates']>>[] = [
  { key: 'browser', name: 'as in this browser' },
  { key: 'dayFirst', name: '27 Nov 2026' },
  { key: 'monthFirst', name: 'Nov 27, 2026' },
  { key: 'yearFirst', name: '2026 Nov 27' },
];
const queries = useQueryClient();
const notation = computed<Notation>(
  () =>
    session.value?.notation ?? { iris: 'dial', whiteBalance: 'kelvin', clock: 'browser', dates: 'browser' },
);
const unsaved = ref('');

async function choose(change: Partial<Notation>): Promise<void> {
  unsaved.value = '';
  try {
    await changeNotation({ ...notation.value, ...change });
    await queries.invalidateQueries();
  } catch (error) {
    unsaved.value = `${(error as Error).message} The notation is as it was.`;
  }
}

const current = ref('');
const next = ref('');
const again = ref('');
const said = ref('');
const wrong = ref('');
const busy = ref(false);

async function change(): Promise<void> {
  said.value = wrong.value = '';
  if (next.value !== again.value) {
    wrong.value = 'The two new passwords are not the same.';
    return;
  }
  busy.value = true;
  try {
    await changePassword(current.value, next.value);
    current.value = next.value = again.value = '';
    said.value = 'Your password is changed. Your sessions on other machines are over.';
  } catch (error) {
    wrong.value = (error as Error).message;
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <div class="page">
    <h1>{{ session?.name }}</h1>
    <p class="soft">
      Signs in as <span class="mono">{{ session?.login }}</span>, {{ session?.role }}.
    </p>
    <section class="notation" aria-labelledby="notation-title">
      <h2 id="notation-title">Notation</h2>
      <p class="small soft">
        How values, times and dates are written for you, on every page and in print. You can type any of them.
      </p>
      <OneOf
        label="Iris"
        :options="IRIS"
        :model-value="notation.iris"
        :save="(value) => choose({ iris: value })"
      />
      <OneOf
        label="White balance"
        :options="WHITE"
        :model-value="notation.whiteBalance"
        :save="(value) => choose({ whiteBalance: value })"
      />
      <OneOf
        label="Clock"
        :options="CLOCK"
        :model-value="notation.clock"
        :save="(value) => choose({ clock: value })"
      />
      <OneOf
        label="Dates"
        :options="DATES"
        :model-value="notation.dates"
        :save="(value) => choose({ dates: value })"
      />
      <p class="small">Now: {{ moment(new Date().toISOString()) }}</p>
      <p v-if="unsaved" class="problem" role="alert">{{ unsaved }}</p>
    </section>
    <CalendarAddress />
    <form @submit.prevent="change">
      <h2>Change your password</h2>
      <label
        >Current password
        <InputText v-model="current" class="field" type="password" autocomplete="current-password" required
      /></label>
      <label
        >New password, 8 characters or more
        <InputText
          v-model="next"
          class="field"
          type="password"
          autocomplete="new-password"
          minlength="8"
          required
      /></label>
      <label
        >New password again
        <InputText
          v-model="again"
          class="field"
          type="password"
          autocomplete="new-password"
          minlength="8"
          required
      /></label>
      <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
      <p v-if="said" role="status">{{ said }}</p>
      <button class="act" type="submit" :disabled="busy">Change it</button>
    </form>
  </div>
</template>

<style scoped>
form,
.notation {
  display: grid;
  gap: 12px;
  max-width: 360px;
  margin-top: 24px;
  justify-items: start;
}
label {
  display: grid;
  gap: 4px;
  font-size: 0.875rem;
  width: 100%;
}
</style>
