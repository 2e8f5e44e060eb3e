<script setup lang="ts">
import DayField from '../../app/DayField.vue';
import OneOf from '../../app/OneOf.vue';
import { ref, watch } from 'vue';
import { api, ask, type Views } from '../../app/client';
import TextEntry from '../../app/TextEntry.vue';

const props = defineProps<{ unit: Views['UnitPageView'] }>();
const emit = defineEmits<{ changed: [tag: string] }>();
const STATUSES = [
  { key: 'in', name: 'in' },
  { key: 'out', name: 'out with a borrower' },
  { key: 'repair', name: 'in repair' },
  { key: 'retired', name: 'retired' },
];
const open = ref(false);
const form = ref({ tag: '', tape: '', place: '', status: '', dueBack: '' });
const wrong = ref('');
watch(
  () => [props.unit, open.value],
  () => {
    if (open.value && form.value.tag) return;
    const b = props.unit.board;
    const status = b.state === 'out' || b.state === 'repair' || b.state === 'retired' ? b.state : 'in';
    form.value = { tag: b.tag, tape: b.tape, place: b.place, status, dueBack: '' };
  },
  { immediate: true },
);

/** Tape, place and state first, then the tag: each is a change of its own, and what was kept is told. */
async function keep(): Promise<void> {
  wrong.value = '';
  const tag = props.unit.board.tag;
  const f = form.value;
  try {
    const kept = await ask(
      api.PUT('/api/units/{tag}', {
        params: { path: { tag } },
        headers: { 'If-Match': `"${props.unit.version}"` },
        body: { tape: f.tape, place: f.place, status: f.status, dueBack: f.dueBack || null },
      }),
    );
    let now = tag;
    if (f.tag.trim() && f.tag.trim() !== tag) {
      const renamed = await ask(
        api.POST('/api/units/{tag}/rename', {
          params: { path: { tag } },
          headers: { 'If-Match': `"${kept.version}"` },
          body: { newTag: f.tag },
        }),
      );
      now = renamed.tag;
    }
    open.value = false;
    form.value.tag = '';
    emit('changed', now);
  } catch (error) {
    wrong.value = (error as Error).message;
  }
}
</script>

<template>
  <details class="no-print" :open="open" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary>Change tag, tape, place or state</summary>
    <form @submit.prevent="keep">
      <TextEntry v-model="form.tag" label="Tag" />
      <TextEntry v-model="form.tape" label="Tape" />
      <TextEntry v-model="form.place" label="Place" />
      <OneOf v-model="form.status" label="Status" :options="STATUSES" />
      <DayField v-if="form.status === 'out'" v-model="form.dueBack" label="Due back" />
      <p v-if="wrong" class="problem small" role="alert">{{ wrong }}</p>
      <button class="act quiet" type="submit">Save</button>
    </form>
  </details>
</template>

<style scoped>
form {
  display: grid;
  gap: 8px;
  margin: 10px 0 4px;
  justify-items: start;
}
form > .entry {
  width: 100%;
}
</style>
