<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import type { Views } from '../../app/client';
import { moment } from '../../app/dates';
import { changeNotation, changePassword, session } from '../../app/session';

type Notation = Views['NotationPreferences'];

const IRIS: [Notation['iris'], string][] = [
  ['dial', 'f/6.3, as a dial shows it'],
  ['thirds', 'f/5.6⅓, full stop and thirds'],
];
const WHITE: [Notation['whiteBalance'], string][] = [
  ['kelvin', '3200 K'],
  ['mired', '313 mired'],
];
const CLOCK: [NonNullable<Notation['clock']>, string][] = [
  ['browser', 'as in this browser'],
  ['hours24', '14:05'],
  ['hours12', '2:05 pm'],
];
const DATES: [NonNullable<Notation['dates']>, string][] = [
  ['browser', 'as in this browser'],
  ['dayFirst', '27 Nov 2026'],
  ['monthFirst', 'Nov 27, 2026'],
  ['yearFirst', '2026 Nov 27'],
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
      <label
        >Iris
        <select
          class="field"
          name="iris"
          :value="notation.iris"
          @change="choose({ iris: ($event.target as HTMLSelectElement).value as Notation['iris'] })"
        >
          <option v-for="[key, text] in IRIS" :key="key" :value="key">{{ text }}</option>
        </select></label
      >
      <label
        >White balance
        <select
          class="field"
          name="white"
          :value="notation.whiteBalance"
          @change="
            choose({ whiteBalance: ($event.target as HTMLSelectElement).value as Notation['whiteBalance'] })
          "
        >
          <option v-for="[key, text] in WHITE" :key="key" :value="key">{{ text }}</option>
        </select></label
      >
      <label
        >Clock
        <select
          class="field"
          name="clock"
          :value="notation.clock"
          @change="
            choose({ clock: ($event.target as HTMLSelectElement).value as NonNullable<Notation['clock']> })
          "
        >
          <option v-for="[key, text] in CLOCK" :key="key" :value="key">{{ text }}</option>
        </select></label
      >
      <label
        >Dates
        <select
          class="field"
          name="dates"
          :value="notation.dates"
          @change="
            choose({ dates: ($event.target as HTMLSelectElement).value as NonNullable<Notation['dates']> })
          "
        >
          <option v-for="[key, text] in DATES" :key="key" :value="key">{{ text }}</option>
        </select></label
      >
      <p class="small">Now: {{ moment(new Date().toISOString()) }}</p>
      <p v-if="unsaved" class="problem" role="alert">{{ unsaved }}</p>
    </section>
    <form @submit.prevent="change">
      <h2>Change your password</h2>
      <label
        >Current password
        <input v-model="current" class="field" type="password" autocomplete="current-password" required
      /></label>
      <label
        >New password, 8 characters or more
        <input
          v-model="next"
          class="field"
          type="password"
          autocomplete="new-password"
          minlength="8"
          required
      /></label>
      <label
        >New password again
        <input
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
