<script setup lang="ts">
import { ref } from 'vue';
import { api, ask, type Views } from '../../app/client';

const props = defineProps<{
  id: string;
  setting: string | null;
  photos: Views['PhotoView'][];
  fixed?: boolean;
}>();
const emit = defineEmits<{ changed: [check: Views['CheckView']] }>();
const wrong = ref('');
const busy = ref(false);

async function add(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (!file) return;
  busy.value = true;
  wrong.value = '';
  try {
    const check = await ask(
      api.PUT('/api/checks/{id}/photos/{photo}', {
        params: {
          path: { id: props.id, photo: crypto.randomUUID() },
          query: { setting: props.setting ?? undefined },
        },
        headers: { 'Content-Type': file.type || 'application/octet-stream' },
        body: file as never,
        bodySerializer: (body: unknown) => body as BodyInit,
      }),
    );
    emit('changed', check);
  } catch (error) {
    wrong.value = (error as Error).message;
  } finally {
    busy.value = false;
  }
}

async function remove(photo: string): Promise<void> {
  try {
    emit(
      'changed',
      await ask(
        api.DELETE('/api/checks/{id}/photos/{photo}', { params: { path: { id: props.id, photo } } }) as never,
      ),
    );
  } catch (error) {
    wrong.value = (error as Error).message;
  }
}
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
      <button v-if="!fixed" class="link small" type="button" @click="remove(photo.id)">Take away</button>
    </figure>
    <label v-if="!fixed" class="link add" :class="{ busy }">
      {{ busy ? 'Keeping it…' : 'Photograph it' }}
      <input type="file" accept="image/jpeg,image/png" capture="environment" :disabled="busy" @change="add" />
    </label>
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
  border: 1px solid var(--line);
}
.add {
  text-decoration: underline;
  cursor: pointer;
  position: relative;
}
.add input {
  position: absolute;
  inset: 0;
  opacity: 0;
  width: 100%;
  cursor: pointer;
}
.add:focus-within {
  outline: 3px solid var(--ink);
  outline-offset: 2px;
}
.problem {
  flex-basis: 100%;
}
</style>
