<script setup lang="ts">
import ProgressBar from 'primevue/progressbar';
import { ref } from 'vue';

/** A place to drop a clip, or to choose one. */
defineProps<{ share: number | null; wrong: string; megabytes: number }>();
const emit = defineEmits<{ take: [file: File | undefined]; giveUp: [] }>();
const over = ref(false);
function take(files: FileList | null | undefined): void {
  over.value = false;
  emit('take', files?.[0]);
}
</script>

<template>
  <div
    class="drop no-print"
    :class="{ over }"
    @dragover.prevent="over = true"
    @dragleave="over = false"
    @drop.prevent="take($event.dataTransfer?.files)"
  >
    <template v-if="share === null">
      <label class="act quiet">
        Choose a clip
        <input
          type="file"
          accept=".mp4,.mov,.mkv,.mxf,video/*"
          @change="
            take(($event.target as HTMLInputElement).files);
            ($event.target as HTMLInputElement).value = '';
          "
        />
      </label>
      <span class="soft"
        >or drop it here: MP4, MOV, MKV or MXF, up to {{ megabytes }} MB. Ten seconds with speech are
        enough.</span
      >
    </template>
    <div v-else class="goes">
      <ProgressBar :value="Math.round(100 * share)" aria-label="The clip is sent" />
      <button class="link small" type="button" @click="$emit('giveUp')">Stop sending</button>
    </div>
    <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
  </div>
</template>

<style scoped>
.drop {
  border: 1px dashed var(--line);
  padding: 14px;
  margin: 12px 0 18px;
  max-width: 900px;
}
.over {
  border-color: var(--ink);
  background: var(--panel-deep);
}
label {
  position: relative;
  display: inline-block;
  margin-right: 10px;
}
input {
  position: absolute;
  inset: 0;
  opacity: 0;
  width: 100%;
  cursor: pointer;
}
label:focus-within {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}
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
