<script setup lang="ts">
import WhoCan from '../../app/WhoCan.vue';
import { useTitle } from '../../app/title';
import { computed, nextTick, onBeforeUnmount, onMounted, ref } from 'vue';
import type { Views } from '../../app/client';
import { day } from '../../app/dates';
import { can } from '../../app/session';
import ThreeZones from '../../app/ThreeZones.vue';
import { plain } from '../../instruments/fractions';
import AboutStandard from './AboutStandard.vue';
import EffectPanel from './EffectPanel.vue';
import NotchForm from './NotchForm.vue';
import NotchQueue from './NotchQueue.vue';
import PolicyList from './PolicyList.vue';
import StandardActs from './StandardActs.vue';
import { useDraft } from './useDraft';
import { useNotches } from './useNotches';
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
const { chapters, add } = useNotches(doc, props.words.settings);
const nameOf = (key: string) => props.words.settings.find((s) => s.key === key)?.name ?? key;
const walk = computed(() => [ABOUT, POLICIES, ...chapters.value.flatMap((c) => c.notches.map((n) => n.at))]);

function remove(at: number): void {
  const place = walk.value.indexOf(at);
  doc.value.notches.splice(at, 1);
  open.value = ABOUT;
  void nextTick(() => (open.value = walk.value[Math.min(place, walk.value.length - 1)] ?? ABOUT));
}
/** A finding or a policy names a setting: its notch is shown; one that nobody requires yet begins here. */
function go(key: string): void {
  const at = doc.value.notches.findIndex((n) => n.setting === key);
  const found = props.words.settings.find((s) => s.key === key);
  if (at >= 0) open.value = at;
  else if (editable && found) open.value = add(found);
}

const wrongAt = computed(() => preview.value?.wrong?.pointer ?? '');
const STATES = {
  kept: 'all saved',
  typing: 'typing…',
  keeping: 'saving…',
  wrong: 'not saved yet',
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
useTitle(() => [doc.value.name, `version ${props.whole.head.version}`]);
</script>

<template>
  <ThreeZones queue-name="Notches" queue-label="Notches of this standard" effect-label="What it comes to">
    <template #queue="{ chosen }">
      <button
        type="button"
        :aria-current="open === ABOUT ? 'step' : undefined"
        @click="((open = ABOUT), chosen())"
      >
        <span>About, light, use</span>
      </button>
      <button
        type="button"
        :aria-current="open === POLICIES ? 'step' : undefined"
        @click="((open = POLICIES), chosen())"
      >
        <span>Policies</span>
        <span class="mono small">{{ Object.keys(doc.policies ?? {}).length || '' }}</span>
      </button>
      <NotchQueue
        :chapters="chapters"
        :words="words"
        :open="open"
        :editable="editable"
        :wrong="(at: number) => wrongAt.startsWith(`/notches/${at}/`)"
        @go="(at) => ((open = at), chosen())"
        @add="(s) => ((open = add(s)), chosen())"
      />
    </template>
    <template #way><RouterLink to="/standards">Standards</RouterLink></template>

    <header>
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
          >approved by {{ whole.head.approvedBy }}, {{ day(whole.head.approvedAt!) }}; an approved version
          does not change</template
        >
      </p>
      <StandardActs
        v-if="can('defineStandards') || can('approveStandards')"
        :whole="whole"
        :draft="draft"
        @reload="emit('reload')"
      >
        <button class="link" type="button" @click="open = DIFFERENCE">Differences, waivers, audit log</button>
      </StandardActs>
      <template v-else>
        <WhoCan right="defineStandards" what="change and approve standards" />
        <p>
          <button class="link" type="button" @click="open = DIFFERENCE">Differences, waivers</button>
        </p>
      </template>
      <div v-if="newest" class="problem" role="alert">
        <p>{{ problem }}</p>
        <button class="act quiet" type="button" @click="draft.settle(true)">Take the other one</button>
        <button class="act quiet" type="button" @click="draft.settle(false)">Keep mine over it</button>
        <p class="small">Undo brings back what is left out.</p>
      </div>
      <p v-else-if="preview?.wrong" class="problem" role="alert">{{ plain(preview.wrong.message) }}</p>
      <p v-else-if="state === 'wrong' || state === 'away'" class="problem" role="alert">{{ problem }}</p>
    </header>

    <AboutStandard
      v-if="open === ABOUT"
      v-model="doc"
      :words="words"
      :editable="editable"
      :proposal="preview?.proposal ?? null"
      :sound="preview?.sound"
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

    <template #effect>
      <EffectPanel
        :preview="preview"
        :setting="setting"
        :setting-name="nameOf(setting)"
        :standard="whole.head.key"
        @go="go"
      />
    </template>
  </ThreeZones>
</template>

<style scoped>
.state {
  font-size: 1rem;
  font-weight: 400;
}
.problem {
  margin-top: 10px;
}
</style>
