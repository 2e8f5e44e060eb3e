<script setup lang="ts">
import AutoComplete from 'primevue/autocomplete';
import { onBeforeUnmount, onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask, type Views } from './client';

type Found = Views['FoundView'];

const router = useRouter();
const text = ref<string | Found>('');
const found = ref<Found[]>([]);
const box = ref<HTMLElement>();

async function find(event: { query: string }): Promise<void> {
  try {
    found.value = await ask(api.GET('/api/find', { params: { query: { text: event.query } } }));
  } catch {
    found.value = [];
  }
}

function go(event: { value: Found }): void {
  text.value = '';
  void router.push(event.value.address);
}

/** `/` jumps into the box from anywhere but a field that takes it as text; an empty search field does not. */
function slash(event: KeyboardEvent): void {
  const at = event.target as HTMLElement;
  const writes =
    /^(INPUT|TEXTAREA|SELECT)$/.test(at.tagName) && !(at.dataset.search && !(at as HTMLInputElement).value);
  if (event.key !== '/' || event.ctrlKey || event.metaKey || writes) return;
  event.preventDefault();
  box.value?.querySelector('input')?.focus();
}

onMounted(() => document.addEventListener('keydown', slash));
onBeforeUnmount(() => document.removeEventListener('keydown', slash));
</script>

<template>
  <div ref="box" class="find">
    <AutoComplete
      v-model="text"
      :suggestions="found"
      option-label="name"
      :delay="120"
      placeholder="Find a tag, sheet   /"
      :input-props="{ 'aria-label': 'Find a tag or a sheet' }"
      empty-search-message="Nothing has all these words"
      auto-option-focus
      @complete="find"
      @option-select="go"
    >
      <template #option="{ option }">
        <span
          ><strong>{{ option.name }}</strong
          ><br /><span v-if="option.answer" class="small">{{ option.answer }}<br /></span
          ><span class="soft small">{{ option.detail }}</span></span
        >
      </template>
    </AutoComplete>
  </div>
</template>

<style scoped>
.find :deep(input) {
  width: clamp(150px, 14vw, 210px);
  padding: 6px 10px;
}
@media (max-width: 760px) {
  .find {
    order: 5;
    width: 100%;
    padding-bottom: 6px;
  }
  .find :deep(.p-autocomplete),
  .find :deep(input) {
    width: 100%;
  }
}
</style>
