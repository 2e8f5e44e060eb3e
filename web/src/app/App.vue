<script setup lang="ts">
import { defineAsyncComponent, onBeforeUnmount, onMounted, ref } from 'vue';
import { away } from './client';
import { loadSession, session } from './session';
import SignIn from './SignIn.vue';
import TopStrip from './TopStrip.vue';

onMounted(loadSession);
// Only looked at once somebody is in, so that the first view stays small.
const OutboxNotices = defineAsyncComponent(() => import('../features/bench/OutboxNotices.vue'));
const KeyList = defineAsyncComponent(() => import('./KeyList.vue'));
const keys = ref(false);
const everOpened = ref(false);
/** `?` lists the keys, from anywhere but a field in which something is written. */
function question(event: KeyboardEvent): void {
  const at = event.target as HTMLElement;
  const writes =
    /^(INPUT|TEXTAREA)$/.test(at.tagName) && (at.id !== 'seen' || (at as HTMLInputElement).value);
  if (event.key !== '?' || writes) return;
  event.preventDefault();
  keys.value = everOpened.value = true;
}
onMounted(() => document.addEventListener('keydown', question, true));
onBeforeUnmount(() => document.removeEventListener('keydown', question, true));
</script>

<template>
  <a class="skip" href="#work">Go to the work</a>
  <TopStrip v-if="session" />
  <p v-if="away && session !== null" class="away" role="status">
    <strong>{{ away }}</strong> What you type is saved on this device and uploads by itself.
  </p>
  <OutboxNotices v-if="session" />
  <KeyList v-if="everOpened" v-model="keys" />
  <main id="work" tabindex="-1">
    <SignIn v-if="session === null" />
    <RouterView v-else-if="session" />
    <p v-else class="page soft" role="status">Opening…</p>
  </main>
</template>

<style scoped>
.skip {
  position: absolute;
  left: -999px;
}
.skip:focus {
  left: 8px;
  top: 8px;
  z-index: 10;
  background: var(--panel);
  padding: 8px;
}
.away {
  background: var(--rust-ground);
  border-bottom: 2px solid var(--rust);
  padding: 8px 20px;
}
main:focus {
  outline: none;
}
</style>
