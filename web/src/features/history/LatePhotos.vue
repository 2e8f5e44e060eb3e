<script setup lang="ts">
import { onBeforeUnmount, ref } from 'vue';
import { photoShelf, type KeptPhoto, type PhotoShelf } from '../bench/keptPhotos';

/** Photographs taken here before somebody else signed, and uploaded too late: a signed check takes none, so they can be saved. */
const props = withDefaults(defineProps<{ id: string; shelf?: PhotoShelf }>(), { shelf: () => photoShelf });
const late = ref<{ photo: KeptPhoto; address: string }[]>([]);

async function open(): Promise<void> {
  const all = await props.shelf.of(props.id).catch(() => []);
  late.value = all
    .filter((p) => p.late)
    .map((photo) => ({ photo, address: URL.createObjectURL(photo.picture) }));
}
async function remove(id: string): Promise<void> {
  await props.shelf.drop(id).catch(() => undefined);
  late.value = late.value.filter((l) => l.photo.id !== id);
}
const fileName = (photo: KeptPhoto) =>
  `${photo.setting ?? 'photograph'}.${photo.picture.type === 'image/png' ? 'png' : 'jpg'}`;
onBeforeUnmount(() => late.value.forEach((l) => URL.revokeObjectURL(l.address)));
void open();
</script>

<template>
  <section v-if="late.length" class="late no-print">
    <h2>Too late for the signature</h2>
    <p class="small">
      Taken on this device before the check was signed, and uploaded after. A signed check takes no
      photographs: save them, and say beside the check what they show.
    </p>
    <figure v-for="{ photo, address } in late" :key="photo.id">
      <img :src="address" alt="Photograph that was not uploaded" />
      <figcaption class="small">
        <a :href="address" :download="fileName(photo)">Save it</a>
        <button class="link small" type="button" @click="remove(photo.id)">Take away</button>
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
