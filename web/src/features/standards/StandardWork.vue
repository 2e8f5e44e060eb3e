<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { computed, nextTick, onBeforeUnmount, onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask, type Views } from '../../app/client';
import { session } from '../../app/session';
import { plain } from '../../instruments/fractions';
import AboutStandard from './AboutStandard.vue';
import EffectPanel from './EffectPanel.vue';
import NotchForm from './NotchForm.vue';
import PolicyList from './PolicyList.vue';
import { useDraft } from './useDraft';
import VersionDifference from './VersionDifference.vue';

const props = defineProps<{ whole: Views['StandardView']; words: Views['VocabularyView'] }>();
const emit = defineEmits<{ reload: [] }>();

const ABOUT = 'about';
const POLICIES = 'policies';
const DIFFERENCE = 'difference';
/** What is open: one of the three pages above, or a notch by its place in the document. */
const open = ref<string | number>(ABOUT);
const setting = computed(() =>
  typeof open.value === 'number' ? (draft.doc.value.notches[open.value]?.setting ?? '') : '',
);
const draft = useDraft(props.whole, setting);
const { doc, preview, state, problem, editable, newest } = draft;

const router = useRouter();
const queries = useQueryClient();
const technician = computed(() => session.value?.role === 'technician');
const names = computed(() => new Map(props.words.settings.map((s) => [s.key, s])));
const nameOf = (key: string) => names.value.get(key)?.name ?? key;

/** The notches by chapter in the order of the work, each with its place in the document. */
const chapters = computed(() => {
  const order = new Map(props.words.settings.map((s, i) => [s.key, i]));
  const all: { name: string; notches: { at: number; notch: Views['NotchDocument'] }[] }[] = [];
  const sorted = doc.value.notches
    .map((notch, at) => ({ notch, at }))
    .sort((a, b) => (order.get(a.notch.setting) ?? 999) - (order.get(b.notch.setting) ?? 999));
  for (const one of sorted) {
    const name = names.value.get(one.notch.setting)?.chapter ?? '';
    if (all.at(-1)?.name !== name) all.push({ name, notches: [] });
    all.at(-1)!.notches.push(one);
  }
  return all;
});
const walk = computed(() => [ABOUT, POLICIES, ...chapters.value.flatMap((c) => c.notches.map((n) => n.at))]);
const adding = ref('');

function add(): void {
  const found = names.value.get(adding.value);
  if (!found) return;
  doc.value.notches.push({
    setting: found.key,
    want: found.wishes[0] ?? '',
    importance: 'should',
    reason: '',
    slack: 'none',
  });
  open.value = doc.value.notches.length - 1;
  adding.value = '';
}
function remove(at: number): void {
  const place = walk.value.indexOf(at);
  doc.value.notches.splice(at, 1);
  open.value = ABOUT;
  void nextTick(() => (open.value = walk.value[Math.min(place, walk.value.length - 1)] ?? ABOUT));
}
function go(key: string): void {
  const at = doc.value.notches.findIndex((n) => n.setting === key);
  if (at >= 0) open.value = at;
  else adding.value = key;
}

const wrongAt = computed(() => preview.value?.wrong?.pointer ?? '');
const wrongNotch = (at: number) => wrongAt.value.startsWith(`/notches/${at}/`);

const done = ref('');
const refused = ref('');
async function act(what: () => Promise<unknown>, after: () => Promise<unknown> | unknown): Promise<void> {
  refused.value = done.value = '';
  try {
    await draft.keep();
    await what();
    await queries.invalidateQueries({ queryKey: ['standards'] });
    await queries.invalidateQueries({ queryKey: ['coverage'] });
    await after();
  } catch (error) {
    refused.value = (error as Error).message;
  }
}
const path = { params: { path: { key: props.whole.head.key } } };
const seen = () => ({ headers: { 'If-Match': `"${draft.revision.value}"` } });
const approve = () =>
  act(
    () => ask(api.POST('/api/standards/{key}/draft/approve', { ...path, ...seen() })),
    () => emit('reload'),
  );
const drop = () =>
  act(
    () => ask(api.DELETE('/api/standards/{key}/draft', { ...path, ...seen() })),
    () => router.push('/standards'),
  );
const retire = () =>
  act(
    () => ask(api.POST('/api/standards/{key}/retire', path)),
    () => emit('reload'),
  );
const beginDraft = () =>
  act(
    async () => {
      const begun = await ask(
        api.POST('/api/standards/{key}/draft', {
          params: { ...path.params, query: { from: props.whole.head.version } },
        }),
      );
      await router.push(`/standards/${begun.head.key}/${begun.head.version}`);
    },
    () => undefined,
  );
const confirming = ref<'' | 'drop' | 'retire'>('');

