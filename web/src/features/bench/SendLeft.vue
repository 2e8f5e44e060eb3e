<script setup lang="ts">
import { watch } from 'vue';
import { photoShelf, type PhotoShelf } from './keptPhotos';
import { useCheck } from './useCheck';
import { usePhotos } from './usePhotos';

/** Sends what was left behind of one check whose page is not open; it is seen only where something was refused. */
const props = withDefaults(defineProps<{ id: string; shelf?: PhotoShelf }>(), { shelf: () => photoShelf });
const emit = defineEmits<{ sent: [refused: boolean] }>();
const { check, lines, waiting, refusal, take } = useCheck(props.id);
const photos = usePhotos(props.id, take, props.shelf);

watch([waiting, photos.waiting], () => {
  if (!waiting.value.length && !photos.mine.value.length)
    emit('sent', !!refusal.value || !!photos.wrong.value);
});
const nameOf = (setting: string) => lines.value.find((l) => l.line.setting === setting)?.line.name ?? setting;
</script>

<template>
  <p v-if="refusal || photos.wrong.value" class="problem" role="alert">
    {{ check?.unitTag
    }}<template v-if="refusal">, {{ nameOf(refusal.setting) }}: {{ refusal.message }}</template>
    {{ photos.wrong.value }}
    <RouterLink :to="`/bench/${id}`">Look at the check</RouterLink>
  </p>
</template>
