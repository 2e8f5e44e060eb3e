<script setup lang="ts">
import type { RowContext } from '../../app/tables';
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import { computed, ref } from 'vue';
import type { Views } from '../../app/client';
import { day } from '../../app/dates';
import { plain } from '../../instruments/fractions';
import { REMEDIES } from './remedies';

/** Settings that do not stay: how often, between which bounds, and what to do. */
const props = defineProps<{ settings: Views['DriftView'][]; caption: string; short?: boolean }>();
const all = ref(false);
const worth = computed(() => props.settings.filter((s) => s.remedy !== 'tooFew' && s.remedy !== 'leave'));
const rest = computed(() => props.settings.length - worth.value.length);
const shown = computed(() => (all.value ? props.settings : worth.value));
</script>

<template>
  <p v-if="!settings.length" class="soft">Nothing has been checked and signed yet.</p>
  <template v-else>
    <p v-if="!worth.length && !all" class="soft">
      No drift in {{ settings.length }} {{ settings.length === 1 ? 'setting' : 'settings' }}.
    </p>
    <DataTable
      v-if="shown.length"
      class="stacks drift"
      :value="shown"
      data-key="setting"
      :pt="{
        bodyRow: (o: RowContext) => ({ 'data-setting': o.props.rowData.setting }),
        table: { 'aria-label': caption },
      }"
    >
      <Column header="Setting" body-class="leads"
        ><template #body="{ data: s }">{{ s.name }}</template></Column
      >
      <Column header="Found off" body-class="often"
        ><template #body="{ data: s }"
          ><svg viewBox="0 0 100 12" preserveAspectRatio="none" aria-hidden="true">
            <line class="whole" x1="0" x2="100" y1="6" y2="6" />
            <line
              class="between"
              :x1="s.wrong.lowPercent"
              :x2="Math.max(s.wrong.highPercent, s.wrong.lowPercent + 1)"
              y1="6"
              y2="6"
            />
          </svg>
          <span class="mono small">{{ plain(s.wrong.label) }}</span>
          <span v-if="s.automatic.times" class="small automatic"> {{ s.automatic.times }} automatic</span>
          <span v-if="s.lastWrong" class="small soft"> last {{ day(s.lastWrong) }}</span></template
        ></Column
      >
      <Column header="What to do"
        ><template #body="{ data: s }"
          ><strong>{{ REMEDIES[s.remedy as Views['DriftView']['remedy']] }}</strong>
          <p v-if="!short" class="small soft">{{ plain(s.because.sentence) }}</p></template
        ></Column
      >
    </DataTable>
    <button v-if="rest" class="link small" type="button" @click="all = !all">
      {{ all ? 'Only what needs a task' : `And ${rest} that stay or are too few to say` }}
    </button>
  </template>
</template>

<style scoped>
.drift tbody th {
  font-size: 1rem;
  color: var(--ink);
  vertical-align: top;
  padding-top: 10px;
}
.often {
  width: 34%;
}
.often svg {
  display: block;
  width: 100%;
  max-width: 220px;
  height: 12px;
}
.often .small {
  display: inline-block;
  margin-right: 8px;
}
.whole {
  stroke: var(--line);
  stroke-width: 2;
}
.between {
  stroke: var(--rust);
  stroke-width: 7;
}
</style>
