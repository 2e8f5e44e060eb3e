<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Views } from '../../app/client';
import { plain } from '../../instruments/fractions';
import SettingText from '../../instruments/SettingText.vue';

const props = defineProps<{ now: Views['NowView']; ifRecorded?: string }>();

const TOPICS: Record<Views['ConsequenceTopic'], string> = {
  exposure: 'Exposure',
  noise: 'Noise',
  whiteBalance: 'White balance',
  shutterAngle: 'Shutter angle',
  flicker: 'Flicker',
  format: 'Format',
  focus: 'Focus',
  audio: 'Audio',
  card: 'Card',
  battery: 'Battery',
};
const TONE: Record<Views['Severity'], string> = {
  fine: '',
  slight: 'slight',
  fault: 'off',
  automatic: 'automatic',
  unknown: 'soft',
};

const WORST = 3;
const all = ref(false);
/** The three worst with their reasons; the rest behind a press, so that what matters is read. */
const bad = computed(
  () => props.now.items.filter((i) => i.severity !== 'fine' && i.severity !== 'unknown').length,
);
const told = (place: number) => all.value || place < WORST;

/** Only terms that move the picture are listed; the rest would be a column of noughts. */
const terms = computed(() =>
  props.now.terms.filter(
    (t) => t.source !== 'assumed' && (t.source === 'automatic' || Math.abs(t.stops) >= 0.005),
  ),
);
</script>

<template>
  <section class="now" :aria-label="ifRecorded ?? 'If it recorded now'">
    <h2>{{ ifRecorded ?? 'If it recorded now' }}</h2>
    <div v-for="(pair, i) in now.hidden" :key="i" class="problem">
      <strong>Two wrongs that hide each other.</strong> {{ plain(pair.because.sentence) }}
    </div>
    <dl>
      <template v-for="(item, i) in now.items" :key="item.topic">
        <dt>{{ TOPICS[item.topic] }}</dt>
        <dd :data-topic="item.topic">
          <span class="value" :class="TONE[item.severity]"><SettingText :label="item.value" /></span>
          <span
            v-if="item.severity !== 'unknown' && item.severity !== 'fine' && told(i)"
            class="small soft sentence"
            >{{ item.because.sentence }}</span
          >
        </dd>
      </template>
    </dl>
    <button v-if="bad > WORST" class="link small" type="button" @click="all = !all">
      {{ all ? 'Only the three worst' : `Why the other ${bad - WORST}` }}
    </button>
    <template v-if="now.order.length">
      <h2>Corrections, in this order</h2>
      <p v-if="now.resetFirst" class="small reset">{{ plain(now.resetFirst.sentence) }}</p>
      <ol class="order">
        <li v-for="(step, i) in now.order" :key="i">
          <p>
            {{ step.name }} <strong class="mono">{{ plain(step.from) }}</strong><svg
              class="arrow"
              viewBox="0 0 18 10"
              role="img"
              aria-label="to"
            >
              <path d="M1 5h15m-4-4 4 4-4 4" /></svg
            ><strong class="mono target">{{ plain(step.to) }}</strong>
          </p>
          <p class="small soft">{{ step.reason }}</p>
        </li>
      </ol>
    </template>
    <div v-if="terms.length > 1" class="small">
      <h3 class="soft">Exposure, term by term</h3>
      <dl class="terms">
        <template v-for="term in terms" :key="term.setting">
          <dt>{{ term.name }}</dt>
          <dd class="mono">{{ term.source === 'automatic' ? 'automatic' : plain(term.label) }}</dd>
        </template>
      </dl>
    </div>
    <p v-if="now.metered" class="small soft">
      On the standard's light this is <span class="mono">{{ plain(now.metered.errorLabel) }}</span> from the
      meter.
    </p>
  </section>
</template>

<style scoped>
.now {
  display: flex;
  flex-direction: column;
  gap: 12px;
}
dl {
  display: grid;
  grid-template-columns: 68px 1fr;
  gap: 7px 10px;
  margin: 0;
}
dt {
  color: var(--ink-soft);
}
dd {
  margin: 0;
  min-width: 0;
}
.value :deep(.setting) {
  white-space: normal;
  overflow-wrap: anywhere;
}
.value {
  font-size: 1.0625rem;
}
.value.off {
  font-weight: 600;
}
.sentence {
  display: block;
  line-height: 1.3;
}
.reset {
  border-left: 3px solid var(--ink);
  padding-left: 9px;
}
.terms {
  grid-template-columns: max-content max-content;
  gap: 2px 16px;
}
.terms dt {
  color: inherit;
}
.terms dd {
  text-align: right;
}
h3 {
  font-size: inherit;
  font-weight: 400;
}
.order {
  margin: 0;
  padding: 0;
  list-style: none;
  counter-reset: step;
}
.order li {
  border-top: 1px solid var(--line);
  padding: 7px 0 7px 26px;
  position: relative;
  counter-increment: step;
}
.order li::before {
  content: counter(step);
  position: absolute;
  left: 4px;
  font: 600 0.9375rem var(--mono);
  color: var(--ink-soft);
}
.arrow {
  width: 18px;
  margin: 0 7px;
  fill: none;
  stroke: currentColor;
  stroke-width: 1.6;
}
</style>
