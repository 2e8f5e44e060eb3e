<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { plain } from '../../instruments/fractions';
import BenchKeys from './BenchKeys.vue';
import CheckQueue from './CheckQueue.vue';
import ConsequencePanel from './ConsequencePanel.vue';
import NotchWork from './NotchWork.vue';
import ReadingConflict from './ReadingConflict.vue';
import SignCheck from './SignCheck.vue';
import { END, useBench } from './useBench';
import { useCheck } from './useCheck';

const props = defineProps<{ id: string }>();
const router = useRouter();
const work = ref<InstanceType<typeof NotchWork>>();
const kept = useCheck(props.id);
const { check, lines, waiting, conflict, failure, record, settle, sign, load } = kept;
const bench = useBench(props.id, kept, () => work.value?.focus());
const { current, text, shown, queueOpen, asTable, at, line, reading, verdict, now, message, strip } = bench;
const meaning = computed(() => bench.understood.value?.message ?? '');

watch(
  () => check.value?.id,
  (loaded) => loaded && !current.value && bench.begin(),
  { immediate: true },
);
watch(
  () => check.value?.signedAt,
  (signed) => signed && void router.replace(`/log/${props.id}`),
  { immediate: true },
);
onMounted(() => work.value?.focus());
</script>

<template>
  <div v-if="failure" class="page">
    <div class="problem" role="alert">
      {{ failure }} <button class="act quiet" type="button" @click="load">Try again</button>
    </div>
  </div>
  <p v-else-if="!check" class="page soft" role="status">Opening the check…</p>
  <div v-else class="bench" :class="{ 'queue-open': queueOpen }">
    <aside class="zone-queue">
      <CheckQueue :lines="lines" :current="current" :waiting="waiting" @go="bench.go" />
      <button
        class="to-end"
        type="button"
        :aria-current="current === END ? 'step' : undefined"
        @click="bench.go(END)"
      >
        Finish and sign
      </button>
    </aside>

    <section class="zone-work">
      <header class="head">
        <p>
          <strong>{{ check.unitTag }}</strong> {{ check.modelName
          }}<template v-if="check.unitTape">, {{ check.unitTape }} tape</template>, against
          <strong>{{ check.standardName }}</strong>, version {{ check.standardVersion
          }}<template v-if="check.shootName"
            >, as planned for <strong>{{ check.shootName }}</strong></template
          >
        </p>
        <p class="mono soft count">
          <template v-if="line">{{ at + 1 }} of {{ lines.length }}</template>
          <button
            class="queue-button"
            type="button"
            :aria-expanded="queueOpen"
            @click="queueOpen = !queueOpen"
          >
            All notches
          </button>
        </p>
      </header>
      <p v-if="waiting.length" class="small soft" role="status">
        {{ waiting.length }} kept here, not gone up yet.
      </p>
      <p v-if="strip.length" class="phone-strip off small">
        <span v-for="(item, i) in strip" :key="i"
          >{{ item.topic }} <span class="mono">{{ plain(item.value) }}</span></span
        >
      </p>

      <SignCheck v-if="current === END" :summary="check.summary" :waiting="waiting.length" :sign="sign" />
      <template v-else-if="line">
        <NotchWork
          ref="work"
          v-model="text"
          :line="line"
          :model-name="check.modelName"
          :reading="reading"
          :verdict="verdict"
          :message="message"
          :meaning="meaning"
          :shown="shown"
          :as-table="asTable"
          @enter="bench.enter"
          @press="bench.press"
          @take-back="record(line.line.setting, null)"
        />
        <BenchKeys
          :first="at === 0"
          :auto-is-typed="bench.autoIsTyped.value"
          :as-table="asTable"
          @act="bench.act"
        />
      </template>
    </section>

    <aside class="zone-now"><ConsequencePanel v-if="now" :now="now" /></aside>
    <ReadingConflict :conflict="conflict" @settle="settle" />
  </div>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template-columns: 236px minmax(0, 1fr) 330px;
  min-height: calc(100vh - 50px);
}
.zone-queue {
  border-right: 1px solid var(--line);
  padding-bottom: 16px;
}
.to-end {
  margin: 14px 18px;
  padding: 8px 12px;
  border: 1px solid var(--ink);
  background: none;
  color: var(--ink);
  border-radius: 5px;
  cursor: pointer;
  font-size: 0.9375rem;
}
.to-end[aria-current] {
  background: var(--ink);
  color: var(--paper);
}
.zone-work {
  padding: 18px 28px 0;
  display: flex;
  flex-direction: column;
  min-width: 0;
}
.zone-now {
  border-left: 1px solid var(--line);
  background: var(--panel);
  padding: 18px 20px;
  max-height: calc(100vh - 50px);
  overflow-y: auto;
  scrollbar-width: thin;
  scrollbar-color: var(--line) transparent;
  position: sticky;
  top: 0;
}
.head {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  margin-bottom: 14px;
}
.count {
  white-space: nowrap;
}
.queue-button,
.phone-strip {
  display: none;
}
@media (max-width: 1100px) {
  .bench {
    grid-template-columns: 220px minmax(0, 1fr);
  }
  .zone-now {
    grid-column: 1 / -1;
    border-left: 0;
    border-top: 1px solid var(--line);
    position: static;
    max-height: none;
  }
}
@media (max-width: 760px) {
  .bench {
    display: block;
  }
  .zone-queue {
    display: none;
  }
  .queue-open .zone-queue {
    display: block;
    border-bottom: 2px solid var(--ink);
  }
  .queue-button {
    display: inline-block;
    border: 1px solid var(--ink-soft);
    background: none;
    color: var(--ink);
    border-radius: 4px;
    padding: 4px 9px;
    margin-left: 10px;
    font-family: var(--sans);
  }
  .zone-work {
    padding: 12px 16px 0;
  }
  .head {
    flex-direction: column;
    gap: 4px;
    font-size: 0.9375rem;
  }
  .phone-strip {
    display: flex;
    gap: 6px 16px;
    flex-wrap: wrap;
    background: var(--rust-ground);
    margin: 0 -16px 12px;
    padding: 8px 16px;
  }
  .phone-strip span {
    text-transform: none;
  }
  .phone-strip > span::first-letter {
    text-transform: uppercase;
  }
}
</style>
