<script setup lang="ts">
import { computed, nextTick, ref, toRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { moment } from '../../app/dates';
import FileDrop from '../../app/FileDrop.vue';
import Loading from '../../app/Loading.vue';
import ThreeZones from '../../app/ThreeZones.vue';
import { useTitle } from '../../app/title';
import VerdictMark from '../../instruments/VerdictMark.vue';
import MeasurementFigures from './MeasurementFigures.vue';
import MeasurementSetUp from './MeasurementSetUp.vue';
import ShotPicture from './ShotPicture.vue';
import { inOrder, nextShot, useMeasurement } from './useMeasurement';
import { KIND, STATE } from './words';

/** A unit's own figures, guided: what to shoot and in which order, each picture read as it comes, and what follows from them. */
const props = defineProps<{ id: string }>();
const work = useMeasurement(toRef(props, 'id'));
const { measurement, failed, wrong, busy, byHand, isOpen } = work;
const router = useRouter();
useTitle(() => [
  measurement.value && KIND[measurement.value.document.kind],
  measurement.value?.document.unit ?? measurement.value?.modelName,
]);

const chosen = ref<number>();
const shots = computed(() => measurement.value?.shots ?? []);
const number = computed(() => chosen.value ?? nextShot(shots.value) ?? 1);
const shot = computed(() => shots.value.find((s) => s.shot.number === number.value));
const taken = computed(() => shots.value.filter((s) => s.picture).length);
const runs = computed(() => new Set(shots.value.map((s) => s.shot.run ?? 0)).size > 1);
const opened = ref<number | null>(0);
/** What is usually opened: of latitude the exposure itself, else nothing. */
watch(
  shot,
  (now, before) => {
    if (now?.shot.number !== before?.shot.number || now?.picture?.version !== before?.picture?.version)
      opened.value = now?.picture?.openedStops ?? now?.shot.exposedStops ?? 0;
  },
  { immediate: true },
);
const mark = (s: (typeof shots.value)[number]) =>
  !s.picture ? 'unread' : s.picture.against ? 'offTarget' : 'onTarget';

async function goOn(done: boolean, from: number): Promise<void> {
  if (!done) return;
  chosen.value = nextShot(shots.value, from) ?? from;
  await nextTick();
  document.querySelector<HTMLElement>('.take')?.focus();
}
const still = async (at: number) => goOn(await work.still(at, opened.value ?? 0), at);
/** Several files go to the pictures that are still missing, in the order of their numbers. */
async function files(of: FileList | null | undefined): Promise<void> {
  let at = number.value;
  for (const [i, file] of inOrder(of ?? []).entries()) {
    const target = shots.value.find((s) => s.shot.number === at);
    const stops = i === 0 ? (opened.value ?? 0) : (target?.shot.exposedStops ?? 0);
    if (!(await work.file(at, stops, file))) return;
    const next = nextShot(shots.value, at);
    if (next === undefined) break;
    chosen.value = at = next;
  }
}
async function dropAll(): Promise<void> {
  const back = measurement.value?.document.unit;
  if (await work.drop()) await router.push(back ? `/cameras/units/${back}` : '/cameras');
}
const print = () => window.print();
const unitOf = computed(() => shot.value?.shot.unit ?? measurement.value?.document.unit ?? '');
</script>

<template>
  <Loading
    :pending="!measurement && !failed"
    :error="failed"
    what="the measurement"
    back="To the cameras"
    back-to="/cameras"
    @again="work.open()"
  >
    <ThreeZones v-if="measurement" queue-name="Pictures" queue-label="Pictures to take" effect-label="Result">
      <template #queue="{ chosen: close }">
        <h2>{{ taken }} of {{ shots.length }} pictures</h2>
        <template v-for="(s, i) in shots" :key="s.shot.number">
          <p v-if="runs && (i === 0 || s.shot.run !== shots[i - 1]!.shot.run)" class="run soft small">
            Run {{ s.shot.run }}
          </p>
          <button
            type="button"
            :aria-current="s.shot.number === number || undefined"
            @click="
              chosen = s.shot.number;
              close();
            "
          >
            <span><VerdictMark :kind="mark(s)" /> {{ s.label }}</span>
            <span class="mono small">{{
              s.picture?.levelPercent == null ? '' : `${s.picture.levelPercent.toFixed(0)} %`
            }}</span>
          </button>
        </template>
      </template>

      <template #way
        ><RouterLink v-if="measurement.document.unit" :to="`/cameras/units/${measurement.document.unit}`">{{
          measurement.document.unit
        }}</RouterLink
        ><RouterLink v-else to="/cameras">Cameras</RouterLink></template
      >
      <h1>
        {{ KIND[measurement.document.kind] }}, <span class="mono">{{ measurement.document.unit ?? '' }}</span>
        {{ measurement.modelName }}
      </h1>
      <p class="soft small">
        <template v-if="measurement.accepted"
          >{{ STATE[measurement.state] }}, accepted by {{ measurement.accepted.by }},
          {{ moment(measurement.accepted.at)
          }}{{ measurement.accepted.forModel ? ', as the limit of the model' : '' }}. It stays as it
          is.</template
        >
        <template v-else>{{ measurement.changedBy }}, {{ moment(measurement.changedAt) }}</template>
      </p>
      <p v-if="measurement.withdrawn" class="problem">
        Withdrawn by {{ measurement.withdrawn.by }}, {{ moment(measurement.withdrawn.at) }}:
        {{ measurement.withdrawn.why }}. It is used no longer.
      </p>
      <details class="steps" :open="isOpen && taken === 0">
        <summary>What to shoot</summary>
        <ol>
          <li v-for="s in measurement.steps" :key="s.case">{{ s.sentence }}</li>
        </ol>
        <button class="link small no-print" type="button" @click="print">Print the list</button>
      </details>

      <section v-if="shot" class="shot" :aria-label="shot.label">
        <h2>
          <span
            >{{ shot.shot.number }}. {{ shot.label
            }}<template v-if="shot.shot.run">, run {{ shot.shot.run }}</template></span
          >
          <span v-if="busy" class="soft small" role="status">{{ busy }}…</span>
        </h2>
        <ShotPicture :shot="shot" :measurement="id" />
        <template v-if="isOpen">
          <p v-if="wrong" class="problem small" role="alert">{{ wrong }}</p>
          <div class="acts no-print">
            <button
              v-if="!byHand"
              v-focus
              class="act take"
              type="button"
              :disabled="Boolean(busy)"
              @click="still(number)"
            >
              {{ shot.picture ? 'Take it again' : 'Take it' }} with {{ unitOf }}
            </button>
            <label
              v-if="measurement.document.kind !== 'sisters' && measurement.document.kind !== 'noise'"
              class="opened"
            >
              Opened
              <input
                :value="opened ?? ''"
                class="p-inputtext mono"
                inputmode="decimal"
                aria-label="Stops opened since the first picture of the run"
                @change="
                  opened =
                    Number(($event.target as HTMLInputElement).value.replace(',', '.').replace('−', '-')) ||
                    0;
                  shot.picture && work.restate(shot, opened);
                "
              />
              stops
            </label>
            <button
              v-if="shot.picture"
              class="link small"
              type="button"
              :disabled="Boolean(busy)"
              @click="work.takeOut(number)"
            >
              Take the picture out
            </button>
          </div>
          <FileDrop
            label="Choose its file"
            accept=".png,.jpg,.jpeg,.tif,.tiff,.mp4,.mov,.mkv,.mxf"
            multiple
            :busy="Boolean(busy)"
            @take="files"
          >
            <template #hint
              >or drop it here; several go to the pictures that follow, in the order of their names.</template
            >
            <span v-if="busy" class="soft" role="status">{{ busy }}…</span>
          </FileDrop>
        </template>
      </section>

      <table class="list plain-table" aria-label="The list on paper">
        <thead>
          <tr>
            <th>Picture</th>
            <th>Level</th>
            <th>Opened</th>
            <th>File</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="s in shots" :key="s.shot.number">
            <td>
              {{ s.shot.number }}. {{ s.label }}<template v-if="s.shot.run">, run {{ s.shot.run }}</template>
            </td>
            <td>{{ s.picture?.levelPercent == null ? '' : `${s.picture.levelPercent.toFixed(0)} %` }}</td>
            <td>{{ s.picture ? s.picture.openedStops : '' }}</td>
            <td>{{ s.picture?.name ?? '' }}</td>
          </tr>
        </tbody>
      </table>

      <template #effect>
        <MeasurementFigures :work="work" :measurement="measurement" @drop="dropAll" />
        <MeasurementSetUp v-if="isOpen" :work="work" :measurement="measurement" />
      </template>
    </ThreeZones>
  </Loading>
</template>

<style scoped>
.run {
  padding: 8px 16px 0;
}
.steps {
  margin: 10px 0 16px;
}
.steps ol {
  margin: 6px 0;
  padding-left: 22px;
  max-width: 70ch;
}
.steps li {
  padding: 2px 0;
}
.shot h2 {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  margin: 14px 0 8px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px 16px;
  margin: 12px 0;
}
.shot > .problem {
  margin-top: 12px;
}
.opened input {
  width: 5ch;
  padding: 5px 8px;
}
.list {
  display: none;
}
@media print {
  .list {
    display: table;
    margin-top: 12px;
  }
  .shot {
    display: none;
  }
}
</style>
