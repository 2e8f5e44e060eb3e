<script setup lang="ts">
import { computed, ref, toRef } from 'vue';
import { moment } from '../../app/dates';
import Loading from '../../app/Loading.vue';
import { can } from '../../app/session';
import ThreeZones from '../../app/ThreeZones.vue';
import { useTitle } from '../../app/title';
import VerdictMark from '../../instruments/VerdictMark.vue';
import MatchTarget from '../../instruments/MatchTarget.vue';
import WaitingNotices from '../bench/WaitingNotices.vue';
import CameraPicture from './CameraPicture.vue';
import MatchChoices from './MatchChoices.vue';
import MatchFinish from './MatchFinish.vue';
import MatchSetUp from './MatchSetUp.vue';
import MatchSteps from './MatchSteps.vue';
import MatchTable from './MatchTable.vue';
import { cameraOf, nextTurn, useMatch, type Camera } from './useMatch';
import { mired, stops } from './words';

/** Cameras made to look alike: take pictures, see what is left, correct each in its own controls, look again, and save what each unit needs. */
const props = defineProps<{ id: string }>();
const work = useMatch(toRef(props, 'id'));
const { match, failed, wrong, busy, says, byHand, corrected } = work;
useTitle(() => [match.value?.document.name ?? 'Match', 'Match']);
const open = computed(() => Boolean(match.value && !match.value.signedAt));

const chosenTurn = ref<number>();
const turn = computed(() => chosenTurn.value ?? match.value?.turn ?? 0);
const turns = computed(() =>
  Array.from({ length: match.value?.turn ?? 0 }, (_, i) => {
    const of = match.value!.cameras.flatMap((c) => c.turns.filter((t) => t.turn === i + 1));
    return { turn: i + 1, pictures: of.length };
  }),
);
/** As it stood at the turn that is looked at. */
const cameras = computed<Camera[]>(() =>
  (match.value?.cameras ?? []).map((c) => ({ ...c, turns: c.turns.filter((t) => t.turn <= turn.value) })),
);
/** Those that have something to do first. */
const order = computed(() => {
  const all = match.value?.cameras ?? [];
  return [...all.filter((c) => c.steps.length), ...all.filter((c) => !c.steps.length)];
});
const leads = (c: Camera) => {
  const of = match.value!.document;
  const [e, w] = [of.exposureReference === c.letter, of.colourReference === c.letter];
  return e && w ? '' : e ? 'leads in exposure' : w ? 'leads in white balance' : '';
};
const mark = (c: Camera) =>
  c.state === 'matched' || c.state === 'reference'
    ? 'onTarget'
    : c.state === 'noPicture' || c.state === 'noReference'
      ? 'unread'
      : 'offTarget';

/** Those that still wait for their picture of this turn; where none does, all of them take the next. */
const waiting = computed(() => {
  const all = match.value?.cameras ?? [];
  const left = all.filter((c) => !c.turns.some((t) => t.turn === match.value!.turn));
  return left.length && match.value!.turn > 0 ? left : all;
});
async function takeAll(): Promise<void> {
  chosenTurn.value = undefined;
  const asked = waiting.value.filter((c) => !byHand.value.has(c.letter));
  const at = asked.map((c) => [c, nextTurn(match.value!, c)] as const);
  // The reference first, so that the others have something to be compared with.
  const lead = match.value!.document.colourReference;
  at.sort(([a], [b]) => Number(b.letter === lead) - Number(a.letter === lead));
  const [first, ...rest] = at;
  if (first) await work.still(first[0].letter, first[1], first[0].next);
  await Promise.all(rest.map(([c, number]) => work.still(c.letter, number, c.next)));
}
const takesAll = computed(() => waiting.value.some((c) => !byHand.value.has(c.letter)));
async function takeFile(camera: Camera, file: File): Promise<void> {
  chosenTurn.value = undefined;
  await work.file(camera.letter, nextTurn(match.value!, camera), camera.next, file);
}
async function dropped(files: FileList | undefined): Promise<void> {
  for (const file of files ?? []) {
    const camera = cameraOf(file.name, waiting.value);
    if (camera) await takeFile(camera, file);
  }
}
async function correctAll(): Promise<void> {
  for (const c of match.value!.cameras.filter((c) => sendable(c))) await work.correct(c.letter);
}
const sendable = (c: Camera) =>
  !byHand.value.has(c.letter) && !corrected.value[c.letter] && c.steps.some((s) => s.moves && s.sends);
