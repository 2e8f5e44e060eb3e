<script setup lang="ts">
import { ref } from 'vue';
import { api, ask, Problem, type Views } from '../../app/client';
import NumberField from '../../app/NumberField.vue';
import TextEntry from '../../app/TextEntry.vue';
import { plain } from '../../instruments/fractions';

/** On set: a new reading, and the least that has to be done at each camera, in the order to do it. */
const props = defineProps<{ document: Views['LineUpDocument'] }>();
const emit = defineEmits<{ close: []; take: [light: Partial<Views['LineUpLightDocument']>] }>();
const byReading = Boolean(props.document.light.reading);
const text = ref('');
const colour = ref<number | undefined>();
const steps = ref<Views['LightChangedView'] | null>(null);
const problem = ref('');
const busy = ref(false);

function now(): { lux?: number; reading?: Views['LightReadingDocument']; temperatureK?: number } {
  const temperatureK = colour.value || undefined;
  return byReading
    ? { reading: { ...props.document.light.reading!, iris: text.value }, temperatureK }
    : { lux: Number(text.value.replace(',', '.').replaceAll(' ', '')), temperatureK };
}
function take(): void {
  const { temperatureK, ...light } = now();
  emit('take', temperatureK ? { ...light, temperatureK } : light);
}
async function work(): Promise<void> {
  problem.value = '';
  const light = now();
  if (light.lux !== undefined && !(light.lux > 0)) {
    problem.value = 'Type the light as a number of lux, more than zero. The plan is as it was.';
    return;
  }
  busy.value = true;
  try {
    steps.value = await ask(
      api.POST('/api/line-ups/light-changed', { body: { document: props.document, ...light } }),
    );
  } catch (error) {
    problem.value = `${(error as Problem).message} The plan is as it was.`;
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <section class="changed" aria-label="The light changed">
    <h2>The light changed</h2>
    <form v-focus class="fields" @submit.prevent="work">
      <TextEntry
        v-model="text"
        :label="byReading ? 'New reading at the key' : 'Light at the key now'"
        :unit="byReading ? `at ${document.light.reading!.time}, ISO ${document.light.reading!.iso}` : 'lux'"
        :hint="byReading ? 'f/8' : '250'"
      />
      <NumberField
        label="Its colour now"
        unit="K"
        :hint="`${document.light.temperatureK}`"
        :model-value="colour"
        @update:model-value="colour = $event ?? undefined"
      />
      <button class="act" type="submit" :disabled="!text || busy">Least changes</button>
      <button class="link" type="button" @click="emit('close')">Close</button>
    </form>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <template v-if="steps">
      <p role="status">
        The light moved by <b class="mono">{{ plain(steps.moved) }}</b>. In this order:
      </p>
      <ol>
        <li v-for="s in steps.steps" :key="s.letter" :class="{ soft: !s.steps.length }">
          <b>{{ s.letter }}</b> {{ s.spoken }}: <span class="mono do">{{ plain(s.sentence) }}</span>
          <span class="soft small"> was {{ plain(s.off) }}</span>
        </li>
      </ol>
      <button class="link" type="button" @click="take">Plan by this light from now on</button>
    </template>
  </section>
</template>

<style scoped>
.changed {
  border: 2px solid var(--ink);
  border-radius: 6px;
  padding: 12px 16px;
  margin-bottom: 16px;
  background: var(--panel);
}
ol {
  margin: 8px 0;
  padding-left: 24px;
}
li {
  padding: 4px 0;
  font-size: 1.0625rem;
}
.do {
  font-weight: 600;
}
.problem {
  margin-top: 8px;
}
</style>
