<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue';
import { counted } from './outbox/counted';
import { outbox } from './outbox/outbox';
import { draftsHere } from './recall';
import { signOut } from './leave';

/** Signing out takes everything of the person from this device, so it asks where something was not uploaded. */
const Dialog = defineAsyncComponent(() => import('primevue/dialog').then((m) => m.default));
const box = outbox();
const asking = ref(false);
const drafts = ref(0);
const busy = ref(false);
const wrong = ref('');
const waiting = computed(() => box.mine.value);

async function begin(): Promise<void> {
  wrong.value = '';
  await box.refresh();
  drafts.value = draftsHere();
  if (waiting.value.length || drafts.value) asking.value = true;
  else await leave();
}

async function upload(): Promise<void> {
  busy.value = true;
  await box.now();
  busy.value = false;
  if (!waiting.value.length && !drafts.value) await leave();
}

async function leave(): Promise<void> {
  busy.value = true;
  wrong.value = '';
  try {
    await signOut();
    asking.value = false;
  } catch (error) {
    // The session lives on the site: without it nobody is signed out, and nothing is deleted.
    wrong.value = `${(error as Error).message} You are still signed in and nothing was deleted.`;
    asking.value = true;
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <button class="link" type="button" @click="begin">Sign out</button>
  <Dialog
    v-if="asking"
    v-model:visible="asking"
    modal
    :draggable="false"
    header="Sign out"
    :style="{ width: 'min(520px, 94vw)' }"
  >
    <p v-if="waiting.length">
      <strong>{{ counted(waiting) }}</strong> on this device {{ waiting.length === 1 ? 'is' : 'are' }} not
      uploaded yet. Signing out deletes {{ waiting.length === 1 ? 'it' : 'them' }}.
    </p>
    <ul v-if="waiting.length" class="what">
      <li v-for="entry in waiting.slice(0, 5)" :key="entry.id">{{ entry.about }}</li>
      <li v-if="waiting.length > 5" class="soft">and {{ waiting.length - 5 }} more</li>
    </ul>
    <p v-if="drafts">
      {{ drafts === 1 ? 'One document has' : `${drafts} documents have` }} changes that are saved only in this
      browser. Signing out deletes them.
    </p>
    <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
    <div class="choice">
      <button class="act" type="button" autofocus @click="asking = false">Stay signed in</button>
      <button v-if="waiting.length" class="act quiet" type="button" :disabled="busy" @click="upload">
        Upload now
      </button>
      <button class="act quiet" type="button" :disabled="busy" @click="leave">
        {{ waiting.length || drafts ? 'Delete and sign out' : 'Try again' }}
      </button>
    </div>
  </Dialog>
</template>

<style scoped>
.link {
  background: none;
  border: 0;
  padding: 4px;
  color: var(--ink);
  text-decoration: underline;
  cursor: pointer;
  white-space: nowrap;
  font-size: 0.9375rem;
}
.what {
  margin: 8px 0 8px 18px;
}
.choice {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin-top: 16px;
}
</style>
