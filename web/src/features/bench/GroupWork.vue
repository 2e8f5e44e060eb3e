<script setup lang="ts">
import { computed, ref } from 'vue';
import { plain } from '../../instruments/fractions';
import SettingText from '../../instruments/SettingText.vue';
import VerdictMark from '../../instruments/VerdictMark.vue';
import { unread, type Entry } from './entries';
import { focusInView } from './focusInView';
import KeyBar from './KeyBar.vue';
import type { ReadingEntry } from './outgoing';

/** The lines that one look answers: Space confirms them all, a number or a name opens one. */
const props = defineProps<{ group: Entry; waiting: ReadingEntry[]; lastNote: string }>();
const emit = defineEmits<{
  confirm: [];
  open: [setting: string];
  back: [];
  step: [by: number];
  sinceLast: [];
  takeBack: [];
}>();

const text = ref('');
const field = ref<HTMLInputElement>();
defineExpose({ focus: () => focusInView(field.value) });

const MOST_NUMBERED = 9;
const held = (setting: string) => props.waiting.some((w) => w.setting === setting);
const left = computed(() => props.group.lines.filter((l) => unread(l) && !held(l.line.setting)));
const sure = computed(() => left.value.filter((l) => l.line.target));
/** Names that begin with what is typed come before those that only hold it. */
const found = computed(() => {
  const typed = text.value.trim().toLowerCase();
  if (!typed) return props.group.lines;
  const names = (l: Entry['lines'][number]) => l.line.name.toLowerCase();
  const begin = props.group.lines.filter((l) => names(l).startsWith(typed));
  return [...begin, ...props.group.lines.filter((l) => !begin.includes(l) && names(l).includes(typed))];
});

function enter(): void {
  const first = text.value.trim() ? found.value[0] : (left.value[0] ?? props.group.lines[0]);
  if (first) emit('open', first.line.setting);
}

function press(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey || text.value) return;
  const number = Number(event.key);
  const line = number >= 1 && number <= MOST_NUMBERED ? props.group.lines[number - 1] : undefined;
  if (event.key === ' ') emit('confirm');
  else if (event.key === 'Backspace') emit('back');
  else if (event.key === 'ArrowDown') emit('step', 1);
  else if (event.key === 'ArrowUp') emit('step', -1);
  else if (event.key === '=') emit('sinceLast');
  else if (line) emit('open', line.line.setting);
  else return;
  event.preventDefault();
}
</script>

<template>
  <div
    class="group-work"
    :data-group="group.key"
    :data-lines="group.lines.map((l) => l.line.setting).join(' ')"
  >
    <div class="title">
      <h1>{{ group.name }}</h1>
      <p class="soft">
        {{
          left.length
            ? `${left.length} of ${group.lines.length} to read: one look answers them`
            : 'every line is read'
        }}
      </p>
    </div>
    <ol>
      <li v-for="({ line, reading, verdict }, i) in group.lines" :key="line.setting">
        <button
          type="button"
          :class="{ dim: text.trim() && !found.includes(group.lines[i]!) }"
          :data-line="line.setting"
          @click="$emit('open', line.setting)"
        >
          <kbd v-if="i < MOST_NUMBERED">{{ i + 1 }}</kbd><span v-else />
          <VerdictMark :kind="held(line.setting) ? 'unread' : verdict.kind" />
          <span class="name">{{ line.name }}</span>
          <span class="target required"
            ><SettingText v-if="line.target" :label="line.target" /><template v-else
              >not on this model</template
            ></span
          >
          <span class="mono small seen">{{
            held(line.setting)
              ? 'saved here'
              : reading.kind === 'unread'
                ? ''
                : `${plain(reading.label)}${verdict.offLabel ? `, ${plain(verdict.offLabel)}` : ''}`
          }}</span>
        </button>
      </li>
    </ol>
    <form class="seen-field" @submit.prevent="enter">
      <label for="seen">open one line</label>
      <input
        id="seen"
        ref="field"
        v-model="text"
        class="mono"
        autocomplete="off"
        autocapitalize="none"
        spellcheck="false"
        :placeholder="`1 to ${Math.min(group.lines.length, MOST_NUMBERED)}, or its name`"
        @keydown="press"
      />
      <span v-if="text.trim() && !found.length" class="off small" role="alert"
        >No line here is called “{{ text.trim() }}”.</span
      >
    </form>
    <p v-if="lastNote" class="soft small" role="status">{{ lastNote }}</p>
    <p v-if="!left.length">
      <button class="link" type="button" @click="$emit('takeBack')">Take all of them back</button>
    </p>
    <KeyBar>
      <button type="button" :disabled="!sure.length" @click="$emit('confirm')">
        <kbd>Space</kbd>
        {{ sure.length === 1 ? 'as on the sheet' : `all ${sure.length} as on the sheet` }}
      </button>
      <button type="button" @click="enter"><kbd>Enter</kbd> one by one</button>
      <button type="button" @click="$emit('sinceLast')">
        <kbd>=</kbd> only what differs from the last check
      </button>
      <button type="button" @click="$emit('back')"><kbd>Bksp</kbd> back</button>
    </KeyBar>
  </div>
</template>

<style scoped>
.group-work {
  display: flex;
  flex-direction: column;
  flex: 1;
}
.title {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  flex-wrap: wrap;
  gap: 4px 18px;
  margin-bottom: 8px;
}
h1 {
  font-size: 2.125rem;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  border-bottom: 1px solid var(--line);
}
li button {
  display: grid;
  grid-template-columns: 26px 24px minmax(0, 1fr) minmax(0, auto) minmax(0, 9rem);
  align-items: center;
  gap: 10px;
  width: 100%;
  border: 0;
  background: none;
  color: var(--ink);
  text-align: left;
  padding: 7px 8px;
  font-size: 1.0625rem;
  cursor: pointer;
}
li button:hover {
  background: var(--panel-deep);
}
li button.dim {
  opacity: 0.5;
}
.required {
  font-size: 1.25rem;
  font-weight: 600;
  text-align: right;
  overflow-wrap: anywhere;
}
.seen {
  text-align: right;
  overflow-wrap: anywhere;
}
.seen-field {
  display: grid;
  grid-template-columns: auto 250px 1fr;
  align-items: center;
  gap: 6px 16px;
  margin: 14px 0;
}
.seen-field label {
  color: var(--ink-soft);
}
.seen-field input {
  padding: 8px 12px;
  border: 2px solid var(--ink);
  border-radius: 4px;
  background: var(--panel);
  color: var(--ink);
  font-size: 1rem;
  width: 100%;
}
@media (max-width: 760px) {
  h1 {
    font-size: 1.75rem;
  }
  li button {
    grid-template-columns: 24px minmax(0, 1fr) minmax(0, auto);
    padding: 9px 0;
  }
  li button > kbd,
  li button > span:first-child {
    display: none;
  }
  .seen {
    grid-column: 2 / -1;
    text-align: left;
  }
  .seen:empty {
    display: none;
  }
  .seen-field {
    grid-template-columns: 1fr;
  }
  kbd {
    display: none;
  }
}
</style>
