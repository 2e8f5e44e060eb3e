<script setup lang="ts">
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask } from '../../app/client';
import { KIND, type Kind } from './words';

/** Begins a guided measurement of a unit: which pictures it asks for comes from its specification. */
const props = defineProps<{ unit: string; hasFilters: boolean }>();
const router = useRouter();
const wrong = ref('');
const busy = ref(false);
const kinds = computed<Kind[]>(() => [
  ...(props.hasFilters ? (['filters'] as const) : []),
  'noise',
  'latitude',
  'sisters',
]);
async function begin(kind: Kind): Promise<void> {
  wrong.value = '';
  busy.value = true;
  try {
    const body = await ask(
      api.GET('/api/units/{tag}/measurements/new', {
        params: { path: { tag: props.unit }, query: { kind } },
      }),
    );
    const id = crypto.randomUUID();
    await ask(
      api.PUT('/api/measurements/{id}', { params: { path: { id } }, headers: { 'If-Match': '"0"' }, body }),
    );
    await router.push(`/cameras/measurements/${id}`);
  } catch (error) {
    wrong.value = (error as Error).message;
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <p class="begin no-print">
    <span class="soft small">Measure</span>
    <button
      v-for="kind in kinds"
      :key="kind"
      class="link"
      type="button"
      :disabled="busy"
      @click="begin(kind)"
    >
      {{ KIND[kind].toLowerCase() }}
    </button>
  </p>
  <p v-if="wrong" class="problem small" role="alert">{{ wrong }}</p>
</template>

<style scoped>
.begin {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 14px;
  margin: 8px 0;
}
</style>
