<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { computed, ref } from 'vue';
import { chosenOf, type Chosen } from './hashing';

/** A folder to be read here, or a checksum list that was made elsewhere; with the name of the disk it lies on. */
export type Folder = { volume: string; files: Chosen[]; list?: string; listName?: string };
const folder = defineModel<Folder>({ required: true });
const props = defineProps<{ label: string; hint: string; wrong?: string; disabled?: boolean }>();
const refused = ref('');
const shown = computed(() => refused.value || props.wrong);
const size = computed(() => folder.value.files.reduce((sum, f) => sum + f.file.size, 0));
const gb = (bytes: number) =>
  bytes >= 1e9 ? `${(bytes / 1e9).toFixed(1)} GB` : `${Math.ceil(bytes / 1e6)} MB`;
function choose(event: Event): void {
  refused.value = '';
  const input = event.target as HTMLInputElement;
  if (!input.files?.length) return;
  folder.value = { volume: folder.value.volume, files: chosenOf(input.files) };
  // The same folder chosen again is read anew: else the browser would not tell.
  input.value = '';
}
async function list(event: Event): Promise<void> {
  refused.value = '';
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  if (!file) return;
  if (file.size > 8_000_000) {
    refused.value = 'This is no checksum list: it has more than 8 MB. Choose the text file with the sums.';
    return;
  }
  folder.value = { volume: folder.value.volume, files: [], list: await file.text(), listName: file.name };
  input.value = '';
}
</script>

<template>
  <fieldset class="choice" :disabled="disabled">
    <legend>{{ label }}</legend>
    <label class="entry"
      ><span class="what">Disk <span class="soft">as you call it</span></span>
      <InputText
        class="field"
        maxlength="80"
        :placeholder="hint"
        :model-value="folder.volume"
        @update:model-value="folder = { ...folder, volume: $event ?? '' }"
    /></label>
    <p class="picks">
      <label class="act quiet pick"
        >Choose the folder<input
          class="visually-hidden"
          type="file"
          webkitdirectory
          multiple
          @change="choose"
      /></label>
      <label class="act quiet pick"
        >or a checksum list<input
          class="visually-hidden"
          type="file"
          accept=".txt,.sha256,.csv,text/*"
          @change="list"
      /></label>
    </p>
    <p class="soft small" role="status">
      <template v-if="folder.list">{{ folder.listName }}</template><template v-else-if="folder.files.length"
        >{{ folder.files.length }} {{ folder.files.length === 1 ? 'file' : 'files' }},
        {{ gb(size) }}</template
      ><template v-else>nothing chosen</template>
    </p>
    <p v-if="shown" class="off small" role="alert">{{ shown }}</p>
  </fieldset>
</template>

<style scoped>
.choice {
  border: 0;
  border-top: 1px solid var(--line);
  padding: 10px 0;
  margin: 0;
  min-width: 0;
}
legend {
  font-weight: 600;
  float: left;
  width: 100%;
}
/* The legend floats, so that it stands under the line; what comes next stands under it, not beside it. */
.entry {
  clear: both;
}
.picks {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 8px;
}
.pick {
  cursor: pointer;
  padding: 6px 12px;
}
.pick:focus-within {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}
</style>
