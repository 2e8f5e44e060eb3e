<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { session } from '../../app/session';
import { photoShelf, type PhotoShelf } from './keptPhotos';
import SendLeft from './SendLeft.vue';
import { checksWaitingFor } from './useCheck';

/** Whoever leaves a check without network leaves nothing behind: what waits uploads from whatever page is open. */
const props = withDefaults(defineProps<{ shelf?: PhotoShelf }>(), { shelf: () => photoShelf });
const LOOK_MS = 4000;
const route = useRoute();
const queries = useQueryClient();
const ids = ref<string[]>([]);
const open = computed(() => (route.path.startsWith('/bench/') ? route.params.id : ''));

async function look(): Promise<void> {
  const login = session.value?.login ?? '';
  const photos = await props.shelf.all().catch(() => []);
  const waiting = [
    ...checksWaitingFor(login),
    ...photos.filter((p) => p.login === login && !p.late).map((p) => p.check),
  ];
  // The page of a check sends its own. One that is being sent stays until it says that it is through, so that a refusal is not lost.
  const all = new Set([...ids.value, ...waiting]);
  ids.value = [...all].filter((id) => id !== open.value);
}
const sent = (id: string, refused: boolean) => {
  if (!refused) ids.value = ids.value.filter((one) => one !== id);
  void queries.invalidateQueries({ queryKey: ['check', id] });
};
const again = setInterval(() => void look(), LOOK_MS);
onBeforeUnmount(() => clearInterval(again));
watch([open, () => session.value?.login], () => void look(), { immediate: true });
</script>

<template>
  <SendLeft v-for="id in ids" :id="id" :key="id" :shelf="shelf" @sent="sent(id, $event)" />
</template>
