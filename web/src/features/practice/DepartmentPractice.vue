<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { api, ask } from '../../app/client';
import { day } from '../../app/dates';
import Loading from '../../app/Loading.vue';
import SectionTabs from '../../app/SectionTabs.vue';
import { useTitle } from '../../app/title';
import { kindOf } from './words';

/** What the department sees of practice: which skills fade, and which controls are hard to find. Nobody is named. */
const seen = useQuery({
  queryKey: ['department-practice'],
  queryFn: () => ask(api.GET('/api/practice/department')),
  staleTime: 0,
});
useTitle(() => ['Practice of the department']);
</script>

<template>
  <Loading
    :pending="seen.isPending.value"
    :error="seen.error.value"
    what="the practice of the department"
    back="Go to practice"
    back-to="/practice"
    @again="seen.refetch()"
  >
    <div v-if="seen.data.value" class="page">
      <SectionTabs />
      <h1>Practice of the department</h1>
      <p class="soft">
        Since {{ day(seen.data.value.since) }}, {{ seen.data.value.people }}
        {{ seen.data.value.people === 1 ? 'person has' : 'people have' }} practised. What fewer than three did
        is not shown.
      </p>
      <h2>Skills that fade</h2>
      <p v-if="!seen.data.value.fading.length" class="soft">No skill was practised by three people yet.</p>
      <table v-else class="plain-table">
        <thead>
          <tr>
            <th scope="col">Camera</th>
            <th scope="col">Skill</th>
            <th scope="col">People</th>
            <th scope="col">Faded</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="f in seen.data.value.fading" :key="f.modelName + f.kind">
            <td>{{ f.modelName }}</td>
            <td>{{ kindOf(f.kind).name }}</td>
            <td>{{ f.people }}</td>
            <td :class="{ off: f.faded * 2 > f.people }">{{ f.faded }}</td>
          </tr>
        </tbody>
      </table>
      <h2>Faults at return</h2>
      <p>{{ seen.data.value.effect.because }}</p>
      <p class="soft small">
        Loans that came back and were checked before the camera went out again, whatever the standard of that
        check. Practice counts for a loan that begins within {{ seen.data.value.effect.countsDays }} days of
        it.
      </p>
      <h2>Controls that are hard to find</h2>
      <p v-if="!seen.data.value.controls.length" class="soft">
        No control was looked for five times and missed. Where one is, mark its place with tape or say it on
        the sheet.
      </p>
      <table v-else class="plain-table">
        <thead>
          <tr>
            <th scope="col">Camera</th>
            <th scope="col">Control</th>
            <th scope="col">Where it is</th>
            <th scope="col">Not found</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="c in seen.data.value.controls" :key="c.modelName + c.setting">
            <td>{{ c.modelName }}</td>
            <td>{{ c.setting }}</td>
            <td>{{ c.place }}</td>
            <td>{{ c.label }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </Loading>
</template>

<style scoped>
h2 {
  margin-top: 20px;
}
</style>
