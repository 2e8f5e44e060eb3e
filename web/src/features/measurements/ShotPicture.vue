<script setup lang="ts">
import { computed } from 'vue';
import { plain } from '../../instruments/fractions';
import type { Shot } from './useMeasurement';
import { decibels, stops } from './words';

/** The picture of a place of the list with its patch, and what the patch measures. */
const props = defineProps<{ shot: Shot; measurement: string }>();
const picture = computed(() => props.shot.picture);
const address = computed(
  () => `/cameras/pictures/${picture.value?.picture}?measurement=${props.measurement}`,
);
const box = computed(() => {
  const r = picture.value?.region;
  return (
    r && {
      left: `${100 * r.x}%`,
      top: `${100 * r.y}%`,
      width: `${100 * r.width}%`,
      height: `${100 * r.height}%`,
    }
  );
});
</script>

<template>
  <div class="both">
    <div class="look" :class="{ none: !picture }">
      <RouterLink v-if="picture" :to="address">
        <img :src="`/api/pictures/${picture.picture}/preview`" :alt="`${shot.label}: move its patch`" />
        <span
          v-if="box"
          class="region"
          :class="{ ellipse: picture.region!.shape === 'ellipse' }"
          :style="box"
        />
      </RouterLink>
      <span v-else class="soft small">No picture yet</span>
    </div>
    <dl v-if="picture" class="small">
      <dt>Level</dt>
      <dd class="mono">{{ picture.levelPercent == null ? '–' : `${picture.levelPercent.toFixed(1)} %` }}</dd>
      <dt>From mid grey</dt>
      <dd class="mono">{{ picture.fromGreyStops == null ? '–' : stops(picture.fromGreyStops) }}</dd>
      <dt>Signal to noise</dt>
      <dd class="mono">{{ picture.signalToNoiseDb == null ? '–' : decibels(picture.signalToNoiseDb) }}</dd>
      <template v-if="picture.openedStops">
        <dt>Opened</dt>
        <dd class="mono">{{ stops(picture.openedStops) }}</dd>
      </template>
      <template v-if="picture.clippedShare > 0.001">
        <dt>Clipped</dt>
        <dd class="mono off">{{ (100 * picture.clippedShare).toFixed(1) }} %</dd>
      </template>
      <template v-if="picture.crushedShare > 0.001">
        <dt>Black</dt>
        <dd class="mono off">{{ (100 * picture.crushedShare).toFixed(1) }} %</dd>
      </template>
      <dt>Read as</dt>
      <dd>{{ picture.curve }}</dd>
      <dt>File</dt>
      <dd class="name">{{ picture.name }}</dd>
    </dl>
  </div>
  <p v-if="picture?.against" class="off small">{{ plain(picture.against) }}</p>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(150px, 2fr);
  gap: 18px;
  align-items: start;
}
.look {
  position: relative;
  background: var(--panel-deep);
  aspect-ratio: 16 / 9;
  overflow: hidden;
}
.none {
  border: 1px dashed var(--line);
  display: grid;
  place-items: center;
}
.look a {
  position: absolute;
  inset: 0;
}
img {
  width: 100%;
  height: 100%;
  object-fit: fill;
  display: block;
}
.region {
  position: absolute;
  border: 2px solid var(--brass);
  outline: 1px solid #000;
}
.ellipse {
  border-radius: 50%;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 12px;
  margin: 0;
}
dt {
  color: var(--ink-soft);
}
dd {
  margin: 0;
  min-width: 0;
}
.name {
  overflow-wrap: anywhere;
}
@media (max-width: 640px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
