<script setup lang="ts">
import { computed, nextTick, ref } from 'vue';
import type { useTry } from './useTry';
import BodyDrawing from './BodyDrawing.vue';
import { SIDES } from './words';

/** Questions, one at a time: a control on the body, one of some answers, or a direction and a number. */
const props = defineProps<{ it: ReturnType<typeof useTry> }>();
const { view, work, answer, finish } = props.it;
const answered = (i: number) => {
  const a = work.value.answers[i];
  return Boolean(
    a && (a.place || a.choice !== null) && (view.value.questions[i]!.kind !== 'number' || a.amount !== null),
  );
};
const at = ref(
  Math.max(
    0,
    view.value.questions.findIndex((_, i) => !answered(i)),
  ),
);
const question = computed(() => view.value.questions[at.value]!);
const given = computed(() => work.value.answers[at.value]);
const side = ref('');
const sides = computed(() => SIDES.filter((s) => view.value.body.some((c) => c.side === s.key)));
const onSide = computed(() => view.value.body.filter((c) => c.side === side.value));
const typed = ref('');
const fraction = (text: string) => {
  const tidy = text.trim().replace(',', '.').replace('⅓', '.3333333').replace('⅔', '.6666667');
  const [, whole, top, bottom] = /^(\d+)?\s*(\d+)\/(\d+)$/.exec(tidy) ?? [];
  const number = bottom ? Number(whole ?? 0) + Number(top) / Number(bottom) : Number(tidy);
  return tidy && Number.isFinite(number) ? number : null;
};
function take(text: string): void {
  typed.value = text;
  answer(at.value, { amount: fraction(text) });
}
const heading = ref<HTMLElement>();
function go(to: number): void {
  at.value = to;
  side.value = '';
  const amount = work.value.answers[to]?.amount;
  typed.value = amount === null || amount === undefined ? '' : String(Math.round(amount * 100) / 100);
  void nextTick(() => heading.value?.focus());
}
const last = computed(() => at.value === view.value.questions.length - 1);
const open = computed(() => view.value.questions.filter((_, i) => !answered(i)).length);
const chosenName = computed(() => view.value.body.find((c) => c.key === given.value?.place)?.name ?? '');
</script>

<template>
  <div>
    <p class="soft">Question {{ at + 1 }} of {{ view.questions.length }}</p>
    <h2 ref="heading" tabindex="-1" class="asks">{{ question.asks }}</h2>
    <template v-if="question.kind === 'place'">
      <p class="acts" role="group" aria-label="Sides of the body">
        <button
          v-for="s in sides"
          :key="s.key"
          type="button"
          class="act quiet"
          :aria-pressed="side === s.key"
          :class="{ here: side === s.key }"
          @click="side = s.key"
        >
          {{ s.name }}
        </button>
      </p>
      <BodyDrawing
        v-if="side"
        plain
        :controls="onSide"
        :chosen="given?.place"
        @choose="answer(at, { place: $event })"
      />
      <p v-if="chosenName" role="status">Your answer: {{ chosenName }}</p>
    </template>
    <div v-else-if="question.kind === 'choice'" class="options" role="radiogroup" :aria-label="question.asks">
      <label v-for="(o, i) in question.options" :key="i"
        ><input
          type="radio"
          :name="`q${at}`"
          :checked="given?.choice === i"
          @change="answer(at, { choice: i })"
        />
        {{ o }}</label
      >
    </div>
    <div v-else class="number">
      <div class="options" role="radiogroup" aria-label="Direction">
        <label v-for="(d, i) in question.directions" :key="d"
          ><input
            type="radio"
            :name="`q${at}`"
            :checked="given?.choice === i"
            @change="answer(at, { choice: i })"
          />
          {{ d }}</label
        >
      </div>
      <label class="entry amount"
        ><span class="what"
          >By how much <span class="soft">{{ question.unit }}</span></span
        ><input
          class="field mono p-inputtext"
          inputmode="decimal"
          :value="typed"
          :placeholder="question.unit === 'stops' ? '1 1/3' : '130'"
          @input="take(($event.target as HTMLInputElement).value)"
        /><span v-if="typed && given?.amount === null" class="off small" role="alert"
          >This is no number. Write it like 2, 1.67 or 1 2/3.</span
        ></label
      >
    </div>
    <p class="acts next">
      <button v-if="at > 0" class="act quiet" type="button" @click="go(at - 1)">Back</button>
      <button v-if="!last" class="act" type="button" @click="go(at + 1)">Next</button>
      <button v-if="last" class="act" type="button" @click="finish">That is all</button>
      <span v-if="last && open" class="soft small">{{ open }} not answered</span>
    </p>
  </div>
</template>

<style scoped>
.asks {
  margin: 4px 0 12px;
  max-width: 720px;
  font-size: 1.25rem;
}
.asks:focus {
  outline: none;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 12px 0;
  align-items: center;
}
.here {
  background: var(--ink);
  color: var(--paper);
}
.options {
  display: grid;
  gap: 8px;
  max-width: 720px;
}
.options label {
  display: flex;
  gap: 8px;
  align-items: baseline;
  min-height: 28px;
}
.number {
  display: grid;
  gap: 14px;
}
.amount {
  max-width: 220px;
}
</style>
