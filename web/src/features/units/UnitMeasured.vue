<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { computed, ref, watch } from 'vue';
import { api, ask, type Views } from '../../app/client';
import { day } from '../../app/dates';
import { plain } from '../../instruments/fractions';
import { gain, KIND, mired, size, STATE } from '../measurements/words';
import BeginMeasurement from '../measurements/BeginMeasurement.vue';

/** What was measured on this unit, with its source and its day; figures of the specification stand beside them as what they are. */
const props = defineProps<{ unit: Views['UnitPageView']; mayMeasure: boolean }>();
const emit = defineEmits<{ changed: [] }>();
const open = ref(false);
const stops = ref<Record<string, string>>({});
const offset = ref('');
const how = ref('');
const wrong = ref('');
/** Three digits that a measurement gives are two for a hand. */
const typed = (of: number | null | undefined) =>
  of === null || of === undefined ? '' : String(Math.round(of * 100) / 100);
watch(
  () => props.unit,
  (unit) => {
    if (open.value) return;
    stops.value = Object.fromEntries(unit.filters.map((f) => [f.label, typed(f.measuredStops)]));
    offset.value = String(unit.colourOffsetMired ?? '');
  },
  { immediate: true },
);
const retired = computed(() => props.unit.board.state === 'retired');

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
const of = (part: string | undefined) => (part ? `, ${part}` : '');
const from = (by?: string | null, at?: string | null) => (by && at ? `${by}, ${day(at)}` : '');
</script>

<template>
  <section class="measured">
    <h2>Measured on this unit</h2>
    <dl>
      <template v-for="f in unit.filters" :key="f.label">
        <dt>Filter {{ f.label }}</dt>
        <dd>
          <span class="mono">{{
            f.measuredStops === null || f.measuredStops === undefined
              ? 'not measured'
              : `${size(f.measuredStops)} stops`
          }}</span>
          <span class="soft small">
            specified {{ f.nominalStops
            }}<template v-if="f.shiftMired">, colour {{ mired(f.shiftMired) }}</template
            ><template v-if="f.by"
              >;
              <RouterLink v-if="f.measurement" :to="`/cameras/measurements/${f.measurement}`">{{
                from(f.by, f.at)
              }}</RouterLink><template v-else>{{ from(f.by, f.at) }}</template></template
            ></span
          >
        </dd>
      </template>
      <template v-for="n in unit.noise" :key="n.base">
        <dt>Gain limit{{ of(n.base) }}</dt>
        <dd>
          <span class="mono">{{ n.atLeast ? '≥ ' : '' }}{{ gain(n.gainDb) }}</span>
          <span class="soft small">
            for {{ Math.round(n.wantedDb) }} dB signal to noise;
            <RouterLink v-if="n.figure" :to="`/cameras/measurements/${n.figure}`">{{
              from(n.by, n.at)
            }}</RouterLink><template v-else>{{ from(n.by, n.at) }}</template></span
          >
        </dd>
      </template>
      <template v-for="l in unit.latitude" :key="l.base + l.profile">
        <dt>Latitude{{ of(l.base) }}{{ of(l.profile) }}</dt>
        <dd>
          <span class="mono"
            >{{ l.highlightsAtLeast ? '≥ ' : '' }}{{ size(l.highlightStops, 1) }} above,
            {{ l.shadowsAtLeast ? '≥ ' : '' }}{{ size(l.shadowStops, 1) }} below</span
          >
          <span class="soft small"
            >;
            <RouterLink v-if="l.figure" :to="`/cameras/measurements/${l.figure}`">{{
              from(l.by, l.at)
            }}</RouterLink><template v-else>{{ from(l.by, l.at) }}</template></span
          >
        </dd>
      </template>
      <dt>Colour offset</dt>
      <dd class="mono">
        {{
          unit.colourOffsetMired === null || unit.colourOffsetMired === undefined
            ? 'not measured'
            : `${size(unit.colourOffsetMired, 1)} mired`
        }}
      </dd>
    </dl>
    <BeginMeasurement v-if="!retired" :unit="unit.board.tag" :has-filters="unit.filters.length > 0" />
    <ul v-if="unit.measurements.length" class="done small">
      <li v-for="m in unit.measurements" :key="m.id">
        <RouterLink :to="`/cameras/measurements/${m.id}`">{{ KIND[m.kind] }}</RouterLink>,
        {{ STATE[m.state] }} <span class="soft">{{ m.by }}, {{ day(m.at) }}</span>
      </li>
    </ul>
    <details
      v-if="mayMeasure"
      class="no-print"
      :open="open"
      @toggle="open = ($event.target as HTMLDetailsElement).open"
    >
      <summary>Type figures in</summary>
      <form @submit.prevent="keep">
        <p class="small soft">
          Measured elsewhere: the difference of a steady grey card in stops, clear against each position. The
          offset is what this unit needs to match the reference.
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
.done {
  list-style: none;
  margin: 0 0 8px;
  padding: 0;
}
.done li {
  padding: 3px 0;
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
