<script setup lang="ts">
import Textarea from 'primevue/textarea';
import OneOf from '../../app/OneOf.vue';
import { ref } from 'vue';
import { api, ask, type Views } from '../../app/client';
import { moment } from '../../app/dates';

/** A signed check stays as it is; what was wrong in it is added later, beside it. */
const props = defineProps<{ check: Views['CheckView'] }>();
const emit = defineEmits<{ changed: [] }>();
const says = ref('');
const setting = ref('');
const wrong = ref('');
const id = ref(crypto.randomUUID());

async function add(): Promise<void> {
  wrong.value = '';
  try {
    await ask(
      api.PUT('/api/checks/{id}/additions/{addition}', {
        params: { path: { id: props.check.id, addition: id.value } },
        body: { text: says.value, setting: setting.value || null },
      }),
    );
    says.value = '';
    id.value = crypto.randomUUID();
    emit('changed');
  } catch (error) {
    wrong.value = `${(error as Error).message} What you wrote is still here.`;
  }
}
const nameOf = (key: string) => props.check.lines.find((l) => l.line.setting === key)?.line.name ?? key;
</script>

<template>
  <section class="additions">
    <h2>Later additions</h2>
    <p v-if="!check.additions.length" class="soft small">Nothing.</p>
    <ul>
      <li v-for="a in check.additions" :key="a.id">
        <p>
          <strong v-if="a.setting">{{ nameOf(a.setting) }}: </strong>{{ a.text }}
        </p>
        <p class="soft small">{{ a.by }}, {{ moment(a.at) }}</p>
      </li>
    </ul>
    <details class="no-print">
      <summary>Say what was wrong in it</summary>
      <form @submit.prevent="add">
        <OneOf
          v-model="setting"
          label="About"
          :options="check.lines.map(({ line }) => ({ key: line.setting as string, name: line.name }))"
          none="the whole check"
        />
        <label class="entry">
          <span class="what">What is so</span>
          <Textarea v-model="says" class="field" rows="2" maxlength="1000" />
        </label>
        <p v-if="wrong" class="problem small" role="alert">{{ wrong }}</p>
        <button class="act quiet" type="submit" :disabled="says.trim().length < 3">Add it</button>
      </form>
    </details>
  </section>
</template>

<style scoped>
.additions {
  margin-top: 20px;
}
ul {
  list-style: none;
  padding: 0;
  margin: 4px 0;
}
li {
  border-top: 1px solid var(--line);
  padding: 6px 0;
  overflow-wrap: anywhere;
}
form {
  display: grid;
  gap: 8px;
  justify-items: start;
  margin-top: 8px;
}
.entry {
  width: 100%;
}
</style>
