<script setup lang="ts">
import { computed } from 'vue';
import { plain } from '../../instruments/fractions';
import FrameSeries from '../../instruments/FrameSeries.vue';
import SoundLevels from '../../instruments/SoundLevels.vue';
import type { Clip } from './useClip';

/** What a clip says of itself, what is wrong in it, what it answered, and its sound and light drawn. */
const props = defineProps<{ clip: Clip; brief?: boolean }>();
defineEmits<{ giveUp: [] }>();
const STAGE = {
  header: 'Reading what the file says',
  frames: 'Looking at its frames',
  sound: 'Listening to it',
};
const TONE = { fine: '', slight: 'slight', fault: 'off', automatic: 'automatic', unknown: 'soft' };
const OUTCOME = {
  recorded: 'recorded',
  same: 'the same was read',
  beside: 'read otherwise: choose which stands',
  notUnderstood: 'not on this control',
};
const faults = computed(() => props.clip.findings.length);
const answers = computed(() => props.clip.answers.filter((a) => a.outcome !== 'same' || !props.brief));
</script>

<template>
  <div class="result" :data-state="clip.state">
    <p v-if="clip.state === 'judging'" role="status">
      {{ clip.stage ? STAGE[clip.stage] : 'Waiting to be judged' }}…
      <button class="link small" type="button" @click="$emit('giveUp')">Give it up</button>
    </p>
    <p v-else-if="clip.sentence" class="problem" role="alert">{{ clip.sentence }}</p>
    <template v-if="clip.state === 'judged'">
      <h2>{{ faults === 0 ? 'Nothing wrong found' : 'What is wrong' }}</h2>
      <ul v-if="faults" class="findings">
        <li v-for="(f, i) in clip.findings" :key="i">
          <strong :class="TONE[f.severity]">{{ plain(f.short) }}</strong> {{ plain(f.because.sentence) }}
        </li>
      </ul>
      <p v-else class="soft small">
        Scan, repeats, flicker, exposure and sound were looked at. What is burned into the picture, and its
        focus, are for your eye.
      </p>
      <template v-if="answers.length">
        <h2>Read from the clip</h2>
        <ul class="answers">
          <li v-for="a in answers" :key="a.setting">
            <RouterLink v-if="clip.check" :to="`/bench/${clip.check}/${a.setting}`">{{ a.name }}</RouterLink>
            <span v-else>{{ a.name }}</span>
            <span class="mono">{{ a.setting === 'test-clip' ? 'done' : plain(a.typed) }}</span>
            <span class="small" :class="{ soft: a.outcome !== 'beside', slight: a.outcome === 'beside' }">{{
              OUTCOME[a.outcome]
            }}</span>
          </li>
        </ul>
      </template>
      <template v-for="part in clip.parts" :key="part.from">
        <h2>
          Sound and light<template v-if="clip.parts.length > 1"
            >, from {{ Math.round(part.from) }} s on</template
          >
        </h2>
        <SoundLevels :channels="part.channels" :target="clip.target" :from="part.from" />
        <FrameSeries
          v-if="part.stops.length > 1"
          :stops="part.stops"
          :changed="part.changed"
          :rate="part.framesPerSecond"
          :from="part.from"
        />
      </template>
      <h2>What the file says</h2>
      <dl>
        <template v-for="f in clip.facts" :key="f.name">
          <dt class="soft">{{ f.name }}</dt>
          <dd>{{ plain(f.value) }}</dd>
        </template>
      </dl>
    </template>
  </div>
</template>

<style scoped>
h2 {
  font-size: 1rem;
  margin: 16px 0 6px;
}
.findings,
.answers {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 8px;
  max-width: 76ch;
}
.findings li {
  overflow-wrap: anywhere;
}
.answers {
  gap: 4px;
}
.answers li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
}
.answers li > :first-child {
  min-width: 150px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 4px 18px;
  margin: 0;
  font-size: 0.9375rem;
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
</style>