const faces = computed(() => work.proposed.value.some((p) => p.region.kind !== 'greyCard'));
const cameraWord = computed(() => {
  const letters = [...new Set(work.proposed.value.map((p) => p.letter))];
  return letters.length === 1 ? `the picture of ${letters[0]}` : `the pictures of ${letters.join(', ')}`;
});
const some = computed(() => (match.value?.cameras ?? []).filter(sendable));
</script>

<template>
  <Loading
    :pending="!match && !failed"
    :error="failed"
    what="the match"
    back="To the matches"
    back-to="/shoots/matches"
    @again="work.open()"
  >
    <ThreeZones
      v-if="match"
      queue-name="Rounds"
      queue-label="Rounds and cameras"
      effect-label="What to correct"
    >
      <template #queue="{ chosen: close }">
        <h2>Rounds</h2>
        <p v-if="!turns.length" class="soft small pad">No pictures yet.</p>
        <button
          v-for="t in turns"
          :key="t.turn"
          type="button"
          :aria-current="t.turn === turn || undefined"
          @click="
            chosenTurn = t.turn === match.turn ? undefined : t.turn;
            close();
          "
        >
          <span>Round {{ t.turn }}</span>
          <span class="mono small">{{ t.pictures }} {{ t.pictures === 1 ? 'picture' : 'pictures' }}</span>
        </button>
        <h2>Cameras</h2>
        <p v-for="c in match.cameras" :key="c.letter" class="camera-line">
          <VerdictMark :kind="mark(c)" /> <b class="mono">{{ c.letter }}</b> {{ c.name }}
        </p>
        <p v-for="m in match.missing" :key="m" class="off small pad">
          {{ m }} or its specification is gone: its pictures are not compared.
        </p>
        <h2>Light</h2>
        <p class="pad">
          {{ Math.round(match.document.light.temperatureK) }} K<template v-if="match.document.light.lux"
            >, {{ Math.round(match.document.light.lux) }} lx</template
          >
        </p>
        <p v-if="match.light" class="small pad" :class="match.light.isSaid ? 'off' : 'soft'">
          {{ match.light.isSaid ? 'The light moved' : 'The light stayed' }}: {{ stops(match.light.stops) }},
          {{ mired(match.light.mired) }} between the first and the last picture of {{ match.light.letter }}.
          <template v-if="match.light.isSaid"
            >Take a picture of the reference again before you go on.</template
          >
        </p>
      </template>

      <template #way
        ><RouterLink v-if="match.document.lineUp" :to="`/shoots/${match.document.lineUp}/match`">{{
          match.document.name
        }}</RouterLink
        ><RouterLink v-else to="/shoots/matches">Matches</RouterLink></template
      >
      <h1>{{ match.document.name }}, match</h1>
      <p v-if="match.signedAt" class="soft small">
        Signed by {{ match.signedBy }}, {{ moment(match.signedAt) }}. It stays as it is.
      </p>
      <p v-else class="soft small">
        Put the same grey card, and a face if you can, into the same light before every camera.
        {{ match.changedBy }}, {{ moment(match.changedAt) }}.
      </p>
      <p v-if="turn < match.turn" class="note" role="status">
        This is round {{ turn }}.
        <button class="link" type="button" @click="chosenTurn = undefined">
          Back to round {{ match.turn }}
        </button>
      </p>
      <div class="cameras" @dragover.prevent @drop.prevent="dropped($event.dataTransfer?.files)">
        <CameraPicture
          v-for="c in cameras"
          :key="c.letter"
          :camera="c"
          :leads="leads(c)"
          :turn="turn"
          :busy="busy[c.letter] ?? ''"
          :says="says[c.letter] ?? ''"
          :asks-file="byHand.has(c.letter)"
          :open="open && turn === match.turn"
          :match="id"
          @file="takeFile(c, $event)"
        />
      </div>
      <div v-if="open" class="acts no-print">
        <button
          v-if="takesAll"
          v-focus
          class="act"
          type="button"
          :disabled="work.isBusy.value"
          @click="takeAll"
        >
          {{
            match.turn === 0
              ? 'Take pictures'
              : waiting.length < match.cameras.length
                ? 'Take the missing pictures'
                : 'Take pictures again'
          }}
        </button>
        <button
          v-if="some.length"
          class="act quiet"
          type="button"
          :disabled="work.isBusy.value"
          @click="correctAll"
        >
          Send corrections to {{ some.map((c) => c.letter).join(', ') }}
        </button>
        <span class="soft small">Or drop files here: a tag in the name says whose picture it is.</span>
      </div>
      <div v-if="open && work.proposed.value.length" class="proposed no-print" role="status">
        <p>
          Where the card{{ faces ? ' and the face are' : ' is' }} was proposed, and not surely. Look at
          {{ cameraWord }}: does each outline lie on
          {{ faces ? 'the grey card and the face' : 'the grey card' }}? Nothing is compared before.
        </p>
        <button class="act" type="button" :disabled="work.isBusy.value" @click="work.confirm()">
          {{ faces ? 'The outlines are right' : 'These are the cards' }}
        </button>
        <span class="soft small">Else press a picture and move its outline.</span>
      </div>
      <WaitingNotices :entries="work.waiting.value" />
      <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
      <template v-if="cameras.some((c) => c.turns.some((t) => t.rest))">
        <h2 class="head">How far apart</h2>
        <MatchTarget :cameras="cameras" :tolerance="match.tolerance" />
        <MatchTable :cameras="cameras" />
      </template>

      <template #effect>
        <p v-if="match.isMatched" class="done has" role="status">
          All cameras are matched.
          <span v-if="open" class="soft">{{
            can('manageUnits') ? 'Save what each unit needs.' : 'A technician saves what each unit needs.'
          }}</span>
        </p>
        <h2 class="order">Correct, in this order</h2>
        <MatchSteps
          v-for="c in order"
          :key="c.letter"
          :camera="c"
          :done="corrected[c.letter] ?? []"
          :busy="Boolean(busy[c.letter])"
          :open="open"
          :by-hand="byHand.has(c.letter)"
          @correct="work.correct(c.letter)"
        />
        <MatchSetUp :work="work" :match="match" :open="open" />
        <MatchChoices
          :choices="match.document.choices ?? []"
          :open="open"
          @save="(choices) => work.change((d) => ({ ...d, choices }))"
        />
        <MatchFinish :work="work" :match="match" :open="open" />
      </template>
    </ThreeZones>
  </Loading>
</template>

<style scoped>
.pad {
  padding: 0 16px;
}
.proposed {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  margin: 12px 0;
  padding: 8px 12px;
  border-left: 4px solid var(--plum);
  background: var(--panel);
}
.proposed p {
  flex-basis: 100%;
  margin: 0;
}
.camera-line {
  padding: 3px 16px;
  overflow-wrap: anywhere;
}
.cameras {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(165px, 1fr));
  gap: 16px 18px;
  margin-top: 12px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px 14px;
  margin: 14px 0;
}
.head {
  margin: 18px 0 6px;
}
.order {
  margin-top: 0;
}
.done {
  margin-bottom: 10px;
  font-weight: 600;
}
</style>
