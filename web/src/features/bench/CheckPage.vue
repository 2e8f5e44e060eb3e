<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useTitle } from '../../app/title';
import { api } from '../../app/client';
import { moment } from '../../app/dates';
import { plain } from '../../instruments/fractions';
import BenchHead from './BenchHead.vue';
import BenchKeys from './BenchKeys.vue';
import CameraBar from './CameraBar.vue';
import CheckClip from '../clips/CheckClip.vue';
import CheckList from './CheckList.vue';
import CheckQueue from './CheckQueue.vue';
import ConsequencePanel from './ConsequencePanel.vue';
import { unread } from './entries';
import GroupWork from './GroupWork.vue';
import MatchedNote from './MatchedNote.vue';
import MeasuredNote from './MeasuredNote.vue';
import NotchWork from './NotchWork.vue';
import PhotoStrip from './PhotoStrip.vue';
import ReadingConflict from './ReadingConflict.vue';
import RivalReadings from './RivalReadings.vue';
import SignCheck from './SignCheck.vue';
import WaitingNotices from './WaitingNotices.vue';
import { END, useBench } from './useBench';
import { useCamera } from './useCamera';
import { useCheck } from './useCheck';
import { usePhotos } from './usePhotos';

const props = defineProps<{ id: string }>();
const router = useRouter();
const route = useRoute();
const work = ref<{ focus: () => void }>();
const kept = useCheck(props.id);
const { check, lines, waiting, conflict, failure, refusal, stage, record, decide, settle, sign, load } = kept;
/** Names of the lines whose reading waits to be uploaded: they are read, whatever the site knows yet. */
const onTheWay = computed(() => {
  const settings = new Set(waiting.value.filter((e) => e.read !== null).map((e) => e.setting));
  return new Set(lines.value.filter((l) => settings.has(l.line.setting)).map((l) => l.line.name));
});
const link = useCamera(props.id, kept.take);
const { camera, busy, doing, done, of, wrong, refused, apart, taken } = link;
const pictures = usePhotos(props.id, kept.take);
const asList = ref(false);
const bench = useBench(props.id, kept, () => work.value?.focus());
const { group, entries, last } = bench;
const { current, text, shown, queueOpen, asTable, at, line, reading, verdict, now, message, strip } = bench;
const meaning = computed(() => bench.understood.value?.message ?? '');
const stillOff = computed(() =>
  lines.value
    .filter((l) => l.verdict.kind === 'offTarget' || l.verdict.kind === 'automatic')
    .map((l) => ({
      setting: l.line.setting,
      name: l.line.name,
      says: l.verdict.kind === 'automatic' ? 'automatic' : plain(l.verdict.offLabel || l.reading.label),
    })),
);
const needsCorrection = computed(() => check.value?.now.order.length ?? 0);
const order = () => check.value?.now.order.map((s) => s.setting) ?? [];
const toSend = computed(() => (stage.value === 'left' ? order().filter(link.accepts).length : 0));
const photos = computed(() => check.value?.photos.filter((p) => p.setting === current.value) ?? []);

async function send(setting: string): Promise<void> {
  if (await link.set(setting)) bench.begin();
}

async function sendAll(): Promise<void> {
  await link.setAll(order);
  bench.begin();
}

