<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { api, ask, type Problem, type Views } from '../../app/client';
import { day, moment } from '../../app/dates';
import Loading from '../../app/Loading.vue';
import OneOf from '../../app/OneOf.vue';
import PersonField from '../../app/PersonField.vue';
import SectionTabs from '../../app/SectionTabs.vue';
import { can } from '../../app/session';
import TickBox from '../../app/TickBox.vue';
import { useTitle } from '../../app/title';

/** Check-offs: who may borrow which model and until when; an examination is ticked with the camera in the trainee's hands and signed by another person. */
const route = useRoute();
const queries = useQueryClient();
const offs = useQuery({
  queryKey: ['check-offs'],
  queryFn: () => ask(api.GET('/api/check-offs')),
  staleTime: 0,
});
const models = useQuery({ queryKey: ['models'], queryFn: () => ask(api.GET('/api/models')) });
const person = ref(String(route.query.person ?? ''));
const model = ref('');
const wrong = ref<Problem | null>(null);
const busy = ref(false);
const all = computed(() => offs.data.value?.all ?? []);
const open = computed(() => all.value.filter((c) => !c.signedAt));
const signed = computed(() => all.value.filter((c) => c.signedAt));
const STANDING: Record<string, string> = { valid: 'holds until', lapsed: 'lapsed on', none: 'open' };

async function act(what: () => Promise<unknown>): Promise<void> {
  wrong.value = null;
  busy.value = true;
  try {
    await what();
  } catch (error) {
    wrong.value = error as Problem;
  } finally {
    busy.value = false;
    await queries.invalidateQueries({ queryKey: ['check-offs'] });
  }
}
const begin = () =>
  act(async () => {
    await ask(
      api.PUT('/api/check-offs/{id}', {
        params: { path: { id: crypto.randomUUID() } },
        body: { person: person.value, model: model.value },
      }),
    );
    model.value = '';
  });
const put = (c: Views['CheckOffView']) => ({
  params: { path: { id: c.id } },
  headers: { 'If-Match': `"${c.version}"` },
});
const tick = (c: Views['CheckOffView'], key: string, on: boolean | null | undefined) =>
  act(() => {
    const ticked = c.items.filter((i) => (i.key === key ? on : i.isTicked)).map((i) => i.key);
    return ask(api.PUT('/api/check-offs/{id}/ticked', { ...put(c), body: { ticked } }));
  });
const sign = (c: Views['CheckOffView']) => act(() => ask(api.PUT('/api/check-offs/{id}/signature', put(c))));
const drop = (c: Views['CheckOffView']) =>
  act(() => ask(api.DELETE('/api/check-offs/{id}', { params: { path: { id: c.id } } }) as never));
useTitle(() => ['Check-offs']);
</script>

<template>
  <Loading
    :pending="offs.isPending.value"
    :error="offs.error.value"
    what="the check-offs"
    back="Go to practice"
    back-to="/practice"
    @again="offs.refetch()"
  >
    <div v-if="offs.data.value" class="page">
      <SectionTabs />
      <h1>Check-offs</h1>
      <p class="soft">
        A check-off holds {{ offs.data.value.months }} months.
        {{ offs.data.value.isAsked ? 'The counter asks for it.' : 'The counter does not ask for it yet.' }}
        <RouterLink v-if="can('examine')" to="/practice/check-offs/list">Requirements</RouterLink>
      </p>
      <p v-if="wrong" class="problem" role="alert">{{ wrong.message }}</p>
      <form v-if="can('examine')" class="fields begin" @submit.prevent="begin">
        <PersonField v-model="person" class="grow" label="Who is examined" />
        <OneOf
          v-model="model"
          label="Camera"
          :options="(models.data.value ?? []).map((m) => ({ key: m.key, name: m.name }))"
        />
        <button class="act" type="submit" :disabled="busy || !person || !model">Begin</button>
      </form>
      <p v-if="!all.length">
        {{
          can('examine')
            ? 'Nobody was examined yet. Choose a person and a camera.'
            : 'You have no check-off yet. Practise, then ask a technician to examine you.'
        }}
      </p>
      <section v-for="c in open" :key="c.id" class="exam" :aria-label="`${c.person}, ${c.modelName}`">
        <h2>{{ c.person }}, {{ c.modelName }}</h2>
        <p class="soft small">begun by {{ c.begunBy }}, {{ moment(c.begunAt) }}</p>
        <ul class="items">
          <li v-for="i in c.items" :key="i.key">
            <TickBox
              :model-value="i.isTicked"
              :disabled="!can('examine') || busy"
              @update:model-value="tick(c, i.key, $event)"
              >{{ i.text }} <span class="soft small">{{ i.standard }}</span></TickBox
            >
          </li>
        </ul>
        <template v-if="c.missing.length">
          <h3>Still needed</h3>
          <p v-for="m in c.missing" :key="m" class="small">{{ m }}</p>
        </template>
        <p v-if="can('examine')" class="acts">
          <button class="act" type="button" :disabled="busy || c.missing.length > 0" @click="sign(c)">
            Sign the check-off
          </button>
          <button class="link" type="button" :disabled="busy" @click="drop(c)">Drop it</button>
        </p>
      </section>
      <template v-if="signed.length">
        <h2>Signed</h2>
        <table class="plain-table">
          <thead>
            <tr>
              <th scope="col">Person</th>
              <th scope="col">Camera</th>
              <th scope="col">Standing</th>
              <th scope="col">Signed</th>
              <th scope="col">Card</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="c in signed" :key="c.id">
              <td>{{ c.person }}</td>
              <td>{{ c.modelName }}</td>
              <td :class="{ off: c.standing === 'lapsed' }">
                {{ c.lapsedBy ? `lapsed. ${c.lapsedBy}` : `${STANDING[c.standing]} ${day(c.validUntil!)}` }}
              </td>
              <td>{{ moment(c.signedAt!) }}, {{ c.signedBy }}</td>
              <td>
                <a
                  v-if="c.standing === 'valid'"
                  :href="`/api/check-offs/card.pdf?person=${encodeURIComponent(c.login)}`"
                  target="_blank"
                  >Card, PDF</a
                >
              </td>
            </tr>
          </tbody>
        </table>
      </template>
    </div>
  </Loading>
</template>

<style scoped>
.begin {
  margin: 14px 0;
  max-width: 720px;
}
.exam {
  border-left: 3px solid var(--ink);
  padding-left: 14px;
  margin: 18px 0;
}
.items {
  list-style: none;
  padding: 0;
}
.items li {
  padding: 3px 0;
}
.acts {
  display: flex;
  gap: 16px;
  align-items: center;
  margin-top: 10px;
}
h3 {
  font-size: 1rem;
  margin: 10px 0 4px;
}
</style>
