<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask, type Views } from '../../app/client';
import { span } from '../../app/clock';
import SectionTabs from '../../app/SectionTabs.vue';
import { useTitle } from '../../app/title';
import { useZone } from '../../app/useZone';
import DayRoom from './DayRoom.vue';
import HandOutRoom from './HandOutRoom.vue';
import MatchRoom from './MatchRoom.vue';
import PackRoom from './PackRoom.vue';
import ReturnRoom from './ReturnRoom.vue';
import ShootForm from './ShootForm.vue';
import ShootPapers from './ShootPapers.vue';
import ShootRooms from './ShootRooms.vue';
import { useShoot } from './useShoot';
import { STATUS } from './words';

/** A shoot: its head, what has to be known of it, and one of its rooms. */
const props = defineProps<{ first: Views['ShootView']; room: string }>();
const emit = defineEmits<{ again: [] }>();
const it = useShoot(props.first);
const { doc, view, state, problem, undo, redo, canUndo, canRedo } = it;
const zone = useZone();
const router = useRouter();
const queries = useQueryClient();
const STATES: Record<string, string> = {
  kept: 'all saved',
  typing: 'typing…',
  keeping: 'saving…',
  wrong: 'not saved yet',
  away: 'held in this browser until the site is back',
  conflict: 'changed by somebody else',
};
const refused = ref('');
const cancelling = ref(false);
const why = ref('');
const dropping = ref(false);
const lent = computed(() => view.value.cameras.some((c) => c.loan));

async function act(what: () => Promise<unknown>): Promise<void> {
  refused.value = '';
  try {
    await it.keep();
    await what();
  } catch (error) {
    refused.value = (error as Error).message;
  }
}
const headers = () => ({ 'If-Match': `"${it.revision.value}"` });
const path = () => ({ path: { id: doc.value.id } });
const cancel = () =>
  act(async () => {
    await ask(
      api.POST('/api/shoots/{id}/cancelled', {
        params: path(),
        headers: headers(),
        body: { why: why.value },
      }),
    );
    cancelling.value = false;
    emit('again');
  });
const takeUp = () =>
  act(async () => {
    await ask(api.DELETE('/api/shoots/{id}/cancelled', { params: path(), headers: headers() }));
    emit('again');
  });
const drop = () =>
  act(async () => {
    await ask(api.DELETE('/api/shoots/{id}', { params: path(), headers: headers() }));
    localStorage.removeItem(`gold-notch.shoot.${doc.value.id}`);
    await queries.invalidateQueries({ queryKey: ['shoots'] });
    await router.push('/shoots');
  });
/** The same cameras on another day: without the times, which would book them twice. */
const again = () =>
  act(async () => {
    const id = crypto.randomUUID();
    const body = {
      ...doc.value,
      id,
      name: `${doc.value.name}, again`.slice(0, 80),
      call: undefined,
      end: undefined,
      collect: undefined,
      return: undefined,
      prepareFrom: undefined,
      blocks: undefined,
    };
    await ask(
      api.PUT('/api/shoots/{id}', { params: { path: { id } }, headers: { 'If-Match': '"0"' }, body }),
    );
    await router.push(`/shoots/${id}`);
  });
useTitle(() => [doc.value.name, 'shoot']);
</script>

<template>
  <div class="page">
    <SectionTabs />
    <header>
      <h1>{{ doc.name }}</h1>
      <p class="soft">
        <template v-if="doc.place">{{ doc.place }} · </template
        ><span v-if="doc.call">{{ span(doc.call, doc.end, zone) }}</span
        ><span v-else>no date yet</span> · <b class="ink">{{ STATUS[view.status] }}</b><template
          v-if="view.cancelledWhy"
          >: {{ view.cancelledWhy }}</template
        >
        ·
        <span
          class="small"
          :class="{ off: state === 'wrong' || state === 'conflict', automatic: state === 'away' }"
          role="status"
          >{{ STATES[state] }}</span
        >
      </p>
    </header>
    <ShootRooms :id="doc.id" :here="room" />
    <p v-if="refused" class="problem" role="alert">{{ refused }}</p>
    <p v-if="problem && state !== 'conflict'" class="problem" role="alert">
      {{ problem }} What you typed is still here.
    </p>
    <div v-if="state === 'conflict'" class="problem" role="alert">
      <p>{{ problem }}</p>
      <button class="act" type="button" @click="it.settle(false)">Keep mine</button>
      <button class="act quiet" type="button" @click="it.settle(true)">Take theirs</button>
    </div>
    <ul v-if="view.findings.length && room !== 'day'" class="findings" aria-label="To be known">
      <li v-for="f in view.findings" :key="f.because.sentence" :class="{ off: f.isFault }">
        <b v-if="f.letter" class="mono">{{ f.letter }}</b> {{ f.because.sentence }}
      </li>
    </ul>
    <template v-if="room === 'details'">
      <ShootForm v-model="doc" :it="it" />
      <p class="acts no-print">
        <button class="link" type="button" :disabled="!canUndo" @click="undo()">Undo</button>
        <button class="link" type="button" :disabled="!canRedo" @click="redo()">Redo</button>
        <button class="link" type="button" @click="again">Use again</button>
        <a v-if="doc.call" class="link" :href="`/api/shoots/${doc.id}/shoot.ics`">Calendar file</a>
        <a class="link" :href="`/api/shoots/${doc.id}/shoot.csv`">CSV</a>
        <a class="link" :href="`/api/shoots/${doc.id}/shoot.json`">JSON</a>
        <button v-if="view.status === 'cancelled'" class="link" type="button" @click="takeUp">
          It takes place after all
        </button>
        <button v-else class="link" type="button" @click="cancelling = !cancelling">Cancel the shoot</button>
        <button v-if="!lent" class="link" type="button" @click="dropping = !dropping">Delete</button>
      </p>
      <form v-if="cancelling" class="fields no-print" @submit.prevent="cancel">
        <label class="grow"
          ><span>Why does it not take place?</span
          ><input v-model="why" v-focus class="field p-inputtext" maxlength="300" required
        /></label>
        <button class="act" type="submit" :disabled="!why.trim()">Cancel it</button>
        <button class="act quiet" type="button" @click="cancelling = false">Keep it</button>
      </form>
      <ShootPapers :id="doc.id" />
      <p v-if="dropping" class="problem no-print">
        The shoot and its line-up are deleted; the audit log keeps what they said.
        <button class="act" type="button" @click="drop">Delete it</button>
        <button class="act quiet" type="button" @click="dropping = false">Keep it</button>
      </p>
    </template>
    <PackRoom v-else-if="room === 'pack'" :view="view" :zone="zone" />
    <DayRoom
      v-else-if="room === 'day'"
      :view="view"
      :revision="it.revision.value"
      :zone="zone"
      @again="emit('again')"
    />
    <MatchRoom v-else-if="room === 'match'" :view="view" />
    <HandOutRoom v-else-if="room === 'hand-out'" :view="view" :zone="zone" />
    <ReturnRoom v-else :view="view" :zone="zone" />
  </div>
</template>

<style scoped>
header p {
  margin-top: 2px;
}
.ink {
  color: var(--ink);
}
.findings {
  list-style: none;
  padding: 0;
  margin: 0 0 16px;
}
.findings li {
  padding: 3px 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  margin: 18px 0 10px;
}
</style>
