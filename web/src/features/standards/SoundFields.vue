<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { computed } from 'vue';
import OneOf from '../../app/OneOf.vue';
import TickBox from '../../app/TickBox.vue';
import type { Views } from '../../app/client';
import { plain } from '../../instruments/fractions';

/** Sound as a plan: the microphones there are, and what follows for inputs, phantom power, channels, pad and headphones. */
const sound = defineModel<Views['SoundDocument'] | null | undefined>({ required: true });
const props = defineProps<{
  editable: boolean;
  plan: Views['SoundPlanView'] | null | undefined;
  notches: Views['NotchDocument'][];
}>();
const emit = defineEmits<{ take: [notches: Views['SoundNotchView'][]] }>();
const KINDS = [
  { key: 'condenser', name: 'condenser, 48 V' },
  { key: 'dynamic', name: 'dynamic' },
  { key: 'plug-in', name: 'small jack, plug-in power' },
  { key: 'line', name: 'desk, line level' },
];
const list = computed(() => sound.value?.microphones ?? []);
function put(change: Partial<Views['SoundDocument']>): void {
  sound.value = { microphones: [], headphones: true, recorderApart: false, ...sound.value, ...change };
}
const change = (i: number, part: Partial<Views['MicrophoneDocument']>) =>
  put({ microphones: list.value.map((m, at) => (at === i ? { ...m, ...part } : m)) });
/** Names that are free: boom, then microphone 2, and so on. */
function add(): void {
  const taken = new Set(list.value.map((m) => m.name));
  let n = list.value.length + 1;
  while (taken.has(n === 1 ? 'boom' : `microphone ${n}`)) n++;
  put({
    microphones: [
      ...list.value,
      {
        name: n === 1 ? 'boom' : `microphone ${n}`,
        kind: 'condenser',
        wireless: false,
        spare: false,
        loud: false,
      },
    ],
  });
}
/** What the notches do not require yet. */
const left = computed(() =>
  (props.plan?.notches ?? []).filter(
    (p) =>
      ![p.require, 'by policy'].includes(
        props.notches.find((n) => n.setting === p.setting && !n.when?.length)?.require ?? '',
      ),
  ),
);
</script>

<template>
  <section class="sound" aria-label="Microphones">
    <fieldset v-for="(m, i) in list" :key="i" :disabled="!editable" class="fields">
      <legend class="visually-hidden">Microphone {{ i + 1 }}</legend>
      <label class="entry">
        <span class="what">Microphone</span>
        <InputText
          class="field"
          maxlength="40"
          :model-value="m.name"
          @input="change(i, { name: ($event.target as HTMLInputElement).value })"
        />
      </label>
      <OneOf
        :model-value="m.kind"
        label="Kind"
        :options="KINDS"
        :disabled="!editable"
        @update:model-value="$event && change(i, { kind: $event })"
      />
      <TickBox
        :model-value="m.wireless"
        :disabled="!editable"
        @update:model-value="change(i, { wireless: !!$event })"
        >wireless</TickBox
      >
      <TickBox
        :model-value="m.spare"
        :disabled="!editable"
        @update:model-value="change(i, { spare: !!$event })"
        >spare</TickBox
      >
      <TickBox :model-value="m.loud" :disabled="!editable" @update:model-value="change(i, { loud: !!$event })"
        >loud</TickBox
      >
      <button
        v-if="editable"
        class="link"
        type="button"
        :aria-label="`Take ${m.name} off the list`"
        @click="put({ microphones: list.filter((_, at) => at !== i) })"
      >
        Take off
      </button>
    </fieldset>
    <p v-if="editable"><button class="act quiet" type="button" @click="add">Add a microphone</button></p>
    <div v-if="sound" class="fields">
      <TickBox
        :model-value="sound.headphones"
        :disabled="!editable"
        @update:model-value="put({ headphones: !!$event })"
        >Headphones are on the list</TickBox
      >
      <TickBox
        :model-value="sound.recorderApart"
        :disabled="!editable"
        @update:model-value="put({ recorderApart: !!$event })"
        >A recorder of its own</TickBox
      >
      <button v-if="editable" class="link" type="button" @click="sound = null">Say nothing of sound</button>
    </div>
    <div v-if="plan" class="plan">
      <ul v-if="plan.warnings.length" class="off">
        <li v-for="w in plan.warnings" :key="w">{{ plain(w) }}</li>
      </ul>
      <dl v-if="plan.notches.length">
        <template v-for="n in plan.notches" :key="n.setting">
          <dt>{{ n.name }}</dt>
          <dd>
            <span class="mono target">{{ n.require }}</span>{{ ' '
            }}<span class="soft small">{{ plain(n.reason) }}</span>
          </dd>
        </template>
      </dl>
      <ol v-if="plan.steps.length">
        <li v-for="s in plan.steps" :key="s">{{ plain(s) }}</li>
      </ol>
      <button v-if="editable && left.length" class="act quiet" type="button" @click="emit('take', left)">
        Write {{ left.length === 1 ? 'it' : `${left.length} of them` }} into the notches
      </button>
      <p v-else-if="plan.notches.length" class="soft small">
        {{
          left.length
            ? `${left.length} of them are not required by its notches.`
            : 'The notches require it so.'
        }}
      </p>
    </div>
  </section>
</template>

<style scoped>
.sound {
  display: grid;
  gap: 10px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
}
.fields {
  align-items: end;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 3px 16px;
  margin: 0;
}
dt {
  color: var(--ink-soft);
}
dd {
  margin: 0;
}
ul,
ol {
  margin: 0;
  padding-left: 20px;
}
.plan {
  display: grid;
  gap: 10px;
  justify-items: start;
}
</style>
