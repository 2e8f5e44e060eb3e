<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { api, ask, Problem, type Views } from '../../app/client';
import { dayAt, timeAt } from '../../app/clock';
import { moment } from '../../app/dates';
import DayField from '../../app/DayField.vue';
import Loading from '../../app/Loading.vue';
import SectionTabs from '../../app/SectionTabs.vue';
import { can } from '../../app/session';
import TickBox from '../../app/TickBox.vue';
import { useTitle } from '../../app/title';
import { useZone } from '../../app/useZone';
import WhoCan from '../../app/WhoCan.vue';
import { momentOf, wallTime } from '../../app/zone';
import KitPhoto from '../kits/KitPhoto.vue';
import CountRows from './CountRows.vue';
import LentCard from './LentCard.vue';
import { doneLines } from './words';

/** A loan: taken back in one go, then what is left open of it, until it can be closed. */
const props = defineProps<{ id: string }>();
const zone = useZone();
const queries = useQueryClient();
const loan = useQuery({
  queryKey: computed(() => ['loan', props.id]),
  queryFn: () => ask(api.GET('/api/loans/{id}', { params: { path: { id: props.id } } })),
});
const view = computed(() => loan.data.value);
const row = computed(() => view.value?.row);
const counted = ref<Views['CountedPieceDocument'][] | null>(null);
const wrap = ref<string[]>([]);
const fault = ref('');
const unused = ref<string[]>([]);
const problem = ref<Problem | null>(null);
const busy = ref(false);
const reason = ref('');
const due = ref('');
watch(
  view,
  (now) => {
    if (!now) return;
    wrap.value = now.wrap.filter((w) => w.isDone).map((w) => w.step);
    due.value = wallTime(now.row.dueAt, zone.value);
  },
  { immediate: true },
);

type Done = Views['CustodyDone'];
async function send(events: Done[]): Promise<boolean> {
  if (!view.value || !events.length) return false;
  busy.value = true;
  problem.value = null;
  try {
    const after = await ask(
      api.POST('/api/loans/{id}/events', {
        params: { path: { id: props.id } },
        body: { seen: view.value.events.length, events },
      }),
    );
    queries.setQueryData(['loan', props.id], after);
    void queries.invalidateQueries({ queryKey: ['loans'] });
    return true;
  } catch (error) {
    problem.value = error as Problem;
    // Somebody else was first: what is there now is shown, and what was typed here stays.
    if (problem.value.status === 412) await loan.refetch();
    return false;
  } finally {
    busy.value = false;
  }
}
/** All of the return at once: it is written down whole, or not at all. */
async function takeBack(): Promise<void> {
  const events: Done[] = [{ kind: 'came-back' }];
  if (counted.value) events.push({ kind: 'counted-back', counted: counted.value });
  for (const step of wrap.value) events.push({ kind: 'wrap-marked', step, done: true });
  for (const card of unused.value) events.push({ kind: 'card-unused', card });
  if (fault.value.trim()) events.push({ kind: 'fault-noted', text: fault.value.trim() });
  if (await send(events)) {
    fault.value = '';
    if (view.value && !view.value.open.length) await send([{ kind: 'closed' }]);
  }
}
const close = async () => {
  if (await send([{ kind: 'closed', text: reason.value.trim() || undefined }])) reason.value = '';
};
const count = () => counted.value && send([{ kind: 'counted-back', counted: counted.value }]);
const mark = (step: string, done: boolean) => send([{ kind: 'wrap-marked', step, done }]);
const settle = (piece: string, how: string) => send([{ kind: 'piece-settled', piece, how }]);
const note = async () => {
  if (await send([{ kind: 'fault-noted', text: fault.value.trim() }])) fault.value = '';
};
const move = () => send([{ kind: 'due-moved', due: momentOf(due.value, zone.value) }]);
const toggle = (list: string[], one: string, on: boolean | null | undefined) =>
  on ? [...list, one] : list.filter((o) => o !== one);
