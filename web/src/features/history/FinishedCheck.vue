<script setup lang="ts">
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import { namesRow, type RowContext } from '../../app/tables';
import { useTitle } from '../../app/title';
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask, type Views } from '../../app/client';
import { moment } from '../../app/dates';
import { useLive } from '../../app/live';
import { plain } from '../../instruments/fractions';
import VerdictMark from '../../instruments/VerdictMark.vue';
import ConsequencePanel from '../bench/ConsequencePanel.vue';
import PhotoStrip from '../bench/PhotoStrip.vue';
import CheckAdditions from './CheckAdditions.vue';
import LatePhotos from './LatePhotos.vue';

const props = defineProps<{ id: string }>();
const {
  data: check,
  isPending,
  error,
  refetch,
} = useQuery({
  queryKey: computed(() => ['check', props.id]),
  queryFn: () => ask(api.GET('/api/checks/{id}', { params: { path: { id: props.id } } })),
});
// Later additions come in while it is looked at.
useLive((_, changed) => (!changed || changed === props.id) && void refetch());
const settingOf = (o: RowContext) => (o.props.rowData as unknown as Views['CheckLineView']).line.setting;
const print = () => window.print();
useTitle(() => [check.value?.unitTag, check.value?.standardName, 'checked']);
</script>

<template>
  <div class="page">
    <p v-if="isPending" class="soft" role="status">Opening the check…</p>
    <div v-else-if="error" class="problem" role="alert">
      {{ error.message }} <button class="act quiet" type="button" @click="refetch()">Try again</button>
    </div>
    <template v-else-if="check">
      <p class="soft no-print"><RouterLink to="/history">History</RouterLink></p>
      <h1>{{ check.unitTag }} against {{ check.standardName }}</h1>
      <p>
        {{ check.modelName }}<template v-if="check.unitTape">, {{ check.unitTape }} tape</template>. Standard
        version {{ check.standardVersion
        }}<template v-if="check.shootName">, as planned for {{ check.shootName }}</template
        >. Started by {{ check.startedBy }}, {{ moment(check.startedAt) }}.
        <template v-if="check.signedAt"
          >Signed by {{ check.signedBy }}, {{ moment(check.signedAt)
          }}{{ check.importedBy ? ', as the file says' : '' }}.</template
        >
        <strong v-else class="automatic">
          Still open. <RouterLink :to="`/bench/${check.id}`">Go on with it.</RouterLink></strong
        >
      </p>
      <p v-if="check.importedBy && check.importedAt">
        From a file: imported by {{ check.importedBy }}, {{ moment(check.importedAt) }}. Who read and who
        signed is what the file claims; nobody signed it here.
      </p>
      <p v-if="check.note" class="note">“{{ check.note }}”</p>
      <p class="no-print acts">
        <RouterLink
          class="act quiet"
          :to="{ path: '/bench', query: { unit: check.unitTag, standard: check.standardKey } }"
          >Check this unit again</RouterLink
        >
        <button class="act quiet" type="button" @click="print">Print</button>
      </p>
      <div class="two">
        <DataTable
          class="readings"
          :value="check.lines"
          :data-key="(l: Views['CheckLineView']) => l.line.setting"
          :pt="{ bodyRow: (o: RowContext) => ({ 'data-setting': settingOf(o) }) }"
        >
          <Column header="Notch" body-class="leads" :pt="namesRow">
            <template #body="{ data: l }">{{ l.line.name }}</template>
          </Column>
          <Column header="Sheet" body-class="mono target">
            <template #body="{ data: l }">{{ plain(l.line.target ?? 'not possible') }}</template>
          </Column>
          <Column header="Found" body-class="mono">
            <template #body="{ data: l }"
              ><span :class="{ off: l.found && l.found.verdict.kind !== 'onTarget' }">{{
                plain((l.found?.reading ?? l.reading).label) || '–'
              }}</span></template
            >
          </Column>
          <Column v-if="check.corrected" header="Left" body-class="mono">
            <template #body="{ data: l }">{{
              l.found ? plain(l.reading.label) || 'not read again' : ''
            }}</template>
          </Column>
          <Column header="Verdict" body-class="verdict">
            <template #body="{ data: l }">
              <VerdictMark :kind="l.verdict.kind" word />
              <span
                v-if="l.verdict.offLabel"
                class="mono small distance"
                :class="{ off: l.verdict.kind === 'offTarget' }"
              >
                {{ plain(l.verdict.offLabel) }}</span
              >
              <p v-if="!['onTarget', 'unread'].includes(l.verdict.kind)" class="small soft">
                {{ plain(l.verdict.because.sentence) }}
              </p>
            </template>
          </Column>
        </DataTable>
        <div>
          <ConsequencePanel
            :now="check.now"
            :if-recorded="check.corrected ? 'If it had recorded as left' : 'If it had recorded as found'"
          />
          <PhotoStrip :id="check.id" :photos="check.photos" fixed />
          <p v-if="check.clip" class="small">
            <RouterLink :to="`/cameras/clips/${check.clip}`">The test clip it was judged with</RouterLink>
          </p>
          <LatePhotos :id="check.id" />
          <CheckAdditions v-if="check.signedAt" :check="check" @changed="refetch()" />
        </div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.distance {
  margin-left: 8px;
}
.readings :deep(td) {
  overflow-wrap: break-word;
}
.readings :deep(td.verdict) {
  min-width: 128px;
}
.note {
  margin: 8px 0;
  font-style: italic;
}
.acts {
  display: flex;
  gap: 8px;
  margin: 14px 0 24px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  gap: 40px;
  align-items: start;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 640px) {
  .readings :deep(:is(td, th)) {
    padding-right: 8px;
    overflow-wrap: anywhere;
  }
}
</style>
