<script setup lang="ts">
import Dialog from 'primevue/dialog';
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import BodySketch from '../../instruments/BodySketch.vue';
import { plain } from '../../instruments/fractions';
import NotchDial from '../../instruments/NotchDial.vue';
import SettingText from '../../instruments/SettingText.vue';
import VerdictMark from '../../instruments/VerdictMark.vue';
import CheckQueue from './CheckQueue.vue';
import ConsequencePanel from './ConsequencePanel.vue';
import { benchKeys } from './keys';
import SignCheck from './SignCheck.vue';
import { useCheck } from './useCheck';
import { usePreview } from './usePreview';

const props = defineProps<{ id: string }>();
const router = useRouter();
const { check, lines, waiting, refusal, conflict, failure, record, settle, sign, load } = useCheck(props.id);

const END = 'end';
const LONGEST_WAIT_MS = 500;
const current = ref('');
const text = ref('');
const stepped = ref(false);
const shown = ref<'where' | 'why' | null>(null);
const queueOpen = ref(false);
const asTable = ref(false);
const field = ref<HTMLInputElement>();
const { preview, about } = usePreview(props.id, current, text);
const readKey = benchKeys();

const at = computed(() => lines.value.findIndex((l) => l.line.setting === current.value));
const line = computed(() => lines.value[at.value]);
const places = computed(() => line.value?.line.dial.detents.map((d) => d.label) ?? []);
const understood = computed(() => (text.value && preview.value?.understood ? preview.value : null));
const now = computed(() => understood.value?.now ?? check.value?.now);
const message = computed(() => {
  if (refusal.value?.setting === current.value) return refusal.value.message;
  return text.value && preview.value && !preview.value.understood ? preview.value.message : '';
});
const reading = computed(() => understood.value?.reading ?? line.value?.reading);
const verdict = computed(() => understood.value?.verdict ?? line.value?.verdict);
const letterAutoTyped = computed(() => places.value.some((p) => p.toLowerCase() === 'a'));
/** The phone has one line: what is worst. */
const strip = computed(() => {
  const items = now.value?.items ?? [];
  const hidden = now.value?.hidden.length ? [{ topic: 'Two wrongs hide each other', value: '' }] : [];
  return [...hidden, ...items.filter((i) => i.severity === 'fault' || i.severity === 'floats')].slice(0, 3);
});

function go(setting: string): void {
  current.value = setting;
  text.value = '';
  stepped.value = false;
  shown.value = null;
  queueOpen.value = false;
  if (refusal.value?.setting !== setting) refusal.value = null;
  void nextTick(() => field.value?.focus());
}

function step(by: number): void {
  const next = lines.value[at.value + by];
  if (next) go(next.line.setting);
  else if (by > 0) go(END);
}

/** On to the next that nobody has read, or to the end. */
function onward(): void {
  const held = new Set(waiting.value.map((w) => w.setting));
  const order = [...lines.value.slice(at.value + 1), ...lines.value.slice(0, at.value)];
  const next = order.find((l) => l.reading.kind === 'unread' && !held.has(l.line.setting));
  go(next?.line.setting ?? END);
}

/**
 * Records and goes on. What is sure to be taken goes on at once; what may be refused waits for the answer, so that the page
 * does not jump away and back, but not longer than a person waits.
 */
async function put(read: string, sure = true): Promise<void> {
  const setting = current.value;
  const recorded = record(setting, read);
  if (!sure) await Promise.race([recorded, new Promise((go) => setTimeout(go, LONGEST_WAIT_MS))]);
  if (refusal.value?.setting === setting) return;
  if (current.value === setting) onward();
  if (!(await recorded)) {
    const refused = refusal.value;
    go(setting);
    refusal.value = refused;
    text.value = read;
  }
}

async function enter(): Promise<void> {
  const typed = text.value.trim();
  if (!typed) return;
  const known = about.value === text.value ? preview.value : null;
  if (known && !known.understood) refusal.value = { setting: current.value, message: known.message };
  else await put(typed, known !== null);
}

function asSheet(): void {
  const target = line.value?.line.target;
  if (target) void put(target);
  else
    refusal.value = {
      setting: current.value,
      message: 'This model cannot do it, so there is nothing to confirm. Type what it shows, or N.',
    };
}