watch(
  () => check.value?.id,
  (loaded) => {
    // The address may name the notch, or the group.
    const asked = String(route.params.notch || route.query.notch || '');
    if (!loaded || current.value) return;
    const known =
      asked === END ||
      lines.value.some((l) => l.line.setting === asked) ||
      entries.value.asked.some((e) => e.key === asked);
    if (known) bench.go(asked);
    else bench.begin();
  },
  { immediate: true },
);
// Where the person is stands in the address; Back leaves the check instead of going through it again.
watch(current, (key) => {
  if (key && route.params.notch !== key)
    void router.replace({ path: `/bench/${props.id}/${key}`, query: { ...route.query, notch: undefined } });
});
watch(
  () => route.params.notch,
  (key) => typeof key === 'string' && key && key !== current.value && check.value && bench.go(key),
);
const here = computed(() =>
  current.value === END ? 'Finish and sign' : (group.value ?? line.value?.line)?.name,
);
useTitle(() => [here.value, check.value?.unitTag, check.value?.shootName || check.value?.standardName]);
/** What is said of the last check, under a group. */
const lastNote = computed(() => {
  if (last.message.value) return last.message.value;
  const of = last.last.value;
  if (!last.on.value || !of?.signedAt) return '';
  return `Against the check of ${moment(of.signedAt)}${of.fromFile ? ', from a file' : ''}.`;
});
watch(
  () => check.value?.signedAt,
  (signed) => signed && void router.replace(`/history/${props.id}`),
  { immediate: true },
);
onMounted(() => work.value?.focus());
/** A key that is pressed while nothing has the focus goes into the field: a quick hand is ahead of the page. */
function catchKey(event: KeyboardEvent): void {
  if (document.activeElement !== document.body || event.ctrlKey || event.metaKey || event.altKey) return;
  if (event.key !== '/') work.value?.focus();
}
onMounted(() => document.addEventListener('keydown', catchKey, true));
onBeforeUnmount(() => document.removeEventListener('keydown', catchKey, true));
/** Asked for ahead, so that it is there on location: the worker keeps it. */
watch(
  () => check.value?.unitTag,
  (tag) =>
    tag &&
    void api
      .GET('/api/units/{tag}/symptoms', { params: { path: { tag }, query: { check: props.id } } })
      .catch(() => undefined),
  { immediate: true },
);
</script>

