<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed, nextTick, ref } from 'vue';
import { api, ask, type Views } from '../../app/client';
import OneOf from '../../app/OneOf.vue';
import PersonField from '../../app/PersonField.vue';
import UnitField from '../lineups/UnitField.vue';
import type { useShoot } from './useShoot';

/** Cameras of a shoot: unit, who is at it, a standard of its own, what it takes from pools. */
const doc = defineModel<Views['ShootDocument']>({ required: true });
const props = defineProps<{ it: ReturnType<typeof useShoot>; standards: { key: string; name: string }[] }>();
const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
const cameras = computed(() => doc.value.cameras ?? []);
const shown = (letter: string) => props.it.view.value.cameras.find((c) => c.letter === letter);
const pools = useQuery({
  queryKey: ['pools', 'all'],
  queryFn: () => ask(api.GET('/api/pools', { params: { query: {} } })),
});
const newUnit = ref('');
const field = ref<InstanceType<typeof UnitField>>();

function add(): void {
  if (!newUnit.value) return;
  const used = new Set(cameras.value.map((c) => c.letter));
  const letter = [...LETTERS].find((l) => !used.has(l));
  if (!letter) return;
  doc.value.cameras = [...cameras.value, { letter, unit: newUnit.value, operator: '', standard: '' }];
  newUnit.value = '';
  void nextTick(() => field.value?.focus());
}
function change(letter: string, to: Partial<Views['ShootCameraDocument']>): void {
  doc.value.cameras = cameras.value.map((c) => (c.letter === letter ? { ...c, ...to } : c));
}
function take(letter: string, pool: string, count: number): void {
  const camera = cameras.value.find((c) => c.letter === letter)!;
  const rest = (camera.pools ?? []).filter((p) => p.pool !== pool);
  const next = count > 0 ? [...rest, { pool, count }] : rest;
  change(letter, { pools: next.length ? next : undefined });
}
const taken = (camera: Views['ShootCameraDocument'], pool: string) =>
  camera.pools?.find((p) => p.pool === pool)?.count ?? 0;
const nameOf = (pool: string) => pools.data.value?.find((p) => p.key === pool)?.piece.name ?? pool;
</script>

<template>
  <div>
    <p v-if="!cameras.length" class="soft">No camera yet. Find one by its tag, tape or model.</p>
    <div v-for="(c, i) in cameras" :key="c.letter" class="camera">
      <b class="mono letter">{{ c.letter }}</b>
      <div class="what">
        <UnitField
          :model-value="c.unit"
          label="Unit"
          :wrong="it.messageAt(`/cameras/${i}/unit`)"
          @update:model-value="change(c.letter, { unit: $event })"
        />
        <span class="soft small"
          >{{ shown(c.letter)?.modelName }} {{ shown(c.letter)?.tape }} · {{ shown(c.letter)?.stateText }}
          <RouterLink v-if="c.unit" :to="`/cameras/units/${c.unit}/kit`">kit</RouterLink></span
        >
      </div>
      <PersonField
        :model-value="c.operator ?? ''"
        label="At it"
        :wrong="it.messageAt(`/cameras/${i}/operator`)"
        @update:model-value="change(c.letter, { operator: $event })"
      />
      <OneOf
        :model-value="c.standard"
        label="Standard"
        none="as the shoot"
        :options="standards"
        @update:model-value="change(c.letter, { standard: $event ?? '' })"
      />
      <div class="pools">
        <span v-for="p in c.pools ?? []" :key="p.pool" class="pool small">
          <button
            type="button"
            class="link"
            :aria-label="`one ${nameOf(p.pool)} less`"
            @click="take(c.letter, p.pool, p.count - 1)"
          >
            −
          </button>
          {{ p.count }} × {{ nameOf(p.pool) }}
          <button
            type="button"
            class="link"
            :aria-label="`one ${nameOf(p.pool)} more`"
            @click="take(c.letter, p.pool, p.count + 1)"
          >
            +
          </button>
        </span>
        <OneOf
          v-if="pools.data.value?.length"
          :model-value="null"
          label="From a pool"
          :options="
            (pools.data.value ?? [])
              .filter((p) => !taken(c, p.key) && p.piece.kind !== 'aa-batteries')
              .map((p) => ({ key: p.key, name: p.piece.name }))
          "
          @update:model-value="$event && take(c.letter, String($event), 1)"
        />
      </div>
      <button
        class="link small"
        type="button"
        :aria-label="`Take out camera ${c.letter}`"
        @click="doc.cameras = cameras.filter((o) => o.letter !== c.letter)"
      >
        Take out
      </button>
    </div>
    <form class="adding no-print" @submit.prevent="add">
      <UnitField ref="field" v-model="newUnit" label="Add a camera" />
      <button class="act quiet" type="submit" :disabled="!newUnit">Add</button>
    </form>
  </div>
</template>

<style scoped>
.camera {
  display: grid;
  grid-template-columns:
    24px minmax(190px, 1.2fr) minmax(150px, 1fr) minmax(150px, 1fr) minmax(140px, 1fr)
    auto;
  gap: 6px 14px;
  align-items: start;
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
}
.letter {
  padding-top: 30px;
}
.pools {
  min-width: 0;
}
.pool {
  display: block;
}
.camera > button {
  margin-top: 28px;
}
.adding {
  display: flex;
  gap: 12px;
  align-items: end;
  margin-top: 12px;
  max-width: 420px;
}
.adding :deep(.entry) {
  flex: 1;
}
@media (max-width: 900px) {
  .camera {
    grid-template-columns: 24px minmax(0, 1fr);
  }
  .camera > *:not(.letter) {
    grid-column: 2;
  }
  .letter {
    grid-row: 1;
  }
  .pools,
  .camera > button {
    padding-top: 0;
    margin-top: 0;
    justify-self: start;
  }
}
</style>