function alongDial(by: number): void {
  const dial = line.value?.line.dial.detents ?? [];
  if (!dial.length) return;
  const from = dial.findIndex((d) => d.label === text.value);
  const start =
    from >= 0
      ? from
      : dial.findIndex((d) => d.at === (line.value?.reading.dialAt ?? line.value?.line.dial.targetAt));
  const next = dial[Math.min(Math.max((start < 0 ? 0 : start) + by, 0), dial.length - 1)];
  text.value = next?.label ?? '';
  stepped.value = true;
}

function press(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  const arrow = event.key.startsWith('Arrow');
  const act = readKey(event.key, arrow && stepped.value ? '' : text.value, places.value);
  if (!act) {
    if (!arrow) stepped.value = false;
    if (event.key !== 'Enter') refusal.value = null;
    return;
  }
  event.preventDefault();
  if (act === 'as-sheet') asSheet();
  else if (act === 'automatic') void put('auto');
  else if (act === 'not-fitted') void put('not fitted');
  else if (act === 'where' || act === 'why') show(act);
  else if (act === 'table') asTable.value = !asTable.value;
  else if (act === 'back' || act === 'up') step(-1);
  else if (act === 'down') step(1);
  else if (act === 'left') alongDial(-1);
  else if (act === 'right') alongDial(1);
}

function show(what: 'where' | 'why'): void {
  shown.value = shown.value === what ? null : what;
  void nextTick(() => document.getElementById(`notch-${what}`)?.scrollIntoView({ block: 'nearest' }));
}

watch(
  () => check.value?.id,
  (loaded) => {
    if (!loaded || current.value) return;
    const held = new Set(waiting.value.map((w) => w.setting));
    go(
      lines.value.find((l) => l.reading.kind === 'unread' && !held.has(l.line.setting))?.line.setting ?? END,
    );
  },
  { immediate: true },
);
watch(
  () => check.value?.signedAt,
  (signed) => signed && void router.replace(`/log/${props.id}`),
  { immediate: true },
);
onMounted(() => field.value?.focus());
</script>