<template>
  <div v-if="failure" class="page">
    <div class="problem" role="alert">
      {{ failure }} <button class="act quiet" type="button" @click="load">Try again</button>
    </div>
  </div>
  <p v-else-if="!check" class="page soft" role="status">Opening the check…</p>
  <div v-else class="bench" :class="{ 'queue-open': queueOpen }">
    <nav class="zone-queue" aria-label="Notches of this check">
      <CheckQueue
        :entries="entries"
        :current="current"
        :waiting="waiting"
        :order="stage === 'left' ? check.now.order : []"
        @go="bench.go"
      />
      <button
        class="to-end"
        type="button"
        :aria-current="current === END ? 'step' : undefined"
        @click="bench.go(END)"
      >
        Finish and sign
      </button>
    </nav>

    <section class="zone-work">
      <BenchHead
        v-model:as-list="asList"
        v-model:queue-open="queueOpen"
        :check="check"
        :place="at >= 0 ? `${at + 1} of ${entries.asked.length}` : ''"
        :stage="stage"
        :needs-correction="needsCorrection"
        @turn="bench.turn"
      />
      <CameraBar
        :camera="camera"
        :busy="busy"
        :done="done"
        :of="of"
        :wrong="wrong"
        :taken="taken"
        :apart="apart"
        :doing="doing"
        :to-send="toSend"
        :refused="refused"
        @read="link.read(stage)"
        @send="sendAll"
        @cancel="link.cancel"
        @go="bench.go"
      />
      <WaitingNotices :entries="[...kept.readings.value, ...pictures.all.value]" />
      <p v-if="strip.length" class="phone-strip off small">
        <span v-for="(item, i) in strip" :key="i"
          >{{ item.topic }} <span class="mono">{{ plain(item.value) }}</span></span
        >
      </p>

      <SignCheck
        v-if="current === END"
        :summary="check.summary"
        :found="check.foundSummary"
        :needs-correction="needsCorrection"
        :unread="check.unreadRequired.filter((name) => !onTheWay.has(name))"
        :off="stillOff"
        :left="lines.filter((l) => unread(l) && !onTheWay.has(l.line.name)).length"
        :waiting="[...kept.readings.value, ...pictures.all.value]"
        :sign="sign"
        @correct="bench.turn('left')"
        @go="bench.go"
      />
      <CheckList
        v-else-if="asList"
        :lines="lines"
        :waiting="waiting"
        :refusal="refusal"
        :record="record"
        @go="
          (setting) => {
            asList = false;
            bench.go(setting);
          }
        "
      />
      <GroupWork
        v-else-if="group"
        ref="work"
        :key="group.key"
        :group="group"
        :waiting="waiting"
        :last-note="lastNote"
        @confirm="bench.confirmGroup"
        @open="bench.go"
        @back="bench.step(-1)"
        @step="bench.step"
        @since-last="bench.sinceLast"
        @take-back="bench.takeGroupBack"
      />
      <template v-else-if="line">
        <RivalReadings
          :line="line"
          @decide="(rival) => decide(line!.line.setting, rival?.stage ?? line!.rivals[0]!.stage, rival)"
        />
        <NotchWork
          ref="work"
          v-model="text"
          :line="line"
          :model-name="check.modelName"
          :reading="reading"
          :verdict="verdict"
          :message="message"
          :meaning="meaning"
          :shown="shown"
          :as-table="asTable"
          :stage="stage"
          :can-send="stage === 'left' && link.accepts(line.line.setting) && !!line.line.target"
          @enter="bench.enter"
          @press="bench.press"
          @take-back="record(line.line.setting, null, line.reading.stage)"
          @send="send(line.line.setting)"
        />
        <MatchedNote v-if="current === 'white-balance'" :tag="check.unitTag" />
        <MeasuredNote v-if="current === 'gain'" :tag="check.unitTag" about="noise" />
        <MeasuredNote v-if="current === 'nd'" :tag="check.unitTag" about="filters" />
        <CheckClip
          v-if="current === 'test-clip'"
          :id="id"
          :counting="check.clip"
          :stage="stage"
          :signed="!!check.signedAt"
          :linked="camera?.givesClips"
          @judged="load"
        />
        <PhotoStrip
          :id="id"
          :photos="photos"
          :waiting="pictures.all.value.filter((p) => p.setting === current)"
          :wrong="pictures.wrong.value"
          :busy="pictures.busy.value"
          @add="pictures.add($event, current, `${check.unitTag}, photograph of ${line.line.name}`)"
          @remove="pictures.remove"
        />
        <BenchKeys
          :first="at === 0"
          :auto-is-typed="bench.autoIsTyped.value"
          :as-table="asTable"
          @act="bench.act"
        />
      </template>
      <!-- A standard that does not ask for the ten-second test may still have a clip judged. -->
      <CheckClip
        v-if="current === END && !lines.some((l) => l.line.setting === 'test-clip')"
        :id="id"
        :counting="check.clip"
        :stage="stage"
        :signed="!!check.signedAt"
        :linked="camera?.givesClips"
        @judged="load"
      />
    </section>

    <aside class="zone-now" aria-label="What it comes to"><ConsequencePanel v-if="now" :now="now" /></aside>
    <ReadingConflict :conflict="conflict" @settle="settle" />
  </div>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template-columns: 236px minmax(0, 1fr) 330px;
  min-height: calc(100vh - 50px);
}
/* Seventy notches scroll beside the work, so that the one that is worked on stays in view without moving the page. */
.zone-queue {
  border-right: 1px solid var(--line);
  padding-bottom: 16px;
  max-height: calc(100vh - 50px);
  overflow-y: auto;
  scrollbar-width: thin;
  scrollbar-color: var(--line) transparent;
  position: sticky;
  top: 0;
}
.to-end {
  margin: 14px 18px;
  padding: 8px 12px;
  border: 1px solid var(--ink);
  background: none;
  color: var(--ink);
  border-radius: 5px;
  cursor: pointer;
  font-size: 0.9375rem;
}
.to-end[aria-current] {
  background: var(--ink);
  color: var(--paper);
}
.zone-work {
  padding: 18px 28px 0;
  display: flex;
  flex-direction: column;
  min-width: 0;
}
.zone-now {
  border-left: 1px solid var(--line);
  background: var(--panel);
  padding: 18px 20px;
  max-height: calc(100vh - 50px);
  overflow-y: auto;
  scrollbar-width: thin;
  scrollbar-color: var(--line) transparent;
  position: sticky;
  top: 0;
}
.phone-strip {
  display: none;
}
@media (max-width: 1100px) {
  .bench {
    grid-template-columns: 220px minmax(0, 1fr);
  }
  .zone-now {
    grid-column: 1 / -1;
    border-left: 0;
    border-top: 1px solid var(--line);
    position: static;
    max-height: none;
  }
}
@media (max-width: 760px) {
  .bench {
    display: block;
  }
  .zone-queue {
    display: none;
    position: static;
    max-height: none;
  }
  .queue-open .zone-queue {
    display: block;
    border-bottom: 2px solid var(--ink);
  }
  .zone-work {
    padding: 12px 16px 0;
  }
  .phone-strip {
    display: flex;
    gap: 6px 16px;
    flex-wrap: wrap;
    background: var(--rust-ground);
    margin: 0 -16px 12px;
    padding: 8px 16px;
  }
  .phone-strip span {
    text-transform: none;
  }
  .phone-strip > span::first-letter {
    text-transform: uppercase;
  }
}
</style>