const STATES = {
  kept: 'kept',
  typing: 'typing…',
  keeping: 'keeping…',
  wrong: 'not kept yet',
  away: 'waiting for the site',
  conflict: 'changed by somebody else',
};

function keys(event: KeyboardEvent): void {
  const typing = (event.target as HTMLElement).closest('input, textarea, select');
  const command = event.ctrlKey || event.metaKey;
  if (command && event.key.toLowerCase() === 'z' && editable && !typing) {
    event.preventDefault();
    if (event.shiftKey) draft.redo();
    else draft.undo();
  } else if (event.altKey && (event.key === 'ArrowDown' || event.key === 'ArrowUp')) {
    event.preventDefault();
    const at = walk.value.indexOf(open.value as never) + (event.key === 'ArrowDown' ? 1 : -1);
    open.value = walk.value[Math.min(Math.max(at, 0), walk.value.length - 1)] ?? ABOUT;
  }
}
onMounted(() => window.addEventListener('keydown', keys));
onBeforeUnmount(() => window.removeEventListener('keydown', keys));
const queueOpen = ref(false);
function show(what: string | number): void {
  open.value = what;
  queueOpen.value = false;
}
</script>

<template>
  <div class="work" :class="{ 'queue-open': queueOpen }">
    <nav class="queue" aria-label="Notches of this standard">
      <button type="button" :aria-current="open === ABOUT ? 'step' : undefined" @click="show(ABOUT)">
        <span>About, light, use</span>
      </button>
      <button type="button" :aria-current="open === POLICIES ? 'step' : undefined" @click="show(POLICIES)">
        <span>Policies</span>
        <span class="mono small">{{ Object.keys(doc.policies ?? {}).length || '' }}</span>
      </button>
      <template v-for="chapter in chapters" :key="chapter.name">
        <h2>{{ chapter.name }}</h2>
        <button
          v-for="{ notch, at } in chapter.notches"
          :key="at"
          type="button"
          :data-notch="notch.setting"
          :aria-current="open === at ? 'step' : undefined"
          @click="show(at)"
        >
          <span :class="{ off: wrongNotch(at) }">
            {{ nameOf(notch.setting) }}
            <span v-if="notch.when?.length" class="soft small">{{ notch.when.join(', ') }}</span>
          </span>
          <span class="mono small want">{{ plain(notch.want) }}</span>
        </button>
      </template>
      <form v-if="editable" class="add" @submit.prevent="add">
        <label>
          <span class="small">Add a notch</span>
          <select v-model="adding">
            <option value="">choose…</option>
            <optgroup
              v-for="chapter in [...new Set(words.settings.map((s) => s.chapter))]"
              :key="chapter"
              :label="chapter"
            >
              <option
                v-for="s in words.settings.filter((x) => x.chapter === chapter)"
                :key="s.key"
                :value="s.key"
              >
                {{ s.name }}{{ doc.notches.some((n) => n.setting === s.key) ? ', again' : '' }}
              </option>
            </optgroup>
          </select>
        </label>
        <button class="act quiet" type="submit" :disabled="!adding">Add</button>
      </form>
    </nav>

    <div class="middle">
      <header>
        <p class="soft small">
          <RouterLink to="/standards">Standards</RouterLink>
          <button class="queue-button" type="button" @click="queueOpen = !queueOpen">Notches</button>
        </p>
        <h1>
          {{ doc.name }}
          <span class="soft state">version {{ whole.head.version }}, {{ whole.head.state }}</span>
        </h1>
        <p class="small soft" role="status" aria-live="polite">
          <template v-if="editable">
            <span :class="{ off: state === 'wrong' || state === 'conflict' }">{{ STATES[state] }}</span>,
            changed last by {{ whole.head.changedBy }}
          </template>
          <template v-else-if="whole.head.approvedBy"
            >approved by {{ whole.head.approvedBy }},
            {{ new Date(whole.head.approvedAt!).toLocaleDateString() }}; an approved version does not
            change</template
          >
        </p>
        <p v-if="technician" class="acts no-print">
          <template v-if="editable">
            <button class="act" type="button" @click="approve">Approve</button>
            <button class="act quiet" type="button" :disabled="!draft.canUndo.value" @click="draft.undo">
              Undo
            </button>
            <button class="act quiet" type="button" :disabled="!draft.canRedo.value" @click="draft.redo">
              Redo
            </button>
            <button v-if="confirming !== 'drop'" class="link" type="button" @click="confirming = 'drop'">
              Drop the draft
            </button>
            <template v-else>
              <button class="act quiet" type="button" @click="drop">Yes, drop it</button>
              <button class="link" type="button" @click="confirming = ''">Keep it</button>
            </template>
          </template>
          <template v-else>
            <button
              v-if="!whole.versions.some((v) => v.state === 'draft')"
              class="act quiet"
              type="button"
              @click="beginDraft"
            >
              Begin a draft from this
            </button>
            <template v-if="whole.head.state === 'approved'">
              <button
                v-if="confirming !== 'retire'"
                class="link"
                type="button"
                @click="confirming = 'retire'"
              >
                Retire it
              </button>
              <template v-else>
                <span class="small">No sheet will be made from it.</span>
                <button class="act quiet" type="button" @click="retire">Yes, retire it</button>
                <button class="link" type="button" @click="confirming = ''">Leave it in force</button>
              </template>
            </template>
          </template>
          <button class="link" type="button" @click="open = DIFFERENCE">Differences, waivers, trail</button>
        </p>
        <p v-if="refused" class="problem" role="alert">{{ refused }}</p>
        <div v-if="newest" class="problem" role="alert">
          <p>{{ problem }}</p>
          <button class="act quiet" type="button" @click="draft.settle(true)">Take the other one</button>
          <button class="act quiet" type="button" @click="draft.settle(false)">Keep mine over it</button>
          <p class="small">Undo brings back what is left out.</p>
        </div>
        <p v-else-if="preview?.wrong" class="problem" role="alert">
          {{ plain(preview.wrong.message) }}
        </p>
        <p v-else-if="state === 'wrong' || state === 'away'" class="problem" role="alert">{{ problem }}</p>
      </header>

      <AboutStandard
        v-if="open === ABOUT"
        v-model="doc"
        :words="words"
        :editable="editable"
        :proposal="preview?.proposal ?? null"
        :wrong="wrongAt"
      />
      <PolicyList v-else-if="open === POLICIES" v-model="doc" :words="words" :editable="editable" @go="go" />
      <VersionDifference v-else-if="open === DIFFERENCE" :whole="whole" :words="words" />
      <NotchForm
        v-else-if="typeof open === 'number' && doc.notches[open]"
        :key="open"
        v-model="doc.notches[open]!"
        :words="words"
        :editable="editable"
        :wrong="wrongAt.replace(`/notches/${open}/`, '')"
        @remove="remove(open as number)"
      />
      <p v-if="!doc.notches.length" class="soft">
        No notch yet. Add one on the left, in the order of the work: full auto off first.
      </p>
    </div>

    <EffectPanel
      class="effect"
      :preview="preview"
      :setting="setting"
      :setting-name="nameOf(setting)"
      :standard="whole.head.key"
      @go="go"
    />
  </div>
