<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { Problem } from '../../app/client';
import NumberField from '../../app/NumberField.vue';
import UnitField from '../lineups/UnitField.vue';
import { begin } from './begin';

/** A match of any cameras: a name, the light, and their tags. */
const router = useRouter();
const name = ref('');
const light = ref<number | null>(null);
const tags = ref<string[]>(['', '']);
const wrong = ref('');
const pointer = ref('');
const ready = computed(() => name.value.trim() && light.value && tags.value.filter(Boolean).length > 1);
const letter = (at: number) => String.fromCharCode(65 + at);
async function start(): Promise<void> {
  [wrong.value, pointer.value] = ['', ''];
  const units = tags.value.filter(Boolean);
  try {
    const id = await begin({
      name: name.value.trim(),
      light: { temperatureK: light.value! },
      cameras: units.map((unit, i) => ({ letter: letter(i), unit, irisFree: true, profile: '' })),
      exposureReference: 'A',
      colourReference: 'A',
    });
    await router.push(`/shoots/matches/${id}`);
  } catch (error) {
    wrong.value = `${(error as Error).message} What you typed is still here.`;
    pointer.value = error instanceof Problem ? error.pointer : '';
  }
}
</script>

<template>
  <form class="begin no-print" @submit.prevent="start">
    <div class="fields">
      <label class="grow"
        ><span>A new match</span
        ><InputText v-model="name" v-focus class="field" maxlength="120" placeholder="What is the shoot?" />
      </label>
      <NumberField
        v-model="light"
        label="Light"
        unit="K"
        hint="5600"
        :wrong="pointer === '/light/temperatureK' ? wrong : ''"
      />
    </div>
    <div class="fields">
      <UnitField
        v-for="(_, i) in tags"
        :key="i"
        v-model="tags[i]!"
        :label="i === 0 ? `Camera ${letter(i)}, the reference` : `Camera ${letter(i)}`"
      />
      <button class="link" type="button" :disabled="tags.length >= 12" @click="tags.push('')">
        Another camera
      </button>
      <button class="act" type="submit" :disabled="!ready">Start</button>
    </div>
    <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
  </form>
</template>

<style scoped>
.begin {
  margin-bottom: 22px;
  display: grid;
  gap: 10px;
}
.fields {
  align-items: end;
}
.fields :deep(label.entry:has(input[list])) {
  min-width: 210px;
}
.fields :deep(input[list]) {
  width: 100%;
}
</style>
