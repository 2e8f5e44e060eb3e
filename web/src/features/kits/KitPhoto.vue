<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { ref } from 'vue';
import { api, ask, type Problem, type Views } from '../../app/client';
import { moment } from '../../app/dates';
import PhotoButton from '../../app/PhotoButton.vue';

/** What the bag of a unit looks like when all of it is there: looked at when its kit is counted, taken anew where it is kept. */
const props = defineProps<{
  tag: string;
  photo: Views['KitPhotoView'] | null | undefined;
  editable?: boolean;
}>();
const queries = useQueryClient();
const wrong = ref('');
const busy = ref(false);

async function change(work: () => Promise<unknown>): Promise<void> {
  busy.value = true;
  wrong.value = '';
  try {
    await work();
    await queries.invalidateQueries({ queryKey: ['kit', props.tag] });
  } catch (error) {
    wrong.value = (error as Problem).message;
  } finally {
    busy.value = false;
  }
}
const save = (file: File) =>
  change(() =>
    ask(
      api.PUT('/api/units/{tag}/kit/photo/{photo}', {
        params: { path: { tag: props.tag, photo: crypto.randomUUID() } },
        // What it is, the site sees by looking into it; a name proves nothing.
        headers: { 'Content-Type': 'image/jpeg' },
        body: file as never,
        bodySerializer: (body: unknown) => body as BodyInit,
      }),
    ),
  );
const remove = () =>
  change(() =>
    ask(api.DELETE('/api/units/{tag}/kit/photo', { params: { path: { tag: props.tag } } }) as never),
  );
</script>

<template>
  <div v-if="photo || editable" class="photo">
    <figure v-if="photo">
      <a
        :href="`/api/units/${encodeURIComponent(tag)}/kit/photo?of=${photo.id}`"
        target="_blank"
        rel="noopener"
        ><img
          :src="`/api/units/${encodeURIComponent(tag)}/kit/photo?of=${photo.id}`"
          :alt="`The kit of ${tag}, all of it there`"
          :width="photo.width"
          :height="photo.height"
      /></a>
      <figcaption class="soft small">
        All there, photographed {{ moment(photo.at) }} by {{ photo.by }}
      </figcaption>
    </figure>
    <p v-if="editable" class="acts no-print">
      <PhotoButton :busy="busy" @photo="save">{{
        photo ? 'Take a new photograph' : 'Photograph the whole kit'
      }}</PhotoButton>
      <button v-if="photo" class="link" type="button" :disabled="busy" @click="remove">Remove it</button>
      <span v-if="busy" class="soft small" role="status">Saving…</span>
      <span v-else-if="!photo" class="soft small">It is shown when the kit is counted out and back.</span>
    </p>
    <p v-if="wrong" class="problem small" role="alert">{{ wrong }}</p>
  </div>
</template>

<style scoped>
figure {
  margin: 8px 0;
}
img {
  display: block;
  width: auto;
  height: auto;
  max-width: min(100%, 420px);
  max-height: 260px;
  border: 1px solid var(--line);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
}
</style>
