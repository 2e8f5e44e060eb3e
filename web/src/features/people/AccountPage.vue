<script setup lang="ts">
import { ref } from 'vue';
import { changePassword, session } from '../../app/session';

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
    <form @submit.prevent="change">
      <h2>Change your password</h2>
      <label
        >Now <input v-model="current" class="field" type="password" autocomplete="current-password" required
      /></label>
      <label
        >New, 8 characters or more
        <input
          v-model="next"
          class="field"
          type="password"
          autocomplete="new-password"
          minlength="8"
          required
      /></label>
      <label
        >New, once more
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
form {
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
