<script setup lang="ts">
import { ref } from 'vue';
import type { Views } from '../../app/client';
import TextEntry from '../../app/TextEntry.vue';
import { session } from '../../app/session';

/** What no measurement settles: which look, how bright the background. Each is decided by a named person, or put off. */
const props = defineProps<{ choices: Views['MatchChoiceDocument'][]; open: boolean }>();
const emit = defineEmits<{ save: [choices: Views['MatchChoiceDocument'][]] }>();
const about = ref('');
const deciding = ref<number>();
const decision = ref('');
function add(): void {
  if (!about.value.trim()) return;
  emit('save', [...props.choices, { about: about.value.trim(), decision: '', by: '', putOff: false }]);
  about.value = '';
}
function put(at: number, how: Partial<Views['MatchChoiceDocument']>): void {
  emit(
    'save',
    props.choices.map((c, i) => (i === at ? { ...c, ...how } : c)),
  );
  deciding.value = undefined;
}
const remove = (at: number) =>
  emit(
    'save',
    props.choices.filter((_, i) => i !== at),
  );
</script>

<template>
  <section class="part">
    <h2>Left to a person</h2>
    <p v-if="!choices.length && !open" class="soft small">Nothing.</p>
    <ul v-if="choices.length">
      <li v-for="(c, i) in choices" :key="i">
        <span>{{ c.about }}</span>
        <span v-if="c.decision" class="small">{{ c.decision }}, {{ c.by }}</span>
        <span v-else class="soft small">{{ c.putOff ? 'put off' : 'open' }}</span>
        <form
          v-if="open && deciding === i"
          class="row"
          @submit.prevent="
            decision.trim() && put(i, { decision: decision.trim(), by: session?.name ?? '', putOff: false })
          "
        >
          <TextEntry v-model="decision" v-focus label="What is decided" plain-text :most="300" />
          <button class="act" type="submit" :disabled="!decision.trim()">Save</button>
        </form>
        <span v-else-if="open" class="small acts">
          <button class="link" type="button" @click="((deciding = i), (decision = c.decision ?? ''))">
            Decide
          </button>
          <button
            v-if="!c.putOff"
            class="link"
            type="button"
            @click="put(i, { decision: '', by: '', putOff: true })"
          >
            Put off
          </button>
          <button class="link" type="button" @click="remove(i)">Take out</button>
        </span>
      </li>
    </ul>
    <form v-if="open" class="row no-print" @submit.prevent="add">
      <TextEntry
        v-model="about"
        label="What is to be decided"
        hint="how bright the background is"
        plain-text
        :most="300"
      />
      <button class="act quiet" type="submit" :disabled="!about.trim()">Add</button>
    </form>
  </section>
</template>

<style scoped>
.part {
  padding: 10px 0;
}
ul {
  list-style: none;
  margin: 0 0 8px;
  padding: 0;
  display: grid;
  gap: 8px;
}
li {
  display: grid;
  overflow-wrap: anywhere;
}
.row {
  display: flex;
  gap: 8px;
  align-items: end;
}
.row > :first-child {
  flex: 1;
}
.acts {
  display: flex;
  gap: 12px;
}
</style>
