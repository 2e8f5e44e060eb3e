<script setup lang="ts">
import { computed, ref } from 'vue';
import InputText from 'primevue/inputtext';
import TickBox from '../../app/TickBox.vue';
import { can } from '../../app/session';
import { plain } from '../../instruments/fractions';
import PointCurve from '../../instruments/PointCurve.vue';
import type { Measurement, MeasurementWork } from './useMeasurement';
import { decibels, duv, gain, mired, size, stops } from './words';

/** What follows from the pictures so far, and its acceptance. */
const props = defineProps<{ work: MeasurementWork; measurement: Measurement }>();
const emit = defineEmits<{ drop: [] }>();
const asking = ref<'accept' | 'drop' | 'withdraw' | ''>('');
const forModel = ref(false);
const why = ref('');
const open = computed(() => props.measurement.state === 'open');
const busy = computed(() => Boolean(props.work.busy.value));
const noise = computed(() => props.measurement.noise);
const latitude = computed(() => props.measurement.latitude);
const noiseCurves = computed(
  () =>
    noise.value?.bases
      .filter((b) => b.points.length > 1)
      .map((b) => ({
        name: b.base,
        points: b.points.map((p) => ({ x: p.gainDb, y: p.signalToNoiseDb })),
        end: b.limitDb,
      })) ?? [],
);
const latitudeCurve = computed(() => [
  {
    name: 'signal',
    points: (latitude.value?.points ?? []).map((p) => ({ x: p.exposedStops, y: 100 * p.signal })),
    end: latitude.value?.highlightsAtLeast ? null : latitude.value?.highlightStops,
  },
]);
/** What acceptance does, in a sentence. */
const DOES: Record<Measurement['document']['kind'], string> = {
  filters: 'Sheets, checks and plans count with these strengths from then on.',
  noise: 'Sheets, checks and plans allow gain up to this limit from then on.',
  latitude: 'Plans count with this latitude in this profile from then on.',
  sisters: 'It stays as a record of how the units compare.',
};
async function accept(): Promise<void> {
  if (await props.work.accept(forModel.value)) asking.value = '';
}
async function withdraw(): Promise<void> {
  if (await props.work.withdraw(why.value)) asking.value = '';
}
</script>

