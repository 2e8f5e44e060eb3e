<script setup lang="ts">
import type { Views } from '../app/client';
import BodySketch from './BodySketch.vue';

defineProps<{ place: Views['PlaceView'] | null }>();
</script>

<template>
  <div v-if="place" class="where">
    <BodySketch :place="place" />
    <p>
      <strong>{{ place.name }}</strong>. {{ place.path }}
    </p>
    <p v-if="place.manualSign">Manual is seen by: {{ place.manualSign }}</p>
    <p v-if="place.trap" class="soft">Watch: {{ place.trap }}</p>
  </div>
  <p v-else class="where soft">The specification of this model does not state where it is.</p>
</template>

<style scoped>
p {
  margin-top: 6px;
}
</style>
