<script setup lang="ts">
import { onBeforeUnmount } from 'vue';
import type { Views } from '../../app/client';
import PhotoButton from '../../app/PhotoButton.vue';
import type { PhotoEntry } from './outgoing';

defineProps<{
  id: string;
  photos: Views['PhotoView'][];
  /** What is not uploaded yet. */
  waiting?: PhotoEntry[];
  wrong?: string;
  busy?: boolean;
  fixed?: boolean;
}>();
defineEmits<{ add: [picture: Blob]; remove: [photo: string] }>();

const shown = new Map<string, string>();
function addressOf(photo: PhotoEntry): string {
  if (!shown.has(photo.id)) shown.set(photo.id, URL.createObjectURL(photo.picture));
  return shown.get(photo.id)!;
}
onBeforeUnmount(() => shown.forEach((address) => URL.revokeObjectURL(address)));
</script>

<template>
  <div v-if="!fixed || photos.length" class="photos">
    <figure v-for="photo in photos" :key="photo.id">
      <a :href="`/api/checks/${id}/photos/${photo.id}`" target="_blank" rel="noopener"
        ><img
          :src="`/api/checks/${id}/photos/${photo.id}`"
          :alt="`Photograph by ${photo.by}`"
          :width="photo.width"
          :height="photo.height"
          loading="lazy"
      /></a>
      <button v-if="!fixed" class="link small" type="button" @click="$emit('remove', photo.id)">
        Remove
      </button>
    </figure>
    <figure v-for="photo in waiting ?? []" :key="photo.id" class="waits">
      <img :src="addressOf(photo)" alt="Photograph that is not uploaded yet" />
      <figcaption class="small soft">
        {{ photo.refusal?.final ? 'not accepted' : busy ? 'uploading…' : 'saved here' }}
      </figcaption>
      <button class="link small" type="button" :disabled="busy" @click="$emit('remove', photo.id)">
        Remove
      </button>
    </figure>
    <PhotoButton v-if="!fixed" @photo="$emit('add', $event)">Add photograph</PhotoButton>
    <p v-if="wrong" class="problem small" role="alert">{{ wrong }}</p>
  </div>
</template>

<style scoped>
.photos {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 8px 14px;
  margin: 8px 0;
}
figure {
  margin: 0;
  display: grid;
}
img {
  height: 84px;
  width: auto;
  max-width: 160px;
  object-fit: cover;
  border: 1px solid var(--line);
}
.waits img {
  border: 2px dotted var(--ink-soft);
}
.problem {
  flex-basis: 100%;
}
</style>
