<script setup lang="ts">
import { computed } from 'vue';
import type { Views } from '../../app/client';
import { plain } from '../../instruments/fractions';
import CostBar from '../../instruments/CostBar.vue';
import SettingText from '../../instruments/SettingText.vue';
import WhatIf from './WhatIf.vue';

/** The plan in words: each camera's values with their reason, what cannot be met and what would correct it, and how far the cameras agree. */
const props = defineProps<{ plan: Views['PlanView']; chosen: string }>();
const emit = defineEmits<{ choose: [letter: string]; hold: [letter: string, pins: Views['PinsDocument']] }>();
// One scale for all, so that the bars compare; two points are hardly anything.
const most = computed(() => Math.max(2, ...props.plan.cameras.map((c) => c.chosen.cost)));
const white = computed(() => new Map(props.plan.white.map((w) => [w.letter, w])));
const dial = (letter: string) => {
  const w = white.value.get(letter);
  return !w ? '' : w.dialK ? `${w.dialK} K` : w.memory ? `card ${w.memory}` : 'card';
};
const checks = computed(() => props.plan.pairs.filter((p) => p.checkOnCard));
const unlike = computed(() => props.plan.pairs.filter((p) => p.apart));
const general = computed(() => props.plan.faults.filter((f) => !f.letter));
const apart = computed(() => props.plan.agreement.filter((a) => !a.agrees));
const agreed = computed(() => props.plan.agreement.filter((a) => a.agrees));
const flicker = computed(() => props.plan.flicker.filter((f) => !f.good));
const faults = computed(() => props.plan.faults.filter((f) => f.letter));
const spread = computed(() => Math.max(0, ...props.plan.pairs.map((p) => p.spreadStops)));
</script>

