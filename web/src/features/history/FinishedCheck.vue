<script setup lang="ts">
import { useTitle } from '../../app/title';
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '../../app/client';
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
        <table class="plain-table">
          <thead>
            <tr>
              <th scope="col">Notch</th>
              <th scope="col">Sheet</th>
              <th scope="col">Found</th>
              <th v-if="check.corrected" scope="col">Left</th>
              <th scope="col">Verdict</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="{ line, reading, verdict, found } in check.lines"
              :key="line.setting"
              :data-setting="line.setting"
            >
              <th scope="row">{{ line.name }}</th>
              <td class="mono target">{{ plain(line.target ?? 'not possible') }}</td>
              <td class="mono" :class="{ off: found && found.verdict.kind !== 'onTarget' }">
                {{ plain((found?.reading ?? reading).label) || '–' }}
              </td>
              <td v-if="check.corrected" class="mono">
                {{ found ? plain(reading.label) || 'not read again' : '' }}
              </td>
              <td>
                <VerdictMark :kind="verdict.kind" word />
                <span
                  v-if="verdict.offLabel"
                  class="mono small distance"
                  :class="{ off: verdict.kind === 'offTarget' }"
                >
                  {{ plain(verdict.offLabel) }}</span
                >
                <p v-if="!['onTarget', 'unread'].includes(verdict.kind)" class="small soft">
                  {{ plain(verdict.because.sentence) }}
                </p>
              </td>
            </tr>
          </tbody>
        </table>
        <div>
          <ConsequencePanel
            :now="check.now"
            :if-recorded="check.corrected ? 'If it had recorded as left' : 'If it had recorded as found'"
          />
          <PhotoStrip :id="check.id" :photos="check.photos" fixed />
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
td.mono {
  overflow-wrap: break-word;
}
td:last-child {
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
tbody th {
  color: var(--ink);
  font-size: 0.9375rem;
  white-space: nowrap;
  padding-right: 20px;
  vertical-align: top;
  padding-top: 10px;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 640px) {
  tbody th {
    white-space: normal;
  }
  .plain-table :is(td, th) {
    padding-right: 8px;
    overflow-wrap: anywhere;
    white-space: normal;
  }
}
</style>
