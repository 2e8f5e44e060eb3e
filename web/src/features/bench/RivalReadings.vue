<script setup lang="ts">
import type { Views } from '../../app/client';
import SettingText from '../../instruments/SettingText.vue';

/** Two people, or two devices, read the same notch differently: both are kept until somebody decides. */
defineProps<{ line: Views['CheckLineView'] }>();
defineEmits<{ decide: [rival: Views['ReadingView'] | null] }>();
</script>

<template>
  <div v-if="line.rivals.length" class="problem rivals" role="group" aria-label="Read in two ways">
    <p>
      <strong>Read in two ways.</strong>
      {{ line.standing?.by }} read
      <span class="mono"><SettingText :label="line.standing?.label || 'nothing'" /></span
      ><template v-for="rival in line.rivals" :key="rival.by + rival.typed"
        >, {{ rival.by }} read
        <span class="mono"><SettingText :label="rival.label || 'nothing'" /></span></template
      >. Look at the camera, then choose.
    </p>
    <p class="choose">
      <button class="act quiet" type="button" @click="$emit('decide', null)">
        <SettingText :label="line.standing?.label || 'not read'" /> stands
      </button>
      <button
        v-for="rival in line.rivals"
        :key="rival.by + rival.typed"
        class="act quiet"
        type="button"
        @click="$emit('decide', rival)"
      >
        <SettingText :label="rival.label || 'not read'" /> stands
      </button>
    </p>
  </div>
</template>

<style scoped>
.rivals {
  margin-bottom: 12px;
}
.choose {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 8px;
}
.act {
  padding: 5px 12px;
}
</style>
