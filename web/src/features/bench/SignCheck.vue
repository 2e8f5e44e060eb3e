<script setup lang="ts">
import Textarea from 'primevue/textarea';
import { computed, onMounted, ref, watch } from 'vue';
import type { Views } from '../../app/client';
import { counted } from '../../app/outbox/counted';
import type { Entry } from '../../app/outbox/entry';

const props = defineProps<{
  summary: Views['SummaryView'];
  found: Views['SummaryView'];
  needsCorrection: number;
  /** Names of the lines that must be right and nobody read. */
  unread: string[];
  /** What is off target or left to the camera: it would be signed as it is. */
  off: { setting: string; name: string; says: string }[];
  /** Lines that are asked for and not read yet, required or not. */
  left: number;
  /** What was not uploaded yet or not accepted: a signed check takes nothing more. */
  waiting: Entry[];
  sign: (note: string) => Promise<void>;
}>();
defineEmits<{ correct: []; go: [setting: string] }>();
const note = ref('');
const busy = ref(false);
const wrong = ref('');

const form = ref<HTMLFormElement>();
/** The hand goes on here: to the reason where one is asked for, else to the signature as soon as it can be given. */
function stand(): void {
  const field = props.unread.length ? '#note' : props.waiting.length ? 'h1' : 'button[type=submit]';
  form.value?.querySelector<HTMLElement>(field)?.focus();
}
onMounted(stand);
watch(() => `${props.unread.length > 0} ${props.waiting.length > 0}`, stand, { flush: 'post' });

const said = (names: string[]) =>
  names.length === 1
    ? `${names[0]} was`
    : `${names.slice(0, 3).join(', ')}${names.length > 3 ? ` and ${names.length - 3} more` : ''} were`;
/** What the signature lets stand, on the button itself: it is asked once, here. */
const open = computed(() =>
  [props.off.length ? `${props.off.length} off target` : '', props.left ? `${props.left} not read` : '']
    .filter(Boolean)
    .join(' and '),
);
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
  <form ref="form" class="sign" aria-label="Finish the check" @submit.prevent="finish">
    <h1 tabindex="-1">{{ left ? 'Not everything is read' : 'Everything is read' }}</h1>
    <p>
      <span class="mono">{{ summary.onTarget }}</span> on target,
      <span class="mono">{{ summary.withinTolerance }}</span> within tolerance,
      <span class="mono" :class="{ off: summary.offTarget }">{{ summary.offTarget }}</span> off target,
      <span class="mono" :class="{ automatic: summary.automatic }">{{ summary.automatic }}</span> automatic,
      <span class="mono">{{ left }}</span> not read.
    </p>
    <p v-if="found.offTarget + found.automatic > summary.offTarget + summary.automatic" class="soft">
      Found: {{ found.offTarget }} off target, {{ found.automatic }} automatic. Both are saved: as found and
      as left.
    </p>
    <p v-if="summary.offTarget || summary.automatic" class="soft">
      Correct what is off target, or sign it as found. A signed check does not change.
    </p>
    <ul v-if="off.length" class="open">
      <li v-for="line in off" :key="line.setting">
        <button class="link" type="button" @click="$emit('go', line.setting)">{{ line.name }}</button>
        <span class="mono small off"> {{ line.says }}</span>
      </li>
    </ul>
    <button v-if="needsCorrection" class="act quiet" type="button" @click="$emit('correct')">
      Put {{ needsCorrection }} right
    </button>
    <label for="note">{{ unread.length ? `Why ${said(unread)} not read` : 'Note' }}</label>
    <p v-if="unread.length" class="soft">
      {{ unread.length === 1 ? 'It' : 'They' }} must be right. Without
      {{ unread.length === 1 ? 'it' : 'them' }} the unit stays due; say in the note why.
    </p>
    <Textarea id="note" v-model="note" rows="3" maxlength="2000" auto-resize />
    <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
    <p v-if="waiting.length" class="soft">
      {{ counted(waiting) }} not uploaded yet. Sign when
      {{ waiting.length === 1 ? 'it is' : 'they are' }} uploaded or discarded.
    </p>
    <button
      class="act"
      type="submit"
      :disabled="busy || waiting.length > 0 || (unread.length > 0 && !note.trim())"
    >
      {{ off.length || left ? `Sign with ${open}` : 'Sign the check' }}
    </button>
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
.open {
  margin: 0;
  padding-left: 20px;
}
label {
  font-weight: 600;
}
.sign :deep(textarea) {
  width: 100%;
}
</style>
