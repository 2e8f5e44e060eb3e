<script setup lang="ts">
import InputText from 'primevue/inputtext';
import ProgressBar from 'primevue/progressbar';
import { useQuery } from '@tanstack/vue-query';
import { del } from 'idb-keyval';
import { computed, onBeforeUnmount, ref } from 'vue';
import { api, ask, Problem, type Views } from '../../app/client';
import { lasting } from '../../app/clock';
import Loading from '../../app/Loading.vue';
import SectionTabs from '../../app/SectionTabs.vue';
import { useTitle } from '../../app/title';
import FolderChoice, { type Folder } from './FolderChoice.vue';
import { hashFolder, type Progress } from './hashing';

/** Proof that every clip of a card is copied twice: the card and its copies are read here, and only names, sizes and sums are sent. */
const props = defineProps<{ id: string; card: string }>();
const loan = useQuery({
  queryKey: computed(() => ['loan', props.id]),
  queryFn: () => ask(api.GET('/api/loans/{id}', { params: { path: { id: props.id } } })),
  refetchOnWindowFocus: false,
});
const lent = computed(() => loan.data.value?.cards.find((c) => c.name === props.card));
const empty = (volume: string): Folder => ({ volume, files: [] });
const folders = ref<Folder[]>([empty('card'), empty(''), empty('')]);
const owners = ref('');
const touched = ref(false);
const owned = computed({
  get: () => (touched.value ? owners.value : (lent.value?.owners.join(', ') ?? '')),
  set: (text: string) => {
    touched.value = true;
    owners.value = text;
  },
});
const problem = ref<Problem | null>(null);
const progress = ref<(Progress & { what: string }) | null>(null);
const result = ref<Views['ProofView'] | null>(null);
let stop: AbortController | null = null;
const NAMES = ['The card', 'First copy', 'Second copy', 'Third copy', 'Fourth copy'];
const place = (at: number) => `gold-notch.proof.${props.id}.${props.card}.${at}`;
const isChosen = (f: Folder) => Boolean(f.list || f.files.length);
const ready = computed(
  () => isChosen(folders.value[0]!) && folders.value.slice(1).some((f) => isChosen(f) && f.volume.trim()),
);
const share = computed(() =>
  progress.value?.all ? Math.floor((100 * progress.value.bytes) / progress.value.all) : 0,
);
const left = computed(() => {
  const p = progress.value;
  if (!p || p.bytesPerSecond <= 0 || p.bytes <= 0) return '';
  return `${lasting((p.all - p.bytes) / p.bytesPerSecond / 60)} left of this folder`;
});
/** A field of what was sent, as the folder of the page it belongs to. */
const at = (pointer: string, folder: number) => {
  if (!problem.value) return '';
  const sent = folders.value.map((f, i) => ({ f, i })).filter(({ f, i }) => i > 0 && isChosen(f));
  const path = folder === 0 ? '/read' : `/copies/${sent.findIndex(({ i }) => i === folder)}`;
  return pointer.startsWith(path) ? problem.value.message : '';
};
async function compare(): Promise<void> {
  problem.value = null;
  result.value = null;
  stop = new AbortController();
  const read: Views['ProofFolderDocument'][] = [];
  try {
    for (const [i, f] of folders.value.entries()) {
      if (!isChosen(f)) continue;
      if (f.list) read.push({ volume: f.volume, list: f.list });
      else {
        const files = await hashFolder(
          f.files,
          place(i),
          (p) => (progress.value = { ...p, what: NAMES[i]! }),
          stop.signal,
        );
        read.push({ volume: f.volume || NAMES[i]!, files });
      }
    }
    const body = {
      card: props.card,
      owners: owned.value
        .split(',')
        .map((o) => o.trim())
        .filter(Boolean),
      read: read[0]!,
      copies: read.slice(1),
    };
    result.value = await ask(
      api.PUT('/api/loans/{id}/proofs/{proof}', {
        params: { path: { id: props.id, proof: crypto.randomUUID() } },
        body,
      }),
    );
    await loan.refetch();
    if (result.value.proof.isClear) for (const i of folders.value.keys()) await del(place(i));
  } catch (error) {
    if (error instanceof Problem) problem.value = error;
    else if (!(error instanceof DOMException && error.name === 'AbortError')) throw error;
  } finally {
    progress.value = null;
    stop = null;
  }
}
const cancel = () => stop?.abort();
onBeforeUnmount(cancel);
const unsafe = computed(() => result.value?.proof.clips.filter((c) => !c.isSafe) ?? []);
const STATES: Record<string, string> = {
  same: 'same',
  missing: 'missing',
  different: 'different',
  unreadable: 'could not be read',
};
const MOST = 200;
useTitle(() => [props.card, loan.data.value?.row.unit ?? '', 'copies']);
</script>

