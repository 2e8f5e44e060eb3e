<script setup lang="ts">
import { ref } from 'vue';
import type { Views } from '../../app/client';
import ControlWhere from '../../instruments/ControlWhere.vue';
import { plain } from '../../instruments/fractions';
import NotchDial from '../../instruments/NotchDial.vue';
import SettingText from '../../instruments/SettingText.vue';
import VerdictMark from '../../instruments/VerdictMark.vue';
import { focusInView } from './focusInView';

defineProps<{
  line: Views['CheckLineView'];
  modelName: string;
  reading?: Views['ReadingView'];
  verdict?: Views['VerdictView'];
  /** Why what is typed cannot be, or empty. */
  message: string;
  /** What is typed, in the camera's own words, or empty. */
  meaning: string;
  shown: 'where' | 'why' | null;
  asTable: boolean;
  stage: Views['CheckStage'];
  /** Whether this camera takes the sheet's value over its link. */
  canSend: boolean;
}>();
defineEmits<{ enter: []; press: [event: KeyboardEvent]; takeBack: []; send: [] }>();
const text = defineModel<string>({ required: true });

const field = ref<HTMLInputElement>();
defineExpose({ focus: () => focusInView(field.value) });
</script>

<template>
  <div class="notch" :data-setting="line.line.setting">
    <div class="title">
      <h1>{{ line.line.name }}</h1>
      <p class="wants">
        <span class="soft">{{ line.line.target ? 'required' : 'to do' }}</span>
        <strong class="target want"
          ><SettingText :label="line.line.target ?? line.line.requirement"
        /></strong>
      </p>
    </div>
    <!-- A dial with one position tells nothing. -->
    <NotchDial
      v-if="asTable || line.line.dial.detents.length > 1"
      :dial="line.line.dial"
      :name="line.line.name"
      :reading="reading"
      :verdict="verdict"
      :table="asTable"
    />

    <form class="seen" @submit.prevent="$emit('enter')">
      <label for="seen">{{ stage === 'left' ? 'set to' : 'seen on the camera' }}</label>
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
        @keydown="$emit('press', $event)"
      />
      <p id="seen-says" class="says" role="status">
        <span v-if="message" class="off" data-role="refusal">{{ plain(message) }}</span>
        <template v-else-if="verdict && verdict.kind !== 'unread'">
          <VerdictMark :kind="verdict.kind" word />
          <!-- Met without anybody having looked: the reason says by what. -->
          <span class="small meaning">{{
            plain(meaning || (line.reading.kind === 'unread' ? verdict.because.sentence : ''))
          }}</span>
        </template>
      </p>
    </form>
    <p v-if="line.found" class="sentence small">
      Found: <span class="mono">{{ plain(line.found.reading.label) }}</span>
      <span v-if="line.found.verdict.offLabel" class="mono off">
        {{ plain(line.found.verdict.offLabel) }}</span>, by {{ line.found.reading.by }}.
    </p>
    <p v-if="line.stale" class="sentence automatic" data-role="stale">
      {{ plain(line.verdict.because.sentence) }}
    </p>
    <p v-if="canSend" class="send">
      <button class="act quiet" type="button" @click="$emit('send')">
        Send {{ plain(line.line.target ?? '') }} to the camera
      </button>
    </p>
    <p
      v-if="!message && verdict && verdict.kind !== 'unread' && verdict.kind !== 'onTarget'"
      class="sentence"
    >
      {{ plain(verdict.because.sentence) }}
    </p>

    <div class="two">
      <section
        v-if="line.line.place || line.line.kind !== 'task'"
        id="notch-where"
        :class="{ lit: shown === 'where' }"
      >
        <h2>Where, on {{ modelName }}</h2>
        <ControlWhere :place="line.line.place" />
      </section>
      <section id="notch-why" :class="{ lit: shown === 'why' }">
        <h2>Why</h2>
        <p>{{ line.line.reason }}</p>
        <p>{{ plain(line.line.because.sentence) }}</p>
        <p class="soft small">
          Required: <span class="mono">{{ plain(line.line.requirement) }}</span><template
            v-if="line.line.tolerance"
            >, tolerance <span class="mono">{{ plain(line.line.tolerance) }}</span></template
          >. Rule <span class="mono">{{ line.line.because.ruleId }}</span>.
        </p>
        <p v-if="line.reading.by" class="soft small">
          {{
            line.reading.fromCamera
              ? 'Reported by the camera, taken by'
              : line.reading.fromClip
                ? 'From the test clip, added by'
                : 'Read by'
          }}
          {{ line.reading.by }} as
          <span class="mono">{{ plain(line.reading.typed || line.reading.label) }}</span>.
          <button class="link" type="button" @click="$emit('takeBack')">Take it back</button>
        </p>
      </section>
    </div>
  </div>
</template>

<style scoped>
.meaning {
  margin-left: 10px;
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
.require {
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
.send {
  margin-top: 10px;
}
.text {
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
@media (max-width: 760px) {
  h1 {
    font-size: 1.75rem;
  }
  .title {
    display: block;
  }
  /* A place with a long name takes a second line: it must not push the page wider than the phone. */
  .wants {
    flex-wrap: wrap;
  }
  .require :deep(.setting) {
    white-space: normal;
    overflow-wrap: anywhere;
  }
  .seen {
    grid-template-columns: 1fr;
  }
  .two {
    grid-template-columns: 1fr;
    gap: 16px;
  }
}
</style>
