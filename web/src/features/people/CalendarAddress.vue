<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { ref } from 'vue';
import { api, ask } from '../../app/client';
import { moment } from '../../app/dates';

/** The address at which the person's calendar program asks for shoots: made, told once, made anew, taken back. */
const made = useQuery({
  queryKey: ['calendar-address'],
  queryFn: () => ask(api.GET('/api/session/calendar')),
});
const address = ref('');
const copied = ref('');
const wrong = ref('');
const busy = ref(false);

async function act(what: () => Promise<void>): Promise<void> {
  busy.value = true;
  wrong.value = copied.value = '';
  try {
    await what();
    await made.refetch();
  } catch (error) {
    wrong.value = (error as Error).message;
  } finally {
    busy.value = false;
  }
}
const make = () =>
  act(async () => {
    address.value = (await ask(api.PUT('/api/session/calendar'))).address;
  });
const revoke = () =>
  act(async () => {
    await ask(api.DELETE('/api/session/calendar'));
    address.value = '';
  });
async function copyIt(): Promise<void> {
  try {
    await navigator.clipboard.writeText(address.value);
    copied.value = 'Copied.';
  } catch {
    copied.value = 'This browser does not copy here: select the address and copy it.';
  }
}
</script>

<template>
  <section class="calendar" aria-labelledby="calendar-title">
    <h2 id="calendar-title">Calendar</h2>
    <p class="small soft">
      A calendar program that subscribes to your address shows the shoots you see here, when to prepare them,
      and what is due back. Whoever has the address sees them too.
    </p>
    <p v-if="made.error.value" class="problem" role="alert">{{ made.error.value.message }}</p>
    <template v-if="address">
      <label
        >Your address, shown only now
        <input
          class="field p-inputtext mono address"
          readonly
          :value="address"
          @focus="($event.target as HTMLInputElement).select()"
      /></label>
      <p class="row">
        <button class="act" type="button" @click="copyIt">Copy it</button>
        <span class="small" role="status">{{ copied }}</span>
      </p>
    </template>
    <p v-else-if="made.data.value?.madeAt" class="small">
      An address was made {{ moment(made.data.value.madeAt) }}. It is not kept here, so it cannot be shown
      again.
    </p>
    <p class="row">
      <button v-if="!made.data.value?.madeAt" class="act" type="button" :disabled="busy" @click="make">
        Make an address
      </button>
      <template v-else>
        <button class="act quiet" type="button" :disabled="busy" @click="make">Make a new one</button>
        <button class="link" type="button" :disabled="busy" @click="revoke">Revoke it</button>
      </template>
    </p>
    <p v-if="made.data.value?.madeAt" class="small soft">
      A new one, or revoking it, ends the one before in every program that has it.
    </p>
    <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
  </section>
</template>

<style scoped>
.calendar {
  display: grid;
  gap: 12px;
  max-width: 560px;
  margin-top: 24px;
  justify-items: start;
}
label {
  display: grid;
  gap: 4px;
  font-size: 0.875rem;
  width: 100%;
}
.address {
  width: 100%;
  max-width: none;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
}
</style>
