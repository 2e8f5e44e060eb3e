<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask, type Problem } from '../../app/client';
import { moment } from '../../app/dates';
import Loading from '../../app/Loading.vue';
import OneOf from '../../app/OneOf.vue';
import SectionTabs from '../../app/SectionTabs.vue';
import { useTitle } from '../../app/title';
import RecallLine from './RecallLine.vue';
import { clockOf, KINDS, kindOf } from './words';

/** Practice: what is worth five minutes now, every kind of exercise, and how well each is remembered. Nobody else sees it. */
const router = useRouter();
const practice = useQuery({
  queryKey: ['practice'],
  queryFn: () => ask(api.GET('/api/practice')),
  staleTime: 0,
});
const standards = useQuery({ queryKey: ['standards'], queryFn: () => ask(api.GET('/api/standards')) });
const models = computed(() => [
  ...new Map((practice.data.value?.skills ?? []).map((s) => [s.modelKey, s.modelName])).entries(),
]);
const model = ref('');
const here = computed(
  () => model.value || practice.data.value?.next[0]?.modelKey || models.value[0]?.[0] || '',
);
const approved = computed(() => (standards.data.value ?? []).filter((s) => s.state === 'approved'));
const standard = ref('');
const wrong = ref('');
const busy = ref(false);
async function begin(kind: string, of = here.value, by = standard.value): Promise<void> {
  const id = crypto.randomUUID();
  wrong.value = '';
  busy.value = true;
  try {
    await ask(
      api.PUT('/api/practice/tries/{id}', {
        params: { path: { id } },
        body: { kind, model: of, standard: by },
      }),
    );
    await router.push(`/practice/${id}`);
  } catch (error) {
    wrong.value = (error as Problem).message;
  } finally {
    busy.value = false;
  }
}
const skills = computed(() =>
  KINDS.map((k) => ({
    ...k,
    skill: practice.data.value?.skills.find((s) => s.modelKey === here.value && s.kind === k.kind),
  })),
);
useTitle(() => ['Practice']);
</script>

<template>
  <Loading
    :pending="practice.isPending.value"
    :error="practice.error.value"
    what="your practice"
    back="Go to today"
    back-to="/today"
    @again="practice.refetch()"
  >
    <div v-if="practice.data.value" class="page">
      <SectionTabs />
      <h1>Practice</h1>
      <p class="soft">Five minutes at a camera on the screen. Only you see your tries.</p>
      <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
      <p v-if="!models.length">
        No camera is in the department yet. Exercises are made from its specifications.
      </p>
      <template v-else>
        <section v-if="practice.data.value.next[0]" class="next" aria-labelledby="next">
          <h2 id="next">{{ practice.data.value.next[0].isRefresher ? 'Refresher' : 'Next' }}</h2>
          <p>
            <b
              >{{ kindOf(practice.data.value.next[0].kind).name }},
              {{ practice.data.value.next[0].modelName }}.</b
            >
            {{ practice.data.value.next[0].because }}
          </p>
          <p class="acts">
            <button
              class="act"
              type="button"
              :disabled="busy"
              @click="
                begin(
                  kindOf(practice.data.value.next[0].kind).key,
                  practice.data.value.next[0].modelKey,
                  practice.data.value.next[0].standardKey,
                )
              "
            >
              Begin
            </button>
            <a
              v-if="practice.data.value.next[0].standardKey"
              class="link"
              target="_blank"
              :href="`/api/practice/refresher.pdf?model=${practice.data.value.next[0].modelKey}&standard=${practice.data.value.next[0].standardKey}`"
              >Refresher page, PDF</a
            >
            <span v-if="practice.data.value.next[0].doesNotReplaceTraining" class="soft small"
              >It does not replace training in person.</span
            >
          </p>
        </section>
        <section v-if="practice.data.value.open.length">
          <h2>Begun</h2>
          <p v-for="t in practice.data.value.open" :key="t.id">
            <RouterLink :to="`/practice/${t.id}`">{{ kindOf(t.kind).name }}, {{ t.modelName }}</RouterLink>
            <span class="soft small"> {{ moment(t.at) }}</span>
          </p>
        </section>
        <section>
          <h2>Exercises</h2>
          <div class="fields">
            <OneOf
              :model-value="here"
              label="Camera"
              :options="models.map(([key, name]) => ({ key, name }))"
              @update:model-value="model = $event ?? ''"
            />
            <OneOf v-model="standard" label="Standard" none="any" :options="approved" />
            <a
              v-if="standard && here"
              class="link"
              target="_blank"
              :href="`/api/practice/refresher.pdf?model=${here}&standard=${standard}`"
              >Refresher page, PDF</a
            >
          </div>
          <ul class="kinds">
            <li v-for="k in skills" :key="k.key">
              <button class="act quiet" type="button" :disabled="busy" @click="begin(k.key)">
                {{ k.name }}
              </button>
              <span class="about"
                >{{ k.about }}
                <span class="soft small">{{
                  k.skill?.tries ? `${k.skill.passed} of ${k.skill.tries} passed` : 'never practised'
                }}</span></span
              >
              <RecallLine v-if="k.skill" :skill="k.skill" />
            </li>
          </ul>
        </section>
        <section v-if="practice.data.value.tries.length">
          <h2>Your tries</h2>
          <table class="plain-table">
            <thead>
              <tr>
                <th scope="col">When</th>
                <th scope="col">Exercise</th>
                <th scope="col">Camera</th>
                <th scope="col">Result</th>
                <th scope="col">Time</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="t in practice.data.value.tries" :key="t.id">
                <td>{{ moment(t.at) }}</td>
                <td>
                  <RouterLink :to="`/practice/${t.id}`">{{ kindOf(t.kind).name }}</RouterLink>
                </td>
                <td>{{ t.modelName }}</td>
                <td :class="{ off: !t.passed }">{{ t.passed ? 'passed' : 'not yet' }}</td>
                <td class="mono">{{ clockOf(t.seconds) }}</td>
              </tr>
            </tbody>
          </table>
          <p class="acts">
            <a class="link" href="/api/export/my-practice.csv" download>All your tries, CSV</a>
            <a class="link" href="/api/export/my-practice.json" download>Tries and check-offs, JSON</a>
          </p>
        </section>
      </template>
    </div>
  </Loading>
</template>

<style scoped>
.next {
  border-left: 3px solid var(--brass);
  padding-left: 14px;
  margin: 14px 0 22px;
}
section {
  margin-bottom: 22px;
}
.acts {
  display: flex;
  gap: 14px;
  align-items: center;
  margin-top: 8px;
}
.kinds {
  list-style: none;
  padding: 0;
}
.kinds li {
  display: grid;
  grid-template-columns: 190px minmax(0, 1fr) 190px;
  gap: 6px 18px;
  align-items: center;
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
}
.about .small {
  display: block;
}
@media (max-width: 760px) {
  .kinds li {
    grid-template-columns: 1fr;
  }
}
</style>