<template>
  <div v-if="failure" class="page">
    <div class="problem" role="alert">
      {{ failure }} <button class="act quiet" type="button" @click="load">Try again</button>
    </div>
  </div>
  <p v-else-if="!check" class="page soft" role="status">Opening the check…</p>
  <div v-else class="bench" :class="{ 'queue-open': queueOpen }">
    <aside class="zone-queue">
      <CheckQueue :lines="lines" :current="current" :waiting="waiting" @go="go" />
      <button
        class="to-end"
        type="button"
        :aria-current="current === END ? 'step' : undefined"
        @click="go(END)"
      >
        Finish and sign
      </button>
    </aside>

    <section class="zone-work" aria-live="off">
      <header class="head">
        <p>
          <strong>{{ check.unitTag }}</strong> {{ check.modelName
          }}<template v-if="check.unitTape">, {{ check.unitTape }} tape</template>, against
          <strong>{{ check.standardName }}</strong>, version {{ check.standardVersion }}
        </p>
        <p class="mono soft count">
          <template v-if="line">{{ at + 1 }} of {{ lines.length }}</template>
          <button
            class="queue-button"
            type="button"
            :aria-expanded="queueOpen"
            @click="queueOpen = !queueOpen"
          >
            All notches
          </button>
        </p>
      </header>
      <p v-if="waiting.length" class="small soft" role="status">
        {{ waiting.length }} kept here, not gone up yet.
      </p>

      <p v-if="strip.length" class="phone-strip off small">
        <span v-for="(item, i) in strip" :key="i"
          >{{ item.topic }} <span class="mono">{{ plain(item.value) }}</span></span
        >
      </p>

      <SignCheck v-if="current === END" :summary="check.summary" :waiting="waiting.length" :sign="sign" />

      <div v-else-if="line" class="notch" :data-setting="line.line.setting">
        <div class="title">
          <h1>{{ line.line.name }}</h1>
          <p class="wants">
            <span class="soft">{{ line.line.target ? 'the sheet wants' : 'the sheet asks' }}</span>
            <strong class="target want"><SettingText :label="line.line.target ?? line.line.wish" /></strong>
          </p>
        </div>
        <NotchDial
          :dial="line.line.dial"
          :name="line.line.name"
          :reading="reading"
          :verdict="verdict"
          :table="asTable"
        />

        <form class="seen" @submit.prevent="enter">
          <label for="seen">seen on the camera</label>
          <input
            id="seen"
            ref="field"
            v-model="text"
            class="mono"
            autocomplete="off"
            autocapitalize="none"
            spellcheck="false"
            enterkeyhint="done"
            :placeholder="plain(line.reading.label) || line.line.example"
            :aria-invalid="message ? 'true' : undefined"
            aria-describedby="seen-says"
            @keydown="press"
          />
          <p id="seen-says" class="says" role="status">
            <span v-if="message" class="off" data-role="refusal">{{ message }}</span>
            <template v-else-if="verdict && verdict.kind !== 'unread'">
              <VerdictMark :kind="verdict.kind" word />
              <span class="small">{{ plain(understood?.message ?? '') }}</span>
            </template>
          </p>
        </form>
        <p v-if="!message && verdict && verdict.kind !== 'unread' && verdict.kind !== 'on'" class="sentence">
          {{ verdict.because.sentence }}
        </p>

        <div class="two">
          <section id="notch-where" :class="{ lit: shown === 'where' }">
            <h2>Where, on {{ check.modelName }}</h2>
            <template v-if="line.line.place">
              <BodySketch :place="line.line.place" />
              <p>
                <strong>{{ line.line.place.name }}</strong>. {{ line.line.place.path }}
              </p>
              <p v-if="line.line.place.manualSign">{{ line.line.place.manualSign }}</p>
              <p v-if="line.line.place.trap" class="soft">Watch: {{ line.line.place.trap }}</p>
            </template>
            <p v-else class="soft">The card of this model does not say.</p>
          </section>
          <section id="notch-why" :class="{ lit: shown === 'why' }">
            <h2>Why</h2>
            <p>{{ line.line.reason }}</p>
            <p>{{ line.line.because.sentence }}</p>
            <p class="soft small">
              Asked: <span class="mono">{{ line.line.wish }}</span><template v-if="line.line.slack"
                >, slack <span class="mono">{{ plain(line.line.slack) }}</span></template
              >. Rule <span class="mono">{{ line.line.because.ruleId }}</span>.
            </p>
            <p v-if="line.reading.by" class="soft small">
              Read by {{ line.reading.by }} as
              <span class="mono">{{ line.reading.typed || line.reading.label }}</span>.
              <button class="link" type="button" @click="record(line.line.setting, null)">
                Take it back
              </button>
            </p>
          </section>
        </div>
      </div>

      <footer v-if="line && current !== END" class="keys">
        <button type="button" @click="asSheet"><kbd>Space</kbd> as the sheet says</button>
        <span class="type">type what you see</span>
        <button type="button" @click="put('auto')">
          <kbd>{{ letterAutoTyped ? 'auto' : 'A' }}</kbd> floats
        </button>
        <button type="button" @click="put('not fitted')"><kbd>N</kbd> not fitted</button>
        <button type="button" @click="show('where')"><kbd>W</kbd> where</button>
        <button type="button" @click="show('why')"><kbd>Y</kbd> why</button>
        <button type="button" :aria-pressed="asTable" @click="asTable = !asTable">
          <kbd>D</kbd> as table
        </button>
        <button type="button" :disabled="at === 0" @click="step(-1)"><kbd>Bksp</kbd> back</button>
      </footer>
    </section>

    <aside class="zone-now"><ConsequencePanel v-if="now" :now="now" /></aside>

    <Dialog
      :visible="!!conflict"
      modal
      :closable="false"
      header="Two people read this notch"
      :style="{ width: 'min(520px, 94vw)' }"
    >
      <template v-if="conflict">
        <p>{{ conflict.message }}</p>
        <div class="choice">
          <button class="act quiet" type="button" @click="settle(false)">
            Keep {{ conflict.theirs.by }}’s: <SettingText :label="conflict.theirs.label || 'not read'" />
          </button>
          <button class="act" type="button" @click="settle(true)">
            Put mine: <SettingText :label="conflict.yours.label || 'not read'" />
          </button>
        </div>
      </template>
    </Dialog>
  </div>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template-columns: 236px minmax(0, 1fr) 330px;
  min-height: calc(100vh - 50px);
}
.zone-queue {
  border-right: 1px solid var(--line);
  padding-bottom: 16px;
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
  position: sticky;
  top: 0;
}
.head {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  margin-bottom: 14px;
}
.count {
  white-space: nowrap;
}
.queue-button,
.phone-strip {
  display: none;
}
.title {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  flex-wrap: wrap;
  gap: 4px 18px;
  margin-bottom: 10px;
}
h1 {
  font-size: 2.125rem;
}
.wants {
  display: flex;
  align-items: baseline;
  gap: 12px;
}
.want {
  font-size: 2.5rem;
  line-height: 1.1;
}
.seen {
  display: grid;
  grid-template-columns: auto 210px 1fr;
  align-items: center;
  gap: 6px 16px;
  margin-top: 14px;
}
.seen label {
  color: var(--ink-soft);
}
.seen input {
  font-size: 1.75rem;
  font-weight: 600;
  padding: 6px 14px;
  width: 100%;
  border: 2px solid var(--ink);
  border-radius: 4px;
  background: var(--panel);
  color: var(--ink);
}
.seen input:focus-visible {
  outline: 1px solid var(--ink);
  outline-offset: 0;
}
.seen input::placeholder {
  color: var(--ink-soft);
  opacity: 0.65;
  font-weight: 400;
  font-size: 1.125rem;
}
.seen input[aria-invalid] {
  border-color: var(--rust);
}
.says {
  display: flex;
  align-items: center;
  gap: 12px;
}
.sentence {
  margin-top: 10px;
  max-width: 64ch;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 28px;
  margin: 22px 0;
}
.two h2 {
  font-size: 0.875rem;
  color: var(--ink-soft);
  margin-bottom: 6px;
}
.two section {
  border-left: 3px solid transparent;
  padding-left: 12px;
  margin-left: -15px;
}
.two section.lit {
  border-color: var(--ink);
}
.two p + p,
.two svg + p {
  margin-top: 6px;
}
.link {
  border: 0;
  background: none;
  padding: 0;
  color: inherit;
  text-decoration: underline;
  cursor: pointer;
}
.keys {
  margin-top: auto;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 13px;
  padding: 12px 0;
  border-top: 1px solid var(--line);
  position: sticky;
  bottom: 0;
  background: var(--paper);
  font-size: 0.875rem;
  color: var(--ink-soft);
}
.keys button {
  border: 0;
  background: none;
  padding: 2px 0;
  color: inherit;
  cursor: pointer;
}
.choice {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin-top: 16px;
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
  }
  .queue-open .zone-queue {
    display: block;
    border-bottom: 2px solid var(--ink);
  }
  .queue-button {
    display: inline-block;
    border: 1px solid var(--ink-soft);
    background: none;
    color: var(--ink);
    border-radius: 4px;
    padding: 4px 9px;
    margin-left: 10px;
    font-family: var(--sans);
  }
  .zone-work {
    padding: 12px 16px 0;
  }
  .head {
    flex-direction: column;
    gap: 4px;
    font-size: 0.9375rem;
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
  h1 {
    font-size: 1.75rem;
  }
  .title {
    display: block;
  }
  .seen {
    grid-template-columns: 1fr;
  }
  .two {
    grid-template-columns: 1fr;
    gap: 16px;
  }
  .keys {
    gap: 8px;
    margin: 0 -16px;
    padding: 10px 16px 14px;
  }
  .keys button {
    border: 1px solid var(--ink-soft);
    border-radius: 5px;
    padding: 11px 12px;
    color: var(--ink);
    flex: 1 1 auto;
  }
  .keys button:first-child {
    background: var(--ink);
    color: var(--paper);
    order: -1;
    flex-basis: 100%;
  }
  .keys kbd,
  .keys .type {
    display: none;
  }
}
</style>
