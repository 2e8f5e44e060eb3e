<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref } from 'vue';
import type { Views } from '../../app/client';
import BodyDrawing from './BodyDrawing.vue';
import ControlWork from './ControlWork.vue';
import PracticeFinder from './PracticeFinder.vue';
import type { useTry } from './useTry';
import { SIDES, stepped } from './words';

/** An exercise at a camera: its finder above, one side of its body below, and every control worked as it is made. */
const props = defineProps<{ it: ReturnType<typeof useTry>; words: boolean; side: string }>();
const emit = defineEmits<{ side: [side: string] }>();
const { view, work, move, undo, name, measure, finish } = props.it;
const chosen = ref('');
const onSide = computed(() => view.value.body.filter((c) => c.side === props.side));
const control = computed(() => view.value.body.find((c) => c.key === chosen.value && c.side === props.side));
const sideName = computed(() => SIDES.find((s) => s.key === props.side)?.name ?? '');
/** Every way through the menu, so that a wrong turn can be taken. */
const menus = computed(() =>
  view.value.body.flatMap((c) => c.settings.map((s) => s.menu)).filter((m) => m.length),
);
function step(s: Views['WorkedSettingView'], by: number): void {
  const to = stepped(s, by);
  if (to !== undefined) void move(s.setting, to);
}
const done = computed(() => view.value.moves);
const label = (m: Views['PracticeMoveView']) =>
  m.to.startsWith('balance ') ? `balanced into ${m.to.slice(8)}` : m.to === 'auto' ? 'automatic' : m.to;
const found = computed(() => view.value.causes.some((c) => c.isRight));
const last = computed(() => view.value.measured.at(-1));
function keys(event: KeyboardEvent): void {
  const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
  if (typing || event.ctrlKey || event.metaKey || event.altKey) return;
  const sides = SIDES.filter((s) => view.value.body.some((c) => c.side === s.key));
  if (event.key === 'z') undo();
  else if (/^[1-7]$/.test(event.key) && sides[Number(event.key) - 1])
    emit('side', sides[Number(event.key) - 1]!.key);
  else return;
  event.preventDefault();
}
onMounted(() => window.addEventListener('keydown', keys));
onBeforeUnmount(() => window.removeEventListener('keydown', keys));
const signed = (n: number) => `${n > 0 ? '+' : n < 0 ? '−' : ''}${Math.abs(n)}`;
</script>

<template>
  <div v-if="view.camera">
    <p v-if="view.symptom" class="symptom">“{{ view.symptom }}.”</p>
    <p v-if="view.caution" class="problem">{{ view.caution }}</p>
    <div class="top">
      <figure v-if="view.kind === 'twoCameras'">
        <figcaption class="small soft">A, the one to match</figcaption>
        <PracticeFinder :id="view.id" :version="0" :camera="view.camera" other />
      </figure>
      <figure>
        <figcaption v-if="view.kind === 'twoCameras'" class="small soft">B</figcaption>
        <PracticeFinder :id="view.id" :version="view.version" :camera="view.camera" :words="words" />
      </figure>
      <div v-if="view.kind !== 'twoCameras'" class="did">
        <h2>What you have done</h2>
        <p v-if="!done.length" class="soft">Nothing yet.</p>
        <ol v-else>
          <li v-for="(m, i) in done.slice(-6)" :key="i">
            {{ m.name }}: <b class="mono">{{ label(m) }}</b>
            <span v-if="m.refusal" class="off"> The camera shows: {{ m.refusal }}</span>
          </li>
        </ol>
        <button v-if="done.length" class="link" type="button" @click="undo">Undo <kbd>Z</kbd></button>
      </div>
    </div>
    <div v-if="view.kind === 'twoCameras'" class="measure">
      <p v-for="(m, i) in view.measured" :key="i">
        Measured {{ i + 1 }}: B is {{ signed(m.stops) }} stop{{ Math.abs(m.stops) === 1 ? '' : 's' }} and
        {{ signed(m.mired) }} mired from A{{ m.isMatched ? '. Matched.' : '.' }}
      </p>
      <p class="acts">
        <button
          class="act quiet"
          type="button"
          :disabled="work.measured.length >= view.mostMeasured || last?.after === work.moves.length"
          @click="measure"
        >
          Measure both
        </button>
        <span class="soft small">{{ view.mostMeasured - work.measured.length }} left</span>
        <button v-if="done.length" class="link" type="button" @click="undo">Undo <kbd>Z</kbd></button>
      </p>
    </div>
    <h2 class="side-name">{{ sideName }}</h2>
    <BodyDrawing v-if="!words" :controls="onSide" :chosen="chosen" @choose="chosen = $event" @step="step" />
    <ul v-else class="plain">
      <li v-for="c in onSide" :key="c.key">
        <button class="link" type="button" :aria-pressed="chosen === c.key" @click="chosen = c.key">
          {{ c.name }}
        </button>
        <span class="mono soft">{{
          c.settings.map((s) => `${s.isAutomatic ? 'A ' : ''}${s.now}`).join(', ')
        }}</span>
      </li>
    </ul>
    <section v-if="control" class="worked" :aria-label="control.name">
      <h3 class="mono">{{ control.name }}</h3>
      <ControlWork
        v-for="s in control.settings"
        :key="s.setting"
        :worked="s"
        :several="control.settings.length > 1"
        :siblings="menus"
        @to="move(s.setting, $event)"
      />
    </section>
    <p v-else class="soft small">Choose a control, then work it. The sides have the keys 1 to 7.</p>
    <section v-if="view.causes.length" class="causes" aria-label="What is it?">
      <h2>What is it?</h2>
      <p v-for="c in view.causes" :key="c.key" :class="{ off: c.isRight === false }">
        <button
          class="act quiet small"
          type="button"
          :disabled="c.isRight !== null || found"
          @click="name(c.key)"
        >
          {{ c.look }}
        </button>
        <span v-if="c.isRight === true" role="status"> Yes.</span
        ><span v-else-if="c.isRight === false" role="status"> No.</span>
      </p>
    </section>
    <p class="acts">
      <button
        class="act"
        type="button"
        :disabled="view.causes.length > 0 && !found && work.named.length < 1"
        @click="finish"
      >
        {{ view.causes.length ? 'Done' : view.kind === 'twoCameras' ? 'They match' : 'It is ready' }}
      </button>
    </p>
  </div>
</template>

<style scoped>
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 26px;
  margin-top: 10px;
}
figure {
  margin: 0;
  flex: 0 1 360px;
  min-width: min(100%, 260px);
}
.did {
  flex: 1 1 160px;
}
.did ol {
  padding-left: 0;
  list-style: none;
}
.symptom {
  font-size: 1.25rem;
}
.side-name {
  margin: 16px 0 6px;
  text-transform: capitalize;
}
.worked {
  margin: 12px 0;
  padding-left: 12px;
  border-left: 3px solid var(--ink);
}
.plain li {
  display: flex;
  gap: 12px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  margin: 14px 0;
  align-items: center;
}
.causes p {
  margin: 6px 0;
}
.causes button {
  text-align: left;
}
</style>