</template>

<style scoped>
.work {
  display: grid;
  grid-template-columns: 268px minmax(0, 1fr) 400px;
  min-height: calc(100vh - 50px);
}
.queue {
  border-right: 1px solid var(--line);
  padding: 10px 0 16px;
  max-height: calc(100vh - 50px);
  overflow-y: auto;
  position: sticky;
  top: 0;
  scrollbar-width: thin;
}
.queue h2 {
  font-size: 0.8125rem;
  color: var(--ink-soft);
  padding: 12px 16px 3px;
}
.queue > button {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  width: 100%;
  border: 0;
  background: none;
  color: inherit;
  text-align: left;
  padding: 5px 16px;
  font-size: 0.9375rem;
  cursor: pointer;
}
.queue > button[aria-current] {
  background: var(--panel-deep);
  box-shadow: inset 4px 0 var(--ink);
}
.want {
  text-align: right;
  color: var(--brass-text);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  max-width: 130px;
}
.add {
  padding: 14px 16px 0;
  display: grid;
  gap: 8px;
  justify-items: start;
}
.add label,
.add select {
  display: grid;
  width: 100%;
}
.middle {
  padding: 16px 28px 40px;
  min-width: 0;
}
.state {
  font-size: 1rem;
  font-weight: 400;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  margin: 10px 0 4px;
}
.effect {
  border-left: 1px solid var(--line);
  background: var(--panel);
  max-height: calc(100vh - 50px);
  overflow-y: auto;
  position: sticky;
  top: 0;
  scrollbar-width: thin;
}
.problem {
  margin-top: 10px;
}
.queue-button {
  display: none;
}
@media (max-width: 1150px) {
  .work {
    grid-template-columns: 230px minmax(0, 1fr);
  }
  .effect {
    grid-column: 1 / -1;
    border-left: 0;
    border-top: 1px solid var(--line);
    position: static;
    max-height: none;
  }
}
@media (max-width: 760px) {
  .work {
    display: block;
  }
  .queue {
    display: none;
    position: static;
    max-height: none;
  }
  .queue-open .queue {
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
  .middle {
    padding: 12px 16px;
  }
}
@media print {
  .queue,
  .effect {
    display: none;
  }
  .work {
    display: block;
  }
}
</style>
