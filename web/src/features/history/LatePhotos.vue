<script setup lang="ts">
import { computed, onBeforeUnmount, watch } from 'vue';
import { outbox } from '../../app/outbox/outbox';
import { isPhoto, type PhotoEntry } from '../bench/outgoing';

/** Photographs taken here before somebody else signed, and uploaded too late: a signed check takes none, so they can be saved. */
const props = defineProps<{ id: string }>();
const box = outbox();
const late = computed(() =>
  box.mine.value.filter(isPhoto).filter((e) => e.group === props.id && e.refusal?.final),
);
const addresses = new Map<string, string>();
function addressOf(photo: PhotoEntry): string {
  if (!addresses.has(photo.id)) addresses.set(photo.id, URL.createObjectURL(photo.picture));
  return addresses.get(photo.id)!;
}
function release(id: string): void {
  const address = addresses.get(id);
  if (address) URL.revokeObjectURL(address);
  addresses.delete(id);
}
const fileName = (photo: PhotoEntry) =>
  `${photo.setting ?? 'photograph'}.${photo.picture.type === 'image/png' ? 'png' : 'jpg'}`;
watch(late, (now) => [...addresses.keys()].filter((id) => now.every((e) => e.id !== id)).forEach(release));
onBeforeUnmount(() => [...addresses.keys()].forEach(release));
</script>

<template>
  <section v-if="late.length" class="late no-print">
    <h2>Photographs not uploaded</h2>
    <p class="small">
      These photographs were taken on this device and not accepted. A signed check takes no photographs. Save
      them, and describe what they show under Later additions.
    </p>
    <figure v-for="photo in late" :key="photo.id">
      <img :src="addressOf(photo)" alt="Photograph that was not uploaded" />
      <figcaption class="small">
        <a :href="addressOf(photo)" :download="fileName(photo)">Save</a>
        <button class="link small" type="button" @click="box.discard(photo.id)">Discard</button>
      </figcaption>
    </figure>
  </section>
</template>

<style scoped>
.late {
  margin-top: 20px;
}
figure {
  display: inline-grid;
  margin: 8px 14px 0 0;
}
img {
  height: 84px;
  width: auto;
  border: 2px dotted var(--ink-soft);
}
figcaption {
  display: flex;
  gap: 10px;
}
</style>
