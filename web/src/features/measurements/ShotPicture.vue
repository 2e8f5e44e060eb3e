<script setup lang="ts">
import { computed } from 'vue';
import { plain } from '../../instruments/fractions';
import MarkedPicture from '../pictures/MarkedPicture.vue';
import type { Shot } from './useMeasurement';
import { decibels, stops } from './words';

/** The picture of a place of the list with its patch, and what the patch measures. */
const props = defineProps<{ shot: Shot; measurement: string }>();
const picture = computed(() => props.shot.picture);
const address = computed(
  () => `/cameras/pictures/${picture.value?.picture}?measurement=${props.measurement}`,
);
</script>

<template>
  <div class="both">
    <MarkedPicture
      :picture="picture?.picture"
      :to="address"
      :alt="`${shot.label}: move its patch`"
      :regions="picture?.region ? [picture.region] : []"
    />
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
      <template v-if="picture.isClipped">
        <dt>Clipped</dt>
        <dd class="mono off">{{ (100 * picture.clippedShare).toFixed(1) }} %</dd>
      </template>
      <template v-if="picture.isCrushed">
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