const pieces = computed(() => view.value?.pieces.map((p) => p.piece) ?? []);
const rows = ref<InstanceType<typeof CountRows>>();
function keys(event: KeyboardEvent): void {
  const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
  if (typing || event.ctrlKey || event.metaKey || event.altKey) return;
  if (event.key === 'a') rows.value?.all();
  else if (event.key === 'w' && row.value?.status === 'out') wrap.value = view.value!.wrap.map((w) => w.step);
  else return;
  event.preventDefault();
}
onMounted(() => window.addEventListener('keydown', keys));
onBeforeUnmount(() => window.removeEventListener('keydown', keys));
const done = computed(() => doneLines(view.value));
const when = (at: string) => `${dayAt(at, zone.value)}, ${timeAt(at, zone.value)}`;
useTitle(() => [row.value?.unit ?? '', 'loan']);
</script>

<template>
  <Loading
    :pending="loan.isPending.value"
    :error="loan.error.value"
    what="the loan"
    back="Go to the loans"
    back-to="/shoots/loans"
    @again="loan.refetch()"
  >
    <div v-if="view && row" class="page">
      <SectionTabs />
      <h1>{{ row.unit }} · {{ row.borrower }}</h1>
      <p>
        <span class="soft">{{ row.modelName }} {{ row.tape }} · </span>
        <b v-if="row.isOverdue" class="off">overdue since {{ when(row.dueAt) }}</b
        ><template v-else-if="row.status === 'out'">due {{ when(row.dueAt) }}</template
        ><template v-else-if="row.status === 'back'">back since {{ when(row.backAt!) }}</template
        ><template v-else>closed {{ when(row.closedAt!) }}</template>
        <template v-if="row.shoot">
          · for <RouterLink :to="`/shoots/${row.shoot}/return`">{{ row.shootName }}</RouterLink></template
        >
      </p>
      <p v-if="view.outReason" class="soft">Handed out all the same: {{ view.outReason }}</p>
      <p v-if="view.closeReason" class="soft">Closed with something open: {{ view.closeReason }}</p>
      <p v-if="problem" class="problem" role="alert">{{ problem.message }}</p>
      <WhoCan v-if="row.status !== 'closed'" right="handOut" what="take cameras back" />
      <template v-if="can('handOut')">
        <template v-if="row.status === 'out'">
          <h2>Count the kit back</h2>
          <KitPhoto :tag="row.unit" :photo="view.photo" />
          <CountRows ref="rows" v-model="counted" :pieces="pieces" label="Pieces to be counted back" />
          <h2>
            Wrap <span class="soft small">all done with <kbd>W</kbd></span>
          </h2>
          <div class="ticks">
            <TickBox
              v-for="w in view.wrap"
              :key="w.step"
              :model-value="wrap.includes(w.step)"
              @update:model-value="wrap = toggle(wrap, w.step, $event)"
              >{{ w.name }}</TickBox
            >
          </div>
          <template v-if="view.cards.length">
            <h2>Cards</h2>
            <div class="ticks">
              <TickBox
                v-for="c in view.cards"
                :key="c.name"
                :model-value="unused.includes(c.name)"
                @update:model-value="unused = toggle(unused, c.name, $event)"
                >{{ c.name }}: nothing was recorded</TickBox
              >
            </div>
          </template>
          <label class="entry fault"
            ><span class="what">Faults <span class="soft">if any</span></span>
            <InputText v-model="fault" class="field" maxlength="300" />
          </label>
          <p class="acts">
            <button class="act" type="button" :disabled="busy || !counted" @click="takeBack">
              Take back
            </button>
            <span v-if="!counted" class="soft small">Count the kit first.</span>
          </p>
          <div class="later">
            <DayField
              v-model="due"
              label="Due"
              note="may stay longer, or is needed sooner"
              time
              :zone="zone"
            />
            <button
              class="act quiet"
              type="button"
              :disabled="busy || due === wallTime(row.dueAt, zone)"
              @click="move"
            >
              Move the due time
            </button>
          </div>
        </template>
        <template v-else-if="row.status === 'back'">
          <h2>Open</h2>
          <p v-if="!view.open.length">Nothing is open.</p>
          <ul class="open">
            <li v-for="o in view.open" :key="`${o.kind} ${o.name}`">
              <template v-if="o.kind === 'card'">
                <LentCard
                  :card="view.cards.find((c) => c.name === o.name)!"
                  :loan="id"
                  :says="o.because.sentence"
                  :busy="busy"
                  @done="send"
                />
              </template>
              <template v-else>
                <span>{{ o.because.sentence }}</span>
                <span class="acts">
                  <template v-if="o.kind === 'piece'">
                    <button
                      v-for="s in o.settlements"
                      :key="s.how"
                      class="act quiet small"
                      type="button"
                      :disabled="busy"
                      @click="settle(o.name, s.how)"
                    >
                      {{ s.name }}
                    </button>
                  </template>
                  <button
                    v-if="o.kind === 'wrap'"
                    class="act quiet small"
                    type="button"
                    :disabled="busy"
                    @click="mark(o.name, true)"
                  >
                    Done
                  </button>
                </span>
                <div v-if="o.kind === 'count'" class="whole">
                  <KitPhoto :tag="row.unit" :photo="view.photo" />
                  <CountRows
                    ref="rows"
                    v-model="counted"
                    :pieces="pieces"
                    label="Pieces to be counted back"
                  />
                  <button class="act" type="button" :disabled="busy || !counted" @click="count">
                    Save the count
                  </button>
                </div>
              </template>
            </li>
          </ul>
          <form class="fields" @submit.prevent="note">
            <label class="grow"
              ><span>Note a fault</span><InputText v-model="fault" class="field" maxlength="300"
            /></label>
            <button class="act quiet" type="submit" :disabled="busy || !fault.trim()">Note it</button>
          </form>
          <form class="fields close" @submit.prevent="close">
            <label v-if="view.open.length" class="grow"
              ><span>Close it all the same, because</span
              ><InputText v-model="reason" class="field" maxlength="300"
            /></label>
            <button class="act" type="submit" :disabled="busy || (view.open.length > 0 && !reason.trim())">
              {{ view.open.length ? 'Close all the same' : 'Close the loan' }}
            </button>
          </form>
        </template>
      </template>
      <p v-for="f in view.faults" :key="f" class="off">Fault: {{ f }}</p>
      <h2>What went out</h2>
      <ul class="went">
        <li v-for="p in view.pieces" :key="p.piece.name">
          {{ p.piece.count }} × {{ p.piece.name }}
          <span v-if="view.isCounted" class="soft small"
            >{{ p.counted }} back{{ p.broken ? `, ${p.broken} broken` : ''
            }}{{ p.settled ? `, ${p.settled}` : '' }}</span
          >
        </li>
      </ul>
      <h2>What was done</h2>
      <ol class="events">
        <li v-for="(l, i) in done" :key="i">
          <span class="soft small">{{ moment(l.at) }}, {{ l.by }}</span> {{ l.text }}
        </li>
      </ol>
    </div>
  </Loading>
</template>

<style scoped>
h2 {
  margin-top: 22px;
}
.ticks {
  display: grid;
  gap: 6px;
}
.fault {
  max-width: 560px;
  margin-top: 14px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
p.acts {
  margin: 16px 0;
}
.later {
  display: flex;
  gap: 12px;
  align-items: end;
  max-width: 520px;
}
.later :deep(.entry) {
  flex: 1;
}
.open,
.went,
.events {
  list-style: none;
  padding: 0;
}
.open li {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
  justify-content: space-between;
  padding: 7px 0;
  border-bottom: 1px solid var(--line);
}
.whole {
  flex-basis: 100%;
}
.close {
  margin-top: 12px;
}
.events li {
  padding: 2px 0;
}
</style>
