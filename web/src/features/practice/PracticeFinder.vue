<script setup lang="ts">
import { computed } from 'vue';
import type { Views } from '../../app/client';

/** The finder: what the camera would record now, with what its display shows and its sound meter; in words for whoever cannot see it. */
const props = defineProps<{
  id: string;
  version: number;
  camera: Views['PracticeCameraView'];
  other?: boolean;
  words?: boolean;
}>();
const source = computed(
  () => `/api/practice/tries/${props.id}/finder.jpg?${props.other ? 'other=true&' : ''}v=${props.version}`,
);
const LEAST_DB = -60;
const height = (db: number | null | undefined) =>
  db === null || db === undefined ? 0 : Math.max(0, Math.min(1, (db - LEAST_DB) / -LEAST_DB));
</script>

<template>
  <div class="finder">
    <div v-if="!words" class="picture">
      <img :src="source" width="480" height="270" :alt="camera.inWords.join(' ')" />
      <svg v-if="camera.meters.length && !other" viewBox="0 0 26 100" class="meters" aria-hidden="true">
        <g v-for="(m, i) in camera.meters" :key="i">
          <rect :x="2 + i * 13" y="0" width="9" height="100" class="trough" />
          <rect
            :x="2 + i * 13"
            :y="100 - 100 * height(m.peakDbfs ?? m.floorDbfs)"
            width="9"
            :height="100 * height(m.peakDbfs ?? m.floorDbfs)"
            :class="(m.peakDbfs ?? -99) > -1 ? 'over' : 'level'"
          />
        </g>
      </svg>
    </div>
    <ul v-if="words" class="told">
      <li v-for="w in camera.inWords" :key="w">{{ w }}</li>
      <li v-for="(m, i) in camera.meters" :key="i">
        Meter of channel {{ i + 1 }}:
        {{ m.peakDbfs === null ? 'no voice' : `voice at ${Math.round(m.peakDbfs)} dBFS` }}
      </li>
    </ul>
    <p v-if="!other" class="display mono" aria-label="Display">
      <span v-for="d in camera.display" :key="d.setting" :title="d.name"
        ><span class="visually-hidden">{{ d.name }} </span><b v-if="d.isAutomatic">A</b>{{ d.shows }}</span
      >
    </p>
  </div>
</template>

<style scoped>
.finder {
  background: #101214;
  color: #f4f2ec;
  border-radius: 6px;
  padding: 10px;
  max-width: 500px;
}
.picture {
  display: flex;
  gap: 8px;
  align-items: end;
}
img {
  display: block;
  flex: 1 1 0;
  width: 0;
  min-width: 0;
  height: auto;
  aspect-ratio: 16 / 9;
}
.meters {
  flex: 0 0 26px;
  height: 130px;
}
.trough {
  fill: #2c3033;
}
.level {
  fill: #63bfae;
}
.over {
  fill: #d2603c;
}
.display {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  margin: 8px 0 0;
  font-size: 0.875rem;
}
.display b {
  color: #e7b75c;
  margin-right: 3px;
}
.told {
  margin: 0;
  padding-left: 18px;
}
</style>
