<script setup lang="ts">
import Checkbox from 'primevue/checkbox';
import InputText from 'primevue/inputtext';
import { ref } from 'vue';
import { Problem } from './client';
import { signIn } from './session';

const login = ref('');
const password = ref('');
const stay = ref(false);
const wrong = ref('');
const busy = ref(false);

async function enter(): Promise<void> {
  busy.value = true;
  wrong.value = '';
  try {
    await signIn(login.value.trim(), password.value, stay.value);
  } catch (error) {
    wrong.value = error instanceof Problem ? error.message : 'Signing in did not work. Try again.';
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <form class="sign-in" @submit.prevent="enter">
    <svg class="mark" viewBox="0 0 64 32" aria-hidden="true">
      <path
        d="M2 6h20l10 20L42 6h20"
        fill="none"
        stroke="var(--brass)"
        stroke-width="5"
        stroke-linejoin="round"
      />
    </svg>
    <h1>Gold Notch</h1>
    <p class="soft">Setup sheets for shared cameras, and checks that they are so.</p>
    <label for="login">Name</label>
    <InputText id="login" v-model="login" autocomplete="username" autocapitalize="none" autofocus />
    <label for="password">Password</label>
    <InputText
      id="password"
      v-model="password"
      type="password"
      autocomplete="current-password"
      aria-describedby="sign-in-wrong"
    />
    <label class="stay"
      ><Checkbox v-model="stay" binary input-id="stay" name="stay" /> Keep me signed in on this device</label
    >
    <p v-if="wrong" id="sign-in-wrong" class="problem" role="alert">{{ wrong }}</p>
    <button class="act" type="submit" :disabled="busy || !login || !password">Sign in</button>
  </form>
</template>

<style scoped>
.sign-in {
  max-width: 380px;
  margin: 12vh auto 0;
  padding: 0 20px;
  display: flex;
  flex-direction: column;
  gap: 8px;
}
.mark {
  width: 72px;
}
label {
  font-weight: 600;
  margin-top: 8px;
}
.stay {
  display: flex;
  gap: 8px;
  align-items: center;
  font-weight: 400;
}
.act {
  margin-top: 12px;
}
</style>
