<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import type { Views } from '../../app/client';
import { balancesOf, placeOf, positionsOf, stepped } from './words';

/** Works one setting of a control as it is made: a slide at once, a wheel click by click, a button press by press, held for two seconds, a menu by walking to it. */
const props = defineProps<{ worked: Views['WorkedSettingView']; several: boolean; siblings: string[][] }>();
const emit = defineEmits<{ to: [to: string] }>();
const positions = computed(() => positionsOf(props.worked));
const at = computed(() => placeOf(props.worked));
const now = computed(() => `${props.worked.isAutomatic ? 'A ' : ''}${props.worked.now || '–'}`);
function step(by: number): void {
  const to = stepped(props.worked, by);
  if (to !== undefined) emit('to', to);
}
const balances = computed(() => balancesOf(props.worked));
/** A long dial is turned faster. */
const FAST = 5;
const isLong = computed(() => positions.value.length > 12);
/** A button goes on to the next, and from the last to the first. */
const press = () => emit('to', positions.value[(at.value + 1) % positions.value.length]!.to);

const HOLD_MS = 2000;
const holding = ref(false);
let hold: ReturnType<typeof setTimeout> | undefined;
function down(): void {
  if (holding.value) return;
  holding.value = true;
  hold = setTimeout(() => {
    holding.value = false;
    press();
  }, HOLD_MS);
}
function up(): void {
  clearTimeout(hold);
  holding.value = false;
}
onBeforeUnmount(up);

/** How far a menu was walked. */
const walked = ref<string[]>([]);
watch(
  () => props.worked.setting,
  () => (walked.value = []),
);
const arrived = computed(
  () => props.worked.make !== 'menu' || walked.value.length >= props.worked.menu.length,
);
const entries = computed(() => {
  const deep = walked.value.length;
  const here = props.siblings.filter((path) => walked.value.every((w, i) => path[i] === w));
  return [...new Set(here.map((path) => path[deep]).filter((e): e is string => Boolean(e)))].sort();
});
const wrongWay = computed(
  () => props.worked.make === 'menu' && walked.value.some((w, i) => props.worked.menu[i] !== w),
);
</script>

<template>
  <div class="work">
    <p v-if="several" class="soft small">{{ worked.name }}</p>
    <template v-if="!arrived || wrongWay">
      <p class="path mono small">Menu{{ walked.map((w) => ` › ${w}`).join('') }}</p>
      <p class="acts">
        <button v-for="e in entries" :key="e" class="act quiet small" type="button" @click="walked.push(e)">
          {{ e }}
        </button>
        <button v-if="walked.length" class="link small" type="button" @click="walked.pop()">back</button>
        <span v-if="!entries.length" class="soft small">Nothing more is in here.</span>
      </p>
    </template>
    <template v-else>
      <p v-if="worked.make === 'menu'" class="path mono small">
        Menu{{ walked.map((w) => ` › ${w}`).join('') }}
        <button class="link small" type="button" @click="walked.pop()">back</button>
      </p>
      <p class="acts">
        <template v-if="worked.make === 'dial' || worked.make === 'ring'">
          <button
            class="act quiet"
            type="button"
            :aria-label="`${worked.name}: one click back`"
            @click="step(-1)"
          >
            ‹
          </button>
          <output class="mono now">{{ now }}</output>
          <button
            class="act quiet"
            type="button"
            :aria-label="`${worked.name}: one click on`"
            @click="step(1)"
          >
            ›
          </button>
          <template v-if="isLong">
            <button class="link small" type="button" @click="step(-FAST)">five clicks back</button>
            <button class="link small" type="button" @click="step(FAST)">five clicks on</button>
          </template>
        </template>
        <template v-else-if="worked.make === 'button'">
          <button class="act quiet" type="button" @click="press">Press</button
          ><output class="mono now">{{ now }}</output>
        </template>
        <template v-else-if="worked.make === 'hold'">
          <button
            class="act quiet"
            type="button"
            @pointerdown="down"
            @pointerup="up"
            @pointerleave="up"
            @keydown.space.prevent="down"
            @keyup.space.prevent="up"
            @blur="up"
          >
            {{ holding ? 'Holding…' : 'Hold for two seconds' }}
          </button>
          <button class="act quiet" type="button" @click="step(1)">Turn on</button>
          <button class="act quiet" type="button" @click="step(-1)">Turn back</button>
          <output class="mono now">{{ now }}</output>
        </template>
        <template v-else>
          <button
            v-for="(p, i) in positions"
            :key="p.to"
            class="act quiet small"
            type="button"
            :aria-pressed="i === at"
            :class="{ here: i === at }"
            @click="$emit('to', p.to)"
          >
            {{ p.label }} <span v-if="p.detail" class="soft">{{ p.detail }}</span>
          </button>
        </template>
        <button
          v-for="b in balances"
          :key="b.to"
          class="act quiet small"
          type="button"
          @click="$emit('to', b.to)"
        >
          {{ b.label }}
        </button>
      </p>
    </template>
  </div>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: center;
}
.now {
  min-width: 90px;
  text-align: center;
  font-size: 1.125rem;
}
.here {
  background: var(--ink);
  color: var(--paper);
}
.here .soft {
  color: inherit;
}
.path {
  margin-bottom: 4px;
}
</style>
