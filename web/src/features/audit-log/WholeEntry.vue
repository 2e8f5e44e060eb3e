<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import Dialog from 'primevue/dialog';
import { api, ask } from '../../app/client';
import { moment } from '../../app/dates';

/** One entry with all it keeps. */
const { id } = defineProps<{ id: number }>();
const emit = defineEmits<{ close: [] }>();
const { data, error } = useQuery({
  queryKey: ['audit', 'entry', id],
  queryFn: () => ask(api.GET('/api/audit/{id}', { params: { path: { id } } })),
});
const laidOut = (json: string) => JSON.stringify(JSON.parse(json), null, 2);
</script>

<template>
  <Dialog
    visible
    modal
    dismissable-mask
    :draggable="false"
    :header="data ? `${data.what}: ${data.subject}` : 'Entry'"
    :style="{ width: 'min(860px, 96vw)' }"
    @update:visible="emit('close')"
  >
    <p v-if="error" class="problem" role="alert">{{ error.message }}</p>
    <p v-else-if="!data" class="soft" role="status">Opening…</p>
    <template v-else>
      <p>
        {{ data.who }}, {{ moment(data.at) }}. Entry <span class="mono">{{ data.id }}</span><template
          v-if="data.whoId"
          >, person <span class="mono small">{{ data.whoId }}</span></template
        >.
      </p>
      <template
        v-for="[title, json] in [
          ['Before', data.before],
          ['After', data.after],
        ] as const"
        :key="title"
      >
        <template v-if="json">
          <h3>{{ title }}</h3>
          <pre class="mono small" tabindex="0">{{ laidOut(json) }}</pre>
        </template>
      </template>
      <button class="act quiet" type="button" autofocus @click="emit('close')">Close</button>
    </template>
  </Dialog>
</template>

<style scoped>
pre {
  max-height: 45vh;
  overflow: auto;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
</style>
