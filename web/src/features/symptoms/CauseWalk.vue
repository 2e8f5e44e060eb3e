<script setup lang="ts">
import Textarea from 'primevue/textarea';
import { nextTick, ref, watch } from 'vue';
import { api, ask, type Views } from '../../app/client';
import { plain } from '../../instruments/fractions';
import { useDiagnosis } from './useDiagnosis';

const props = defineProps<{ unit: Views['TroubleshootView']; diagnosis: Views['DiagnosisView'] }>();
const emit = defineEmits<{ shows: [cause: Views['CauseView'] | null] }>();

const { looked, left, current, mayBeFault, notThat, back } = useDiagnosis(() => props.diagnosis.causes);
const kept = ref<Views['OutcomeView'] | null>(null);
const was = ref<Views['CauseView'] | null>(null);
const says = ref('');
const wrong = ref('');
const busy = ref(false);
// The id is that of this walk: sent again after a lost answer it is kept once.
const id = crypto.randomUUID();
const first = ref<HTMLElement>();

watch(current, (cause) => emit('shows', cause ?? null), { immediate: true });

async function keep(cause: Views['CauseView'] | null): Promise<void> {
  busy.value = true;
  wrong.value = '';
  try {
    kept.value = await ask(
      api.PUT('/api/units/{tag}/symptoms/{symptom}/outcomes/{id}', {
        params: { path: { tag: props.unit.tag, symptom: props.diagnosis.key, id } },
        body: {
          looked: looked.value,
          cause: cause?.key ?? null,
          check: props.unit.check,
          text: says.value,
        },
      }),
    );
    was.value = cause;
  } catch (problem) {
    wrong.value = `${(problem as Error).message} What you looked at is still here.`;
  } finally {
    busy.value = false;
  }
}

async function pass(key: string): Promise<void> {
  notThat(key);
  await nextTick();
  first.value?.querySelector<HTMLElement>('button, textarea')?.focus();
}

const word = (cause: Views['CauseView']) =>
  looked.value.includes(cause.key)
    ? 'looked at'
    : ({ standsSo: 'read so', ruledOut: '', notHere: 'not on this model', look: '' } as const)[cause.state];
</script>

<template>
  <div ref="first" class="walk">
    <h1>{{ diagnosis.text }}</h1>
    <p class="soft">
      <span class="mono">{{ unit.tag }}</span> {{ unit.modelName
      }}<template v-if="unit.tape">, {{ unit.tape }} tape</template>
    </p>
    <p v-if="!kept" class="sum" :class="{ off: diagnosis.causes.some((c) => c.state === 'standsSo') }">
      {{ plain(diagnosis.because.sentence) }}
    </p>

    <div v-if="kept" class="kept" role="status">
      <h2>{{ was ? 'No fault' : 'Saved as a repair' }}</h2>
      <p v-if="was" class="large">{{ was.remedy }}</p>
      <p>
        {{ was ? 'Saved for the next person' : 'What was looked at is saved for whoever repairs it' }} on
        <RouterLink :to="`/cameras/units/${unit.tag}`">the page of {{ unit.tag }}</RouterLink
        ><template v-if="!was">; a technician takes it out of the pool there</template>.
      </p>
      <p v-if="was?.setting && unit.check">
        <RouterLink :to="{ path: `/bench/${unit.check}`, query: { notch: was.setting } }"
          >Record it in the check</RouterLink
        >
      </p>
    </div>

    <template v-else>
      <section v-if="current && !mayBeFault" class="now" :aria-label="current.look">
        <p class="large">{{ current.look }}</p>
        <p v-if="current.sentence" :class="{ off: current.state === 'standsSo' }">
          {{ plain(current.sentence) }}
        </p>
        <p>{{ current.remedy }}</p>
        <p class="answers">
          <button class="act quiet" type="button" :disabled="busy" @click="pass(current.key)">
            Not that
          </button>
          <button class="act" type="button" :disabled="busy" @click="keep(current)">That was it</button>
          <span class="soft small">{{
            left.length === 1 ? 'the last one' : `${left.length} to look at`
          }}</span>
        </p>
      </section>
      <form v-if="mayBeFault" class="now" @submit.prevent="keep(null)">
        <template v-if="diagnosis.onlyThen">
          <p class="large">{{ plain(diagnosis.onlyThen) }}</p>
          <p class="soft">If that is not so, it may be a fault.</p>
        </template>
        <p v-else class="large">Nothing harmless is left: it may be a fault.</p>
        <label for="fault-says">What else should the person know who repairs it?</label>
        <Textarea id="fault-says" v-model="says" class="field" rows="2" maxlength="300" />
        <p class="answers"><button class="act" type="submit" :disabled="busy">Report the fault</button></p>
      </form>
      <p v-if="wrong" class="problem" role="alert">{{ plain(wrong) }}</p>

      <h2>In this order</h2>
      <ol>
        <li
          v-for="cause in diagnosis.causes.filter((c) => c.state !== 'notHere')"
          :key="cause.key"
          :class="{ passed: looked.includes(cause.key) || cause.state === 'ruledOut' }"
          :aria-current="cause.key === current?.key && !mayBeFault ? 'step' : undefined"
        >
          <span>{{ cause.look }}</span>
          <span
            class="small"
            :class="cause.state === 'standsSo' && !looked.includes(cause.key) ? 'off' : 'soft'"
          >
            {{ word(cause)
            }}<template v-if="cause.state === 'ruledOut'">{{ plain(cause.sentence) }}</template>
          </span>
          <button v-if="looked.includes(cause.key)" class="link small" type="button" @click="back(cause.key)">
            Look again<span class="visually-hidden">: {{ cause.look }}</span>
          </button>
        </li>
      </ol>
      <p v-if="diagnosis.causes.some((c) => c.state === 'notHere')" class="soft small">
        Not on {{ unit.modelName }}:
        {{
          diagnosis.causes
            .filter((c) => c.state === 'notHere')
            .map((c) => c.key.replaceAll('-', ' '))
            .join(', ')
        }}.
      </p>
    </template>
  </div>
</template>

<style scoped>
.walk {
  max-width: 680px;
}
.sum {
  margin: 12px 0 16px;
}
.large {
  font-size: 1.375rem;
  line-height: 1.3;
  margin-bottom: 6px;
}
.now,
.kept {
  border-left: 4px solid var(--ink);
  padding: 4px 0 6px 18px;
  margin-bottom: 22px;
}
.now label,
.now textarea {
  display: block;
  width: 100%;
}
.answers {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px 14px;
  margin-top: 14px;
}
.answers .act {
  min-width: 120px;
}
ol {
  margin: 6px 0 12px;
  padding: 0 0 0 22px;
}
li {
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
}
li > * + * {
  margin-left: 10px;
}
li[aria-current] {
  font-weight: 700;
}
.passed > span:first-child {
  color: var(--ink-soft);
  text-decoration: line-through;
}
@media (max-width: 640px) {
  .answers .act {
    flex: 1 1 40%;
  }
}
</style>
