<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask, type Problem, type Views } from '../../app/client';
import ThreeZones from '../../app/ThreeZones.vue';
import { useTitle } from '../../app/title';
import CameraWork from './CameraWork.vue';
import QuestionWork from './QuestionWork.vue';
import TryResult from './TryResult.vue';
import { useTry } from './useTry';
import { clockOf, kindOf, SIDES } from './words';

/** An exercise: what it asks at the left, the work in the middle, time and help at the right. */
const props = defineProps<{ first: Views['TryView'] }>();
const emit = defineEmits<{ again: [] }>();
const it = useTry(props.first);
const { view, work, state, problem, finished, waiting } = it;
const router = useRouter();
const about = computed(() => kindOf(view.value.kind));
const words = useLocalStorage('gold-notch.practice-words', false);
const sides = computed(() => SIDES.filter((s) => view.value.body.some((c) => c.side === s.key)));
const side = ref<string>(sides.value[0]?.key ?? '');
const refused = ref('');
async function another(): Promise<void> {
  const id = crypto.randomUUID();
  try {
    await ask(
      api.PUT('/api/practice/tries/{id}', {
        params: { path: { id } },
        body: { kind: about.value.key, model: view.value.modelKey, standard: view.value.standardKey },
      }),
    );
    await router.push(`/practice/${id}`);
  } catch (error) {
    refused.value = (error as Problem).message;
  }
}
async function drop(): Promise<void> {
  try {
    await ask(api.DELETE('/api/practice/tries/{id}', { params: { path: { id: view.value.id } } }) as never);
    localStorage.removeItem(`gold-notch.try.${view.value.id}`);
    await router.push('/practice');
  } catch (error) {
    refused.value = (error as Problem).message;
  }
}
const INTRO: Record<string, string> = {
  setToSheet:
    'Somebody had it before you. Set it to the sheet; the finder shows what it would record now. Say when you are done: it is judged as on the bench.',
  looksWrong:
    'One thing is the cause, and it is no fault of the camera. What finder, display and controls rule out need not be named; of the rest, look at the most harmless first.',
  twoCameras:
    'Bring B to A with its iris and its white balance. Measuring tells how far apart they are; twice is enough.',
  findControl: 'Choose the side, then the control.',
  lightChanged: 'By head: the direction, and how far. Thirds are written 1/3.',
  beforeAndAfter: 'What is done before and after a shoot, by the rules of the counter.',
};
useTitle(() => [about.value.name, view.value.modelName]);
</script>

<template>
  <ThreeZones queue-name="Sheet and sides" queue-label="Sheet and sides" effect-label="About this exercise">
    <template #queue="{ chosen }">
      <h1 class="head">{{ about.name }}</h1>
      <p class="soft head">
        {{ view.modelName }}<template v-if="view.camera">, {{ view.standardName }}</template>
      </p>
      <template v-if="view.camera && !finished">
        <h2>Sides of the body</h2>
        <button
          v-for="(s, i) in sides"
          :key="s.key"
          type="button"
          :aria-current="side === s.key ? 'true' : undefined"
          @click="
            side = s.key;
            chosen();
          "
        >
          <span>{{ s.name }}</span><kbd>{{ i + 1 }}</kbd>
        </button>
      </template>
      <template v-if="view.sheet.length">
        <h2>The sheet requires</h2>
        <p v-for="r in view.sheet" :key="r.setting" class="line small">
          <span>{{ r.name }}</span><span class="mono soft">{{ r.required }}</span>
        </p>
      </template>
    </template>
    <template #way><RouterLink to="/practice">Practice</RouterLink> </template>
    <h1 class="phone-head">{{ about.name }}, {{ view.modelName }}</h1>
    <p v-if="problem" class="problem" role="alert">
      {{ problem }}
      <button v-if="state === 'conflict'" class="act small" type="button" @click="emit('again')">
        Load it
      </button>
    </p>
    <p v-if="refused" class="problem" role="alert">{{ refused }}</p>
    <template v-if="finished">
      <TryResult :view="view" />
      <p class="acts">
        <button v-focus class="act" type="button" @click="another">Another one</button>
        <RouterLink class="link" to="/practice">Practice</RouterLink>
      </p>
    </template>
    <p v-else-if="waiting" role="status">It is finished, and sent as soon as the site is there.</p>
    <QuestionWork v-else-if="view.questions.length" :it="it" />
    <CameraWork v-else :it="it" :words="words" :side="side" @side="side = $event" />
    <template #effect>
      <template v-if="!finished">
        <p>{{ INTRO[view.kind] }}</p>
        <h2>Time</h2>
        <p class="time mono">{{ clockOf(work.seconds) }}</p>
      </template>
      <template v-if="view.whyThis">
        <h2>Why this one</h2>
        <p class="soft small">{{ view.whyThis }}</p>
      </template>
      <h2>Difficulty</h2>
      <p class="soft small">
        {{ view.level }} of 3. It follows you: two successes in a row go up, a miss goes down.
      </p>
      <template v-if="view.camera && !finished">
        <h2>Finder</h2>
        <button class="link" type="button" :aria-pressed="words" @click="words = !words">
          {{ words ? 'Show the picture' : 'Tell it in words' }}
        </button>
      </template>
      <p v-if="!finished" class="drop">
        <button class="link small" type="button" @click="drop">Give it up</button>
      </p>
      <p class="soft small">Practice does not replace training in person.</p>
    </template>
  </ThreeZones>
</template>

<style scoped>
.head {
  padding: 0 16px;
}
h1.head {
  font-size: 1.25rem;
}
.line {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  padding: 1px 16px;
  margin: 0;
}
.line span:first-child {
  flex: 1 0 auto;
  max-width: 58%;
}
.line .mono {
  text-align: right;
}
.time {
  font-size: 2rem;
}
:deep(.zone-effect h2) {
  margin-top: 18px;
}
.acts {
  display: flex;
  gap: 14px;
  align-items: center;
  margin: 18px 0;
}
.drop {
  margin: 18px 0;
}
.phone-head {
  display: none;
}
@media (max-width: 760px) {
  .phone-head {
    display: block;
    font-size: 1.25rem;
  }
}
</style>
