<script setup lang="ts">
import ProgressBar from 'primevue/progressbar';
import FileDrop from '../../app/FileDrop.vue';

/** A place to drop a clip, or to choose one; while it is sent it says how far it is. */
defineProps<{ share: number | null; wrong: string; megabytes: number }>();
defineEmits<{ take: [file: File | undefined]; giveUp: [] }>();
</script>

<template>
  <FileDrop
    label="Choose a clip"
    accept=".mp4,.mov,.mkv,.mxf,video/*"
    :busy="share !== null"
    @take="(files) => $emit('take', files?.[0])"
  >
    <template #hint
      >or drop it here: MP4, MOV, MKV or MXF, up to {{ megabytes }} MB. Ten seconds with speech are
      enough.</template
    >
    <div v-if="share !== null" class="goes">
      <ProgressBar :value="Math.round(100 * share)" aria-label="The clip is sent" />
      <button class="link small" type="button" @click="$emit('giveUp')">Stop sending</button>
    </div>
    <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
  </FileDrop>
</template>

<style scoped>
.goes {
  display: flex;
  align-items: center;
  gap: 14px;
}
.goes > :first-child {
  flex: 1;
}
.problem {
  margin-top: 10px;
}
</style>
