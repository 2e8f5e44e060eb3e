<script setup lang="ts">
import OneOf from '../../app/OneOf.vue';
import { ref } from 'vue';
import type { Views } from '../../app/client';
import { plain } from '../../instruments/fractions';
import type { Chapter } from './useNotches';

/** The notches by chapter, and a way to add one. */
const props = defineProps<{
  chapters: Chapter[];
  words: Views['VocabularyView'];
  open: string | number;
  editable: boolean;
  wrong: (at: number) => boolean;
}>();
const emit = defineEmits<{ go: [at: number]; add: [setting: Views['SettingView']] }>();
const adding = ref('');
const asked = (key: string) => props.chapters.some((c) => c.notches.some((n) => n.notch.setting === key));
const nameOf = (key: string) => props.words.settings.find((s) => s.key === key)?.name ?? key;

function add(): void {
  const found = props.words.settings.find((s) => s.key === adding.value);
  if (found) emit('add', found);
  adding.value = '';
}
</script>

<template>
  <template v-for="chapter in chapters" :key="chapter.name">
    <h2>{{ chapter.name }}</h2>
    <button
      v-for="{ notch, at } in chapter.notches"
      :key="at"
      type="button"
      :data-notch="notch.setting"
      :aria-current="open === at ? 'step' : undefined"
      @click="emit('go', at)"
    >
      <span :class="{ off: wrong(at) }">
        {{ nameOf(notch.setting) }}
        <span v-if="notch.when?.length" class="soft small">{{ notch.when.join(', ') }}</span>
      </span>
      <span class="mono small want">{{ plain(notch.require) }}</span>
    </button>
  </template>
  <form v-if="editable" class="add asked" @submit.prevent="add">
    <OneOf
      v-model="adding"
      label="Add a notch"
      :options="
        words.settings.map((s) => ({
          key: s.key,
          name: `${s.name}${asked(s.key) ? ', again' : ''}`,
          group: s.chapter,
        }))
      "
    />
    <button class="act quiet" type="submit" :disabled="!adding">Add</button>
  </form>
</template>

<style scoped>
.require {
  text-align: right;
  color: var(--brass-text);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  max-width: 130px;
}
.add {
  padding: 14px 16px 0;
  display: grid;
  gap: 8px;
  justify-items: start;
}
.add label {
  width: 100%;
}
</style>
