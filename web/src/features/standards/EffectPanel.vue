<script setup lang="ts">
import FitTable from '../sheets/FitTable.vue';
import { computed } from 'vue';
import type { Views } from '../../app/client';
import { plain } from '../../instruments/fractions';
import NotchDial from '../../instruments/NotchDial.vue';
import FindingList from './FindingList.vue';

const props = defineProps<{
  preview: Views['StandardPreview'] | null;
  setting: string;
  settingName: string;
  standard: string;
}>();
defineEmits<{ go: [setting: string] }>();

const FITS: Record<Views['Fit'], string> = {
  exact: 'exact',
  compromise: 'compromise',
  notPossible: 'not possible',
  checkByEye: 'check by eye',
};
const changed = computed(() => (props.preview?.effects ?? []).filter((e) => e.changes.length));
const own = computed(() =>
  (props.preview?.findings ?? []).filter((f) => !props.setting || f.setting === props.setting),
);
</script>

<template>
  <div class="panel">
    <p v-if="!preview" class="soft" role="status">Working it out…</p>
    <template v-else>
      <section v-if="setting && !preview.wrong">
        <h2>{{ settingName }} on each model</h2>
        <div v-for="effect in preview.effects" :key="effect.modelKey" class="model">
          <p class="row">
            <strong>{{ effect.modelName }}</strong>
            <template v-if="effect.line">
              <span class="mono target">{{ plain(effect.line.target ?? 'cannot') }}</span>
              <span class="small fit" :class="effect.line.fit"
                >{{ FITS[effect.line.fit] }}{{ effect.line.size ? `, ${plain(effect.line.size)}` : '' }}</span
              >
            </template>
            <span v-else class="soft small">does not hold in the usual circumstances</span>
          </p>
          <template v-if="effect.line">
            <NotchDial
              v-if="effect.line.dial.detents.length > 2"
              :dial="effect.line.dial"
              :name="`${effect.line.name} of ${effect.modelName}`"
              low
            />
            <p class="small soft">{{ plain(effect.line.because.sentence) }}</p>
          </template>
        </div>
      </section>
      <section v-else-if="!preview.wrong">
        <h2>On each model</h2>
        <FitTable
          heading="Model"
          with-meter
          :rows="
            preview.effects.map((e) => ({
              ...e,
              key: e.modelKey,
              name: e.modelName,
              meter: e.predictedError,
            }))
          "
        />
      </section>
      <section v-if="changed.length">
        <h2>Against the version in force</h2>
        <details v-for="effect in changed" :key="effect.modelKey">
          <summary>
            {{ effect.modelName }}: {{ effect.changes.length }}
            {{ effect.changes.length === 1 ? 'line' : 'lines' }} otherwise
          </summary>
          <ul>
            <li v-for="change in effect.changes" :key="change.sentence">{{ plain(change.sentence) }}</li>
          </ul>
        </details>
      </section>
      <section v-if="!preview.wrong">
        <h2>{{ setting ? 'The rule book on this notch' : 'The rule book' }}</h2>
        <FindingList :findings="own" :standard="standard" model="" @go="$emit('go', $event)" />
      </section>
    </template>
  </div>
</template>

<style scoped>
section + section {
  margin-top: 22px;
}
.model {
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
}
.row {
  display: flex;
  gap: 10px;
  align-items: baseline;
  flex-wrap: wrap;
}
.fit.notPossible {
  color: var(--rust);
  font-weight: 600;
}
.fit.compromise {
  font-weight: 600;
}
.fit.look {
  color: var(--plum);
}
ul {
  margin: 4px 0 8px;
  padding-left: 18px;
  font-size: 0.875rem;
}
</style>
