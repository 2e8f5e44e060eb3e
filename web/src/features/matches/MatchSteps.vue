<script setup lang="ts">
import type { Views } from '../../app/client';
import ControlWhere from '../../instruments/ControlWhere.vue';
import { duv, MATTER, mired, STATE, standing, stops, tone } from './words';

/** What to move on one camera, in the order of the work, and where the control is; what a link takes is sent, the rest is for a hand. */
defineProps<{
  camera: Views['MatchCameraView'];
  done: Views['CorrectedView'][];
  busy: boolean;
  open: boolean;
  byHand: boolean;
}>();
defineEmits<{ correct: [] }>();
const last = (camera: Views['MatchCameraView']) => camera.turns.findLast((t) => t.rest);
</script>

<template>
  <section class="part">
    <h2>
      <span
        ><b class="mono">{{ camera.letter }}</b> {{ camera.name }}</span
      >
      <span class="small" :class="tone(camera.state)">{{ STATE[camera.state] }}</span>
    </h2>
    <ol v-if="camera.steps.length">
      <li v-for="s in camera.steps" :key="s.setting">
        <strong>{{ s.name }}</strong>
        <span :class="{ soft: !s.moves }">{{ s.does.sentence }}</span>
        <span
          v-for="d in done.filter((d) => d.setting === s.setting)"
          :key="d.setting"
          class="small"
          :class="d.isDone ? 'has' : 'soft'"
          >{{ d.isDone ? `Sent: it shows ${d.says}` : d.says }}</span
        >
        <details v-if="s.moves && !done.some((d) => d.setting === s.setting && d.isDone)">
          <summary class="small">Where it is</summary>
          <ControlWhere :place="s.place" />
        </details>
      </li>
    </ol>
    <p v-else-if="camera.state === 'matched'" class="small">Nothing to correct.</p>
    <p v-else-if="camera.state === 'reference'" class="soft small">The others are matched to it.</p>
    <p v-for="w in camera.gotWorse" :key="w" class="off small">
      Its {{ MATTER[w] }} is further off than at the first picture: put that control back to where it
      was<template v-if="camera.turns[0]"
        >, {{ standing(camera.turns[0].position, camera.controls) }}</template
      >.
    </p>
    <p v-if="camera.steps.some((s) => s.moves) && last(camera)" class="soft small">
      Now {{ stops(last(camera)!.rest!.stops) }}, {{ mired(last(camera)!.rest!.mired) }},
      {{ duv(last(camera)!.rest!.duv) }} from the reference.
    </p>
    <button
      v-if="open && !byHand && camera.steps.some((s) => s.moves && s.sends) && !done.length"
      class="act quiet no-print"
      type="button"
      :disabled="busy"
      @click="$emit('correct')"
    >
      Send to {{ camera.letter }}
    </button>
    <p v-if="camera.needs && camera.state === 'matched'" class="soft small">
      Needs {{ mired(camera.needs.offsetMired) }} against {{ camera.needs.against }}.
    </p>
  </section>
</template>

<style scoped>
.part {
  padding: 10px 0 12px;
  border-bottom: 1px solid var(--line);
}
h2 {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  align-items: baseline;
}
ol {
  list-style: none;
  margin: 4px 0 6px;
  padding: 0;
  display: grid;
  gap: 8px;
}
li {
  display: grid;
  gap: 1px;
}
summary {
  cursor: pointer;
  min-height: 24px;
}
</style>
