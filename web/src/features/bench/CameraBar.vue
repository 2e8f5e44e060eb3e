<script setup lang="ts">
import type { Views } from '../../app/client';
import { plain } from '../../instruments/fractions';

defineProps<{
  camera: Views['CameraView'] | null;
  busy: boolean;
  done: number;
  of: number;
  wrong: string;
  taken: number;
  apart: Views['CameraReadView'][];
  doing: 'read' | 'send';
  /** How many of what stands wrong the camera takes; none while it is being found. */
  toSend: number;
  refused: { setting: string; sentence: string }[];
}>();
defineEmits<{ read: []; send: []; cancel: []; go: [setting: string] }>();
</script>

<template>
  <section v-if="camera && camera.state !== 'none'" class="camera" aria-label="The camera’s own word">
    <template v-if="busy && of">
      <label class="small" for="camera-progress"
        >{{ doing === 'read' ? 'Reading the camera' : 'Sending to the camera' }}, {{ done }} of
        {{ of }}</label
      >
      <progress id="camera-progress" :value="done" :max="of" />
      <button class="link" type="button" @click="$emit('cancel')">Stop</button>
    </template>
    <template v-else-if="camera.state === 'answers' && camera.reports.length">
      <button class="act quiet" type="button" :disabled="busy" @click="$emit('read')">
        Read {{ camera.reports.length }} from the camera
      </button>
      <button v-if="toSend > 1" class="act quiet" type="button" :disabled="busy" @click="$emit('send')">
        Send {{ toSend }} to the camera, in order
      </button>
      <span v-if="taken" class="small soft" role="status">{{ taken }} taken; the rest is read off.</span>
    </template>
    <span v-else-if="camera.state === 'answers'" class="small soft"
      >This model reports nothing: read it off.</span
    >
    <template v-else>
      <span class="small automatic" role="status">{{ camera.sentence }}</span>
      <button class="link" type="button" :disabled="busy" @click="$emit('read')">Try again</button>
    </template>
    <p v-if="wrong && wrong !== camera.sentence" class="problem small" role="alert">{{ plain(wrong) }}</p>
    <ul v-if="refused.length && !busy" class="apart small">
      <li v-for="one in refused" :key="one.setting">
        <button class="link" type="button" @click="$emit('go', one.setting)">
          {{ plain(one.sentence) }}
        </button>
      </li>
    </ul>
    <ul v-if="apart.length && !busy" class="apart small">
      <li v-for="one in apart" :key="one.setting">
        <button class="link" type="button" @click="$emit('go', one.setting)">
          {{ plain(one.sentence) }}
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.camera {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
  margin: 8px 0 10px;
}
.act {
  padding: 5px 12px;
  font-size: 0.9375rem;
}
progress {
  flex: 1 1 120px;
  height: 10px;
  accent-color: var(--tide);
}
.problem,
.apart {
  flex-basis: 100%;
  margin: 0;
}
.apart {
  padding: 0;
  list-style: none;
}
</style>