<template>
  <h2>The plan, and why</h2>
  <p v-for="f in general" :key="f.message" class="problem" role="alert">{{ plain(f.message) }}</p>
  <article
    v-for="c in plan.cameras"
    :key="c.letter"
    class="camera"
    :class="{ now: c.letter === chosen }"
    :data-camera="c.letter"
  >
    <h3>
      <button class="link" type="button" @click="emit('choose', c.letter)">
        {{ c.letter }} {{ c.spoken }}
      </button>
      <span v-if="c.exposureReference" class="soft small"> exposure reference</span>
      <span class="verdict small" :class="c.chosen.onTheLine ? 'has' : 'off'">{{
        c.chosen.onTheLine ? 'on target' : plain(c.chosen.error)
      }}</span>
    </h3>
    <dl class="settings">
      <div>
        <dt>Base and gain</dt>
        <dd><SettingText :label="c.chosen.state" /></dd>
      </div>
      <div>
        <dt>ND</dt>
        <dd><SettingText :label="c.chosen.filters" /></dd>
      </div>
      <div>
        <dt>Iris</dt>
        <dd class="has"><SettingText :label="c.chosen.iris" /></dd>
      </div>
      <div>
        <dt>Shutter</dt>
        <dd>{{ plain(c.shutter) }}</dd>
      </div>
      <div v-if="dial(c.letter)">
        <dt>White balance</dt>
        <dd>{{ dial(c.letter) }}</dd>
      </div>
    </dl>
    <CostBar :costs="c.chosen.costs" :total="c.chosen.cost" :most="most" />
    <p class="small soft">
      {{ plain(`The meter at its own speed says ${c.meter}: ${c.direction}.`) }}
      {{ plain(c.why) }}
    </p>
    <p v-if="c.requirementMissed" class="small told" :class="{ slight: !c.remedies.length }">
      {{ plain(c.requirementMissed) }}
    </p>
    <p v-if="c.pinCost" class="small told">{{ plain(c.pinCost) }}</p>
    <ul v-if="c.remedies.length" class="small">
      <li v-for="m in c.remedies" :key="m.sentence">{{ plain(m.sentence) }}</li>
    </ul>
    <template v-if="c.letter === chosen">
      <p v-if="c.ramp" class="small">{{ plain(c.ramp) }}</p>
      <p v-if="c.diffraction" class="small">{{ plain(c.diffraction) }}</p>
      <WhatIf :camera="c" @hold="emit('hold', c.letter, $event)" />
      <p v-if="white.get(c.letter)" class="small">{{ plain(white.get(c.letter)!.sentence) }}</p>
    </template>
  </article>
  <p v-for="f in faults" :key="f.letter + f.message" class="problem small" role="alert">
    <b>{{ f.letter }}</b> {{ plain(f.message) }}
  </p>
  <template v-if="plan.cameras.length">
    <h2>Agreement</h2>
    <p v-if="plan.workEnded" class="small told">{{ plain(plan.workEnded) }}</p>
    <p v-if="plan.light?.moved" class="small told">{{ plain(plan.light.moved) }}</p>
    <p v-if="plan.light?.commonSpeed" class="small">
      One speed for all: {{ plain(plan.light.commonSpeed) }}.
    </p>
    <p class="mono values">
      exposure {{ plain(plan.largestDifference) }} · spread ±{{ spread.toFixed(2) }} ·
      {{ agreed.map((a) => a.name).join(', ') || 'nothing else' }} the same
    </p>
    <p v-for="a in apart" :key="a.matter" class="small told">{{ plain(a.sentence) }}</p>
    <p v-for="f in flicker" :key="f.letter" class="small told">{{ f.letter }}: {{ plain(f.sentence) }}</p>
    <p v-if="unlike.length" class="small told">
      Planned apart: {{ unlike.map((p) => `${p.left} and ${p.right} by ${plain(p.exposure)}`).join(', ') }}.
    </p>
    <p v-if="checks.length" class="small told">
      Check on a grey card:
      {{ checks.map((p) => `${p.left} and ${p.right} (${plain(p.spread)})`).join(', ') }}.
    </p>
    <p v-else-if="plan.pairs.length && !unlike.length" class="small soft">
      Twice the spread is under half a stop: no grey card check is needed.
    </p>
    <template v-if="plan.rooms.length">
      <h2>White by room</h2>
      <p v-for="r in plan.rooms" :key="r.letter" class="small">
        <b>{{ r.letter }}</b>
        <span v-for="(w, i) in r.rooms" :key="w.room"
          >{{ i ? '; ' : ' ' }}{{ w.room }}: <span class="mono">{{ plain(w.how) }}</span></span
        >
      </p>
    </template>
    <details class="small">
      <summary>When to balance again</summary>
      <p v-for="s in plan.whiteWhen" :key="s">{{ s }}</p>
    </details>
    <template v-if="plan.scene.length || plan.leans.length || plan.crossings.length">
      <h2>Scene</h2>
      <p v-for="s in plan.scene" :key="s" class="small">{{ plain(s) }}</p>
      <p v-for="l in plan.leans" :key="l.sentence" class="small" :class="{ told: !l.holds }">
        {{ plain(l.sentence) }}
      </p>
      <p v-for="s in plan.crossings" :key="s" class="small told">{{ plain(s) }}</p>
    </template>
    <template v-if="plan.variants.length > 1">
      <h2>By other requirements</h2>
      <details v-for="v in plan.variants.slice(1)" :key="v.name" class="small">
        <summary>
          {{ v.name }} <span class="soft">differs {{ plain(v.difference) }}, noise {{ plain(v.noise) }}</span>
        </summary>
        <p class="soft">{{ plain(v.text) }}</p>
        <p v-for="c in v.cameras" :key="c.letter">
          <b>{{ c.letter }}</b> <span class="mono">{{ plain(c.spoken) }}</span>
          <span v-if="c.depth" class="soft"> sharp {{ plain(c.depth) }}</span>
        </p>
      </details>
    </template>
    <template v-if="plan.cautions.length">
      <h2>Take care</h2>
      <p v-for="s in plan.cautions" :key="s" class="small">{{ s }}</p>
    </template>
  </template>
</template>

<style scoped>
.settings {
  margin: 4px 0;
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 1px 14px;
}
.settings > div {
  display: contents;
}
dt {
  font-size: 0.8125rem;
  color: var(--ink-soft);
}
dd {
  margin: 0;
  font-family: var(--mono);
  overflow-wrap: anywhere;
}
h3 {
  font-size: 1rem;
  margin: 0;
  display: flex;
  align-items: baseline;
  gap: 6px;
}
h3 .link {
  text-decoration: none;
  font-weight: 600;
  font-size: 1rem;
}
.verdict {
  margin-left: auto;
}
.camera {
  border-bottom: 1px solid var(--line);
  padding: 7px 0 8px;
}
.camera.now {
  box-shadow: inset 3px 0 var(--ink);
  padding-left: 9px;
}
.values {
  font-size: 0.9375rem;
  margin: 1px 0 3px;
}
.told {
  border-left: 3px solid var(--rust);
  padding-left: 8px;
  margin: 3px 0;
}
.told.slight {
  border-color: var(--line);
}
h2 {
  margin-top: 14px;
}
.small {
  line-height: 1.35;
}
ul {
  margin: 3px 0;
  padding-left: 18px;
}
.problem.small {
  padding: 6px 10px;
  margin-top: 6px;
}
summary {
  cursor: pointer;
  padding: 3px 0;
}
</style>
