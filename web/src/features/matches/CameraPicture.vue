<script setup lang="ts">
import { computed } from 'vue';
import type { Views } from '../../app/client';
import MarkedPicture from '../pictures/MarkedPicture.vue';
import { STATE, tone } from './words';

/** One camera: its last picture with the card and the skin on it, how it stands, and a place for its next picture. */
const props = defineProps<{
  camera: Views['MatchCameraView'];
  /** What it leads in: exposure, white balance, both or nothing. */
  leads: string;
  turn: number;
  busy: string;
  says: string;
  asksFile: boolean;
  open: boolean;
  match: string;
}>();
const emit = defineEmits<{ file: [file: File] }>();
const shown = computed(() => props.camera.turns.findLast((t) => t.turn <= props.turn));
const marked = computed(() =>
  (shown.value?.regions ?? []).filter((r) => ['greyCard', 'skin', 'keySide'].includes(r.kind)),
);
const asks = computed(() => shown.value && !marked.value.some((r) => r.kind === 'greyCard'));
const proposed = computed(() => marked.value.some((r) => r.kind === 'greyCard' && r.isProposed));
const address = computed(() => `/cameras/pictures/${shown.value?.picture}?match=${props.match}`);
</script>

<template>
  <article
    class="camera"
    :data-letter="camera.letter"
    @dragover.prevent
    @drop.prevent.stop="$event.dataTransfer?.files[0] && emit('file', $event.dataTransfer.files[0])"
  >
    <MarkedPicture
      :picture="shown?.picture"
      :to="address"
      :alt="`Camera ${camera.letter}, round ${shown?.turn}: move its regions`"
      :regions="marked"
      named
    >
      <span v-if="busy" class="busy small" role="status">{{ camera.letter }} {{ busy }}…</span>
    </MarkedPicture>
    <h2>
      <span
        ><b class="mono">{{ camera.letter }}</b> {{ camera.name }}</span
      >
      <span class="mono small">{{
        shown?.levelPercent == null ? '' : `${shown.levelPercent.toFixed(0)} %`
      }}</span>
    </h2>
    <p class="small state">
      <span v-if="proposed" class="automatic">card not confirmed</span>
      <span v-else :class="tone(camera.state)">{{ STATE[camera.state] }}</span>
      <span v-if="leads" class="soft"> {{ leads }}</span>
      <span v-if="shown && shown.turn < turn" class="soft"> round {{ shown.turn }}</span>
    </p>
    <p v-if="asks" class="off small">
      No card was found. <RouterLink :to="address">Mark the grey card</RouterLink>
    </p>
    <template v-else-if="shown && !proposed && !shown.isUsed">
      <p v-for="c in shown.card" :key="c.case" class="off small">{{ c.sentence }}</p>
    </template>
    <p v-if="says" class="small" :class="{ off: !asksFile, soft: asksFile }" role="alert">{{ says }}</p>
    <label v-if="open" class="file no-print" :class="asksFile ? 'act' : 'link'">
      {{ asksFile ? 'Choose its picture' : 'Choose a file instead' }}
      <input
        type="file"
        accept=".png,.jpg,.jpeg,.tif,.tiff,.mp4,.mov,.mkv,.mxf"
        :aria-label="`Picture of camera ${camera.letter}`"
        @change="
          ($event.target as HTMLInputElement).files?.[0] &&
            emit('file', ($event.target as HTMLInputElement).files![0]!);
          ($event.target as HTMLInputElement).value = '';
        "
      />
    </label>
  </article>
</template>

<style scoped>
.camera {
  min-width: 0;
}
.busy {
  position: absolute;
  inset: auto 0 0;
  padding: 3px 8px;
  background: #14181d;
  color: #fff;
}
h2 {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  font-size: 0.9375rem;
  margin: 6px 0 0;
}
.file {
  position: relative;
  display: inline-block;
  margin-top: 4px;
}
.file input {
  position: absolute;
  inset: 0;
  opacity: 0;
  width: 100%;
  cursor: pointer;
}
.file:focus-within {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}
</style>
