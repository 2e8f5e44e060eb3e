<script setup lang="ts">
import ProgressBar from 'primevue/progressbar';
import { computed, onBeforeUnmount, ref } from 'vue';
import { useRouter } from 'vue-router';
import WaitingNotices from '../bench/WaitingNotices.vue';
import { Problem } from '../../app/client';
import FileDrop from '../../app/FileDrop.vue';
import { outbox } from '../../app/outbox/outbox';
import { isPicture, type PictureEntry } from './outgoing';
import { askLimits, limits, refusal, send } from './upload';

/** A place to drop pictures, or to choose them. One alone is opened when it is here; of several each says how far it is. */
const emit = defineEmits<{ changed: [] }>();
const router = useRouter();
type Sent = { id: string; file: File; state: 'waits' | 'goes' | 'here' | 'failed' | 'later'; wrong: string };
const files = ref<Sent[]>([]);
void askLimits();
const box = outbox();
const outgoing = computed(() => box.entries.value.filter((e) => isPicture(e) && e.group === 'pictures'));
onBeforeUnmount(
  box.onOutcome((entry, outcome) => {
    if (!isPicture(entry) || outcome.kind === 'later') return;
    files.value = files.value.filter((f) => f.id !== entry.id);
    emit('changed');
  }),
);
const stop = new AbortController();
onBeforeUnmount(() => stop.abort());

async function take(list: FileList | null | undefined): Promise<void> {
  const fresh: Sent[] = [...(list ?? [])].map((file) => {
    const wrong = refusal(file);
    return { id: crypto.randomUUID(), file, state: wrong ? 'failed' : 'waits', wrong };
  });
  if (!fresh.length) return;
  files.value = [...files.value.filter((f) => f.state === 'failed'), ...fresh];
  await Promise.all([go(), go()]);
  emit('changed');
  const only = fresh.length === 1 ? fresh[0] : undefined;
  if (only && files.value.find((f) => f.id === only.id)?.state === 'here') {
    await router.push(`/cameras/pictures/${only.id}`);
  }
}

/** Two at a time: so many are decoded at once. */
async function go(): Promise<void> {
  for (let next = waiting(); next; next = waiting()) {
    next.state = 'goes';
    try {
      await send(next.id, next.file, stop.signal);
      next.state = 'here';
    } catch (error) {
      if (stop.signal.aborted) return;
      if (error instanceof Problem && error.away) {
        // It waits in this browser, over a reload too, and goes up when the site is back.
        next.state = 'later';
        void box.add<PictureEntry>({
          id: next.id,
          kind: 'picture',
          group: 'pictures',
          about: next.file.name,
          file: next.file,
        });
        continue;
      }
      next.state = 'failed';
      next.wrong = (error as Error).message;
    }
  }
}
const waiting = () => files.value.find((f) => f.state === 'waits');

function again(file: Sent): void {
  file.state = 'waits';
  file.wrong = '';
  void go().then(() => emit('changed'));
}
const WORD = {
  waits: 'waits',
  goes: 'is read',
  here: 'is here',
  failed: 'not taken',
  later: 'goes up when the site is back',
};
</script>

<template>
  <FileDrop
    label="Choose pictures"
    accept=".png,.jpg,.jpeg,.tif,.tiff,.mp4,.mov,.mkv,.mxf"
    multiple
    @take="take"
  >
    <template #hint
      >or drop them here: PNG, JPEG, TIFF, or the first frame of a clip, up to {{ limits.megabytes }} MB
      each.</template
    >
    <WaitingNotices :entries="outgoing" />
    <ul v-if="files.length">
      <li v-for="f in files" :key="f.id" class="small">
        <span class="name">{{ f.file.name }}</span> <span class="soft">{{ WORD[f.state] }}</span>
        <RouterLink v-if="f.state === 'here'" :to="`/cameras/pictures/${f.id}`">Measure it</RouterLink>
        <ProgressBar v-if="f.state === 'goes'" mode="indeterminate" :aria-label="`${f.file.name} is read`" />
        <span v-if="f.wrong" class="problem" role="alert">{{ f.wrong }}</span>
        <button
          v-if="f.state === 'failed' && !refusal(f.file)"
          class="link small"
          type="button"
          @click="again(f)"
        >
          Try again
        </button>
      </li>
    </ul>
  </FileDrop>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  margin: 10px 0 0;
  display: grid;
  gap: 6px;
}
.name {
  overflow-wrap: anywhere;
}
</style>
