<script setup lang="ts">
import Textarea from 'primevue/textarea';
import { ref } from 'vue';
import type { Views } from '../../app/client';

const props = defineProps<{
  summary: Views['SummaryView'];
  found: Views['SummaryView'];
  toPutRight: number;
  waiting: number;
  /** Photographs that have not gone up yet: a signed check takes none. */
  photos: number;
  sign: (note: string) => Promise<void>;
}>();
defineEmits<{ putRight: [] }>();
const note = ref('');
const busy = ref(false);
const wrong = ref('');

async function finish(): Promise<void> {
  busy.value = true;
  wrong.value = '';
  try {
    await props.sign(note.value);
  } catch (error) {
    wrong.value = `${(error as Error).message} Your note is still here.`;
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <form class="sign" aria-label="Finish the check" @submit.prevent="finish">
    <h1>{{ summary.unread ? 'Not everything is read' : 'Everything is read' }}</h1>
    <p>
      <span class="mono">{{ summary.on }}</span> on,
      <span class="mono">{{ summary.withinSlack }}</span> within slack,
      <span class="mono" :class="{ off: summary.off }">{{ summary.off }}</span> off,
      <span class="mono" :class="{ floats: summary.floating }">{{ summary.floating }}</span> floating,
      <span class="mono">{{ summary.unread }}</span> not read.
    </p>
    <p v-if="found.off + found.floating > summary.off + summary.floating" class="soft">
      Found: {{ found.off }} off, {{ found.floating }} floating. Both are kept: as found and as left.
    </p>
    <p v-if="summary.off || summary.floating" class="soft">
      Put right what is off, or sign as it was found: signed, it stays as it is.
      <button v-if="toPutRight" class="act quiet" type="button" @click="$emit('putRight')">
        Put {{ toPutRight }} right
      </button>
    </p>
    <label for="note">Note</label>
    <Textarea id="note" v-model="note" rows="3" maxlength="2000" auto-resize />
    <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
    <p v-if="waiting" class="soft">{{ waiting }} reading(s) still wait to go up; then it can be signed.</p>
    <p v-if="photos" class="soft">{{ photos }} photograph(s) still wait to go up; then it can be signed.</p>
    <button class="act" type="submit" :disabled="busy || waiting > 0 || photos > 0">Sign the check</button>
  </form>
</template>

<style scoped>
.sign {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 12px;
  max-width: 560px;
}
label {
  font-weight: 600;
}
.sign :deep(textarea) {
  width: 100%;
}
</style>
