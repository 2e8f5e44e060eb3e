<script setup lang="ts">
/** Words that take a photograph: the camera of a phone, or a file. The same file can be chosen again. */
defineProps<{ busy?: boolean }>();
const emit = defineEmits<{ photo: [file: File] }>();

function chosen(event: Event): void {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (file) emit('photo', file);
}
</script>

<template>
  <label class="link" :class="{ busy }">
    <slot />
    <input
      type="file"
      accept="image/jpeg,image/png"
      capture="environment"
      :disabled="busy"
      @change="chosen"
    />
  </label>
</template>

<style scoped>
label {
  text-decoration: underline;
  cursor: pointer;
  position: relative;
}
input {
  position: absolute;
  inset: 0;
  opacity: 0;
  width: 100%;
  cursor: pointer;
}
label:focus-within {
  outline: 3px solid var(--ink);
  outline-offset: 2px;
}
.busy {
  opacity: 0.6;
}
</style>
