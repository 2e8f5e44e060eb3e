<script setup lang="ts">
import { ref } from 'vue';

/** A place to drop files, or to choose them. What goes on with them stands in it. */
defineProps<{ label: string; accept: string; multiple?: boolean; busy?: boolean }>();
const emit = defineEmits<{ take: [files: FileList | null | undefined] }>();
const over = ref(false);
function take(files: FileList | null | undefined): void {
  over.value = false;
  emit('take', files);
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
    <template v-if="!busy">
      <label class="act quiet">
        {{ label }}
        <input
          type="file"
          :multiple="multiple"
          :accept="accept"
          @change="
            take(($event.target as HTMLInputElement).files);
            ($event.target as HTMLInputElement).value = '';
          "
        />
      </label>
      <span class="soft"><slot name="hint" /></span>
    </template>
    <slot />
  </div>
</template>

<style scoped>
.drop {
  border: 1px dashed var(--line);
  padding: 14px;
  margin-bottom: 18px;
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
</style>
