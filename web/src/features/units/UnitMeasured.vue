<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { ref, watch } from 'vue';
import { api, ask, type Views } from '../../app/client';
import { plain } from '../../instruments/fractions';

const props = defineProps<{ unit: Views['UnitPageView']; mayMeasure: boolean }>();
const emit = defineEmits<{ changed: [] }>();
const open = ref(false);
const stops = ref<Record<string, string>>({});
const offset = ref('');
const how = ref('');
const wrong = ref('');
watch(
  () => props.unit,
  (unit) => {
    if (open.value) return;
    stops.value = Object.fromEntries(unit.filters.map((f) => [f.label, String(f.measuredStops ?? '')]));
    offset.value = String(unit.colourOffsetMired ?? '');
  },
  { immediate: true },
);

const number = (text: string) => Number(text.trim().replace(',', '.').replace('−', '-'));

async function keep(): Promise<void> {
  wrong.value = '';
  const filters = Object.entries(stops.value).filter(([, text]) => text.trim());
  const strange = filters.find(([, text]) => !Number.isFinite(number(text)));
  if (strange || (offset.value.trim() && !Number.isFinite(number(offset.value)))) {
    wrong.value = `“${strange?.[1] ?? offset.value}” is no number. Nothing was saved.`;
    return;
  }
  try {
    await ask(
      api.PUT('/api/units/{tag}/measurements', {
        params: { path: { tag: props.unit.board.tag } },
        headers: { 'If-Match': `"${props.unit.version}"` },
        body: {
          filters: filters.map(([label, text]) => ({ label, stops: number(text) })),
          colourOffsetMired: offset.value.trim() ? number(offset.value) : null,
          how: how.value,
        },
      }),
    );
    open.value = false;
    how.value = '';
    emit('changed');
  } catch (error) {
    wrong.value = (error as Error).message;
  }
}
</script>

<template>
  <section class="measured">
    <h2>Measured on this unit</h2>
    <dl>
      <template v-for="f in unit.filters" :key="f.label">
        <dt>Filter {{ f.label }}</dt>
        <dd class="mono">
          {{ f.measuredStops ?? 'not measured' }}
          <span class="soft small">specified {{ f.nominalStops }} stops</span>
        </dd>
      </template>
      <dt>Colour offset</dt>
      <dd class="mono">
        {{ unit.colourOffsetMired ?? 'not measured' }} <span class="soft small">mired</span>
      </dd>
    </dl>
    <details
      v-if="mayMeasure"
      class="no-print"
      :open="open"
      @toggle="open = ($event.target as HTMLDetailsElement).open"
    >
      <summary>Measure again</summary>
      <form @submit.prevent="keep">
        <p class="small soft">
          A steady grey card, clear against each position: the difference in stops. The offset is what this
          unit needs to match the reference.
        </p>
        <label v-for="f in unit.filters" :key="f.label" class="entry">
          <span class="what">Filter {{ f.label }} <span class="soft">stops</span></span>
          <InputText v-model="stops[f.label]" class="field mono" inputmode="decimal" />
        </label>
        <label class="entry">
          <span class="what">Colour offset <span class="soft">mired</span></span>
          <InputText v-model="offset" class="field mono" inputmode="decimal" />
        </label>
        <label class="entry">
          <span class="what">How it was measured</span>
          <InputText v-model="how" class="field" maxlength="300" placeholder="two frames of a grey card" />
        </label>
        <p v-if="wrong" class="problem small" role="alert">{{ plain(wrong) }}</p>
        <button class="act quiet" type="submit" :disabled="how.trim().length < 3">
          Save the measurement
        </button>
      </form>
    </details>
  </section>
</template>

<style scoped>
.measured:not(:first-child) {
  margin-top: 18px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 3px 14px;
  margin: 4px 0 8px;
}
dt {
  color: var(--ink-soft);
}
dd {
  margin: 0;
}
form {
  display: grid;
  gap: 8px;
  margin-top: 8px;
  justify-items: start;
}
form > .entry {
  width: 100%;
}
</style>