<template>
  <section class="figures">
    <h2>Result</h2>
    <ul v-if="measurement.filters" class="lines">
      <li v-for="f in measurement.filters" :key="f.label">
        <p class="figure">
          <span>Filter {{ f.label }}</span>
          <span class="mono" :class="{ off: !f.isUsable && f.stops !== null }"
            ><template v-if="f.stops !== null && f.stops !== undefined"
              >{{ f.atLeast ? '≥ ' : '' }}{{ size(f.stops)
              }}<template v-if="f.uncertaintyStops !== null && f.uncertaintyStops !== undefined">
                ± {{ size(Math.max(0.005, f.uncertaintyStops)) }}</template
              >
              stops</template
            ><template v-else>–</template></span
          >
        </p>
        <p class="small" :class="f.says.case === 'unsteady' || f.says.case === 'at-least' ? 'off' : 'soft'">
          {{ plain(f.says.sentence) }}
        </p>
        <p v-if="f.shiftMired !== null && f.shiftMired !== undefined" class="soft small">
          Specified {{ size(f.nominalStops, 1) }}; colour <span class="mono">{{ mired(f.shiftMired) }}</span>,
          tint <span class="mono">{{ duv(f.duv ?? 0) }}</span>.
        </p>
      </li>
    </ul>
    <template v-if="noise">
      <PointCurve
        v-if="noiseCurves.length"
        name="Signal to noise"
        :shows="`at mid grey, ${decibels(noise.wantedDb)} required`"
        :series="noiseCurves"
        across="gain, dB"
        up="dB"
        :required="noise.wantedDb"
      />
      <ul class="lines">
        <li v-for="b in noise.bases" :key="b.base">
          <p class="figure">
            <span>{{ b.base ? `Limit, ${b.base} base` : 'Gain limit' }}</span>
            <span class="mono"
              ><template v-if="b.limitDb !== null && b.limitDb !== undefined"
                >{{ b.atLeast ? '≥ ' : '' }}{{ gain(b.limitDb) }}</template
              ><template v-else>–</template></span
            >
          </p>
          <p class="small" :class="b.says.case === 'short' ? 'off' : 'soft'">{{ plain(b.says.sentence) }}</p>
        </li>
      </ul>
      <p v-if="noise.bearing" class="small">{{ plain(noise.bearing.sentence) }}</p>
      <p v-if="noise.afterCoding" class="soft small">
        After coding: frames of a clip have less noise than a still. Compare with clips only.
      </p>
    </template>
    <template v-if="latitude">
      <PointCurve
        v-if="latitude.points.length > 1"
        name="Signal by exposure"
        :shows="`${latitude.points.length} pictures`"
        :series="latitudeCurve"
        across="stops from mid grey"
        up="%"
      />
      <p v-if="latitude.highlightStops !== null && latitude.highlightStops !== undefined" class="figure">
        <span>Latitude</span>
        <span class="mono"
          >{{ latitude.highlightsAtLeast ? '≥ ' : '' }}{{ size(latitude.highlightStops, 1) }} above,
          {{ latitude.shadowsAtLeast ? '≥ ' : '' }}{{ size(latitude.shadowStops ?? 0, 1) }} below</span
        >
      </p>
      <p class="small" :class="latitude.isTrue ? 'soft' : 'off'">{{ plain(latitude.says.sentence) }}</p>
    </template>
    <ul v-if="measurement.sisters" class="lines">
      <li v-for="s in measurement.sisters" :key="s.unit">
        <p class="figure">
          <RouterLink class="mono" :to="`/cameras/units/${s.unit}`">{{ s.unit }}</RouterLink>
          <span v-if="s.stops !== null && s.stops !== undefined" class="mono small"
            >{{ stops(s.stops) }} · {{ mired(s.mired ?? 0) }} · {{ decibels(s.signalToNoiseDb ?? 0) }}</span
          >
        </p>
        <p class="small" :class="s.isNamed ? 'off' : 'soft'">{{ plain(s.says.sentence) }}</p>
      </li>
    </ul>

    <template v-if="open">
      <template v-if="asking === 'accept'">
        <p class="small">
          Accept what is found? {{ DOES[measurement.document.kind] }} The measurement stays as it is.
        </p>
        <TickBox v-if="measurement.document.kind === 'noise' && can('defineModels')" v-model="forModel"
          >The limit is that of every {{ measurement.modelName }}</TickBox
        >
        <p class="acts">
          <button v-focus class="act" type="button" :disabled="busy" @click="accept">Accept</button>
          <button class="act quiet" type="button" @click="asking = ''">Not yet</button>
        </p>
      </template>
      <template v-else-if="asking === 'drop'">
        <p class="small">Delete this measurement? Its pictures stay under Pictures.</p>
        <p class="acts">
          <button v-focus class="act" type="button" :disabled="busy" @click="emit('drop')">Delete</button>
          <button class="act quiet" type="button" @click="asking = ''">Keep it</button>
        </p>
      </template>
      <p v-else class="acts no-print">
        <button
          v-if="can('manageUnits')"
          class="act"
          type="button"
          :disabled="busy || !measurement.canAccept"
          @click="asking = 'accept'"
        >
          Accept these figures
        </button>
        <span v-else class="soft small">A technician accepts the figures.</span>
        <button class="link small" type="button" @click="asking = 'drop'">Delete</button>
      </p>
    </template>
    <template
      v-else-if="can('manageUnits') && (measurement.state === 'inUse' || measurement.state === 'kept')"
    >
      <template v-if="asking === 'withdraw'">
        <label class="entry">
          <span class="what">Why it is withdrawn</span>
          <InputText
            v-model="why"
            v-focus
            class="field"
            maxlength="300"
            placeholder="the lamp was dimmed meanwhile"
          />
        </label>
        <p class="soft small">
          What it found is used no longer; an earlier measurement is used again where there is one.<template
            v-if="measurement.accepted?.forModel"
          >
            The limit in the specification stays until you change it there.</template
          >
        </p>
        <p class="acts">
          <button class="act" type="button" :disabled="busy || why.trim().length < 3" @click="withdraw">
            Withdraw
          </button>
          <button class="act quiet" type="button" @click="asking = ''">Keep it</button>
        </p>
      </template>
      <p v-else class="acts no-print">
        <button class="link small" type="button" @click="asking = 'withdraw'">Withdraw it</button>
      </p>
    </template>
  </section>
</template>

<style scoped>
.lines {
  list-style: none;
  margin: 0;
  padding: 0;
}
.lines li {
  border-top: 1px solid var(--line);
  padding: 7px 0;
}
.lines li:first-child {
  border-top: 0;
}
.figure {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 2px 12px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  margin-top: 12px;
}
</style>