<template>
  <Loading
    :pending="loan.isPending.value"
    :error="loan.error.value"
    what="the loan"
    back="Go to the loans"
    back-to="/shoots/loans"
    @again="loan.refetch()"
  >
    <div v-if="loan.data.value" class="page">
      <SectionTabs />
      <p class="soft small">
        <RouterLink :to="`/shoots/loans/${id}`"
          >{{ loan.data.value.row.unit }} · {{ loan.data.value.row.borrower }}</RouterLink
        >
      </p>
      <h1>Copies of {{ card }}</h1>
      <p v-if="!lent" class="problem" role="alert">
        No card of this name went out with this loan. It has
        {{ loan.data.value.cards.map((c) => c.name).join(', ') || 'none' }}.
      </p>
      <template v-else>
        <p class="soft lead">
          The card may be formatted when every clip has two copies on different disks, of the same size and
          SHA-256. The files are read on this device; only names, sizes and sums are sent.
        </p>
        <div class="folders">
          <FolderChoice
            v-for="(_, i) in folders"
            :key="i"
            v-model="folders[i]!"
            :label="NAMES[i]!"
            :hint="i === 0 ? 'card' : `disk ${i}`"
            :wrong="at(problem?.pointer ?? '', i)"
            :disabled="Boolean(progress)"
          />
        </div>
        <p>
          <button
            v-if="folders.length < NAMES.length"
            class="link"
            type="button"
            @click="folders.push(empty(''))"
          >
            Another copy
          </button>
        </p>
        <label class="entry owners"
          ><span class="what"
            >Whose footage is on it <span class="soft">names, with commas; each releases it</span></span
          >
          <InputText v-model="owned" class="field" maxlength="300"
        /></label>
        <p v-if="problem && !/^\/(read|copies\/\d)/.test(problem.pointer)" class="problem" role="alert">
          {{ problem.message }}
        </p>
        <div v-if="progress" class="going" role="status">
          <p>
            {{ progress.what }}: {{ progress.files }} of {{ progress.of }} files,
            {{ Math.round(progress.bytesPerSecond / 1e6) }} MB/s. {{ left }}
          </p>
          <ProgressBar :value="share" :aria-label="`${progress.what} is read`" />
          <button class="act quiet" type="button" @click="cancel">Cancel</button>
          <span class="soft small">What was read stays known: the same folders go on from there.</span>
        </div>
        <p v-else>
          <button class="act" type="button" :disabled="!ready" @click="compare">Compare</button>
          <span v-if="!ready" class="soft small">
            Choose the card and at least one copy, and name the disk of each copy.</span
          >
        </p>
        <section v-if="result" aria-labelledby="found">
          <h2 id="found" :class="{ off: !result.proof.isClear }">
            {{
              result.proof.isClear
                ? `All ${result.proof.clips.length} clips are safe`
                : `${unsafe.length} of ${result.proof.clips.length} clips are not safe`
            }}
          </h2>
          <p v-if="result.proof.isClear">
            Each has two copies on different disks.
            <template v-if="lent.unreleased.length"
              >Not released yet by {{ lent.unreleased.join(', ') }}.</template
            >
            <RouterLink :to="`/shoots/loans/${id}`">Back to the loan</RouterLink>
          </p>
          <table v-if="unsafe.length" class="plain-table">
            <thead>
              <tr>
                <th>Clip</th>
                <th v-for="v in result.proof.volumes" :key="v">{{ v }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="c in unsafe.slice(0, MOST)" :key="c.path">
                <td class="mono clip">{{ c.path }}</td>
                <td v-for="(s, i) in c.copies" :key="i" :class="{ off: s !== 'same' }">
                  {{ STATES[s] ?? s }}
                </td>
              </tr>
            </tbody>
          </table>
          <p v-if="unsafe.length > MOST" class="soft">and {{ unsafe.length - MOST }} more.</p>
          <p v-if="!result.proof.isClear && unsafe.every((c) => c.copies.every((s) => s === 'same'))">
            Every copy is whole, but they do not lie on two different disks. Copy the card to another disk.
          </p>
          <template v-for="(extra, i) in result.proof.extra" :key="i">
            <p v-if="extra.length" class="soft">
              Only on {{ result.proof.volumes[i] }}: {{ extra.slice(0, 12).join(', ')
              }}{{ extra.length > 12 ? ` and ${extra.length - 12} more` : '' }}.
            </p>
          </template>
        </section>
      </template>
    </div>
  </Loading>
</template>

<style scoped>
.lead {
  max-width: 76ch;
}
.folders {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
  gap: 0 26px;
}
.owners {
  max-width: 560px;
  margin: 10px 0;
}
.going {
  max-width: 620px;
}
.clip {
  overflow-wrap: anywhere;
}
</style>
