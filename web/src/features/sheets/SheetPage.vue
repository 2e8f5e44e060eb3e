<script setup lang="ts">
import TickBox from '../../app/TickBox.vue';
import { useTitle } from '../../app/title';
import OneOf from '../../app/OneOf.vue';
import { useQuery } from '@tanstack/vue-query';
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask, type Views } from '../../app/client';
import ControlWhere from '../../instruments/ControlWhere.vue';
import NotchDial from '../../instruments/NotchDial.vue';
import { plain } from '../../instruments/fractions';
import SettingText from '../../instruments/SettingText.vue';
import KnownCamera from './KnownCamera.vue';
import FindingList from '../standards/FindingList.vue';
import { useVocabulary } from '../standards/useVocabulary';

const props = defineProps<{ standard: string; model: string }>();
const route = useRoute();
const router = useRouter();
const version = computed(() => String(route.query.version ?? ''));
const when = computed(() => String(route.query.when ?? ''));
/** A model that whoever gets the sheet knows: what stands elsewhere on this one is marked. */
const known = computed(() => String(route.query.known ?? ''));
const {
  data: sheet,
  isPending,
  error,
  refetch,
} = useQuery({
  queryKey: computed(() => ['sheet', props.standard, props.model, version.value, when.value, known.value]),
  queryFn: () =>
    ask(
      api.GET('/api/sheets/{standardKey}/{modelKey}', {
        params: {
          path: { standardKey: props.standard, modelKey: props.model },
          query: {
            version: version.value ? Number(version.value) : undefined,
            when: when.value || undefined,
            known: known.value || undefined,
          },
        },
      }),
    ),
  placeholderData: (before) => before,
});
const words = useVocabulary();
const moved = computed(() => (sheet.value?.lines ?? []).filter((l) => l.elsewhere).length);

/** Conditions in pairs, the usual one first; a choice goes into the address, so that it can be sent on. */
const questions = computed(() => {
  const all: [string, string][] = [];
  const conditions = words.data.value?.conditions ?? [];
  for (let i = 0; i + 1 < conditions.length; i += 2) all.push([conditions[i]!, conditions[i + 1]!]);
  return all;
});
function answer([one, other]: [string, string], chosen: string): void {
  const rest = when.value.split(',').filter((w) => w && w !== one && w !== other);
  void router.replace({ query: { ...route.query, when: [...rest, chosen].join(',') }, hash: route.hash });
}
const holds = (condition: string) => (sheet.value?.circumstances.split(', ') ?? []).includes(condition);

/** Lines that the model meets by not having the control are out of the way until asked for. */
const all = ref(false);
const hidden = computed(() => sheet.value?.lines.filter((l) => l.nothingToDo).length ?? 0);
// What concerns a required line does not stand in a closed fold.
const pressing = computed(() =>
  (sheet.value?.findings ?? []).some(
    (f) =>
      (!f.accepted || f.stale) &&
      (f.grade === 'fault' ||
        sheet.value!.lines.some((l) => l.setting === f.setting && l.importance === 'must')),
  ),
);
const bookOpen = ref(false);
watch(pressing, (now) => now && (bookOpen.value = true), { immediate: true });
const only = ref(false);
const waived = (setting: string) => sheet.value?.waivers.filter((w) => w.setting === setting) ?? [];
const file = (name: string, more = '') =>
  `/api/sheets/${props.standard}/${props.model}/${name}?${new URLSearchParams({
    ...(version.value ? { version: version.value } : {}),
    ...(when.value ? { when: when.value } : {}),
    ...(known.value ? { known: known.value } : {}),
  }).toString()}${more}`;

// One click from the grid lands on the notch that matters.
watch(
  sheet,
  async (now) => {
    if (!now || !route.hash) return;
    await nextTick();
    document.querySelector(`[data-setting="${route.hash.slice(1)}"]`)?.scrollIntoView({ block: 'center' });
  },
  { once: true },
);
function go(setting: string): void {
  all.value = true;
  only.value = false;
  void nextTick(() =>
    document.querySelector(`[data-setting="${setting}"]`)?.scrollIntoView({ block: 'center' }),
  );
}

const FITS: Record<Views['Fit'], string> = {
  exact: 'exact',
  compromise: 'compromise',
  notPossible: 'not possible',
  checkByEye: 'check by eye',
};

const chapters = computed(() => {
  const found: { name: string; lines: Views['SheetLineView'][] }[] = [];
  for (const line of sheet.value?.lines ?? []) {
    if ((line.nothingToDo && !all.value) || (only.value && line.fit === 'exact')) continue;
    const last = found.at(-1);
    if (last?.name === line.chapter) last.lines.push(line);
    else found.push({ name: line.chapter, lines: [line] });
  }
  return found;
});
useTitle(() => [sheet.value?.standardName, sheet.value?.modelName, 'sheet']);
const print = () => window.print();
</script>

<template>
  <div class="page">
    <p v-if="isPending" class="soft" role="status">Working out the sheet…</p>
    <div v-else-if="error" class="problem" role="alert">
      {{ error.message }} <button class="act quiet" type="button" @click="refetch()">Try again</button>
    </div>
    <template v-else-if="sheet">
      <header>
        <p class="soft no-print"><RouterLink to="/standards">Standards</RouterLink></p>
        <h1>{{ sheet.standardName }} on {{ sheet.modelName }}</h1>
        <p>{{ sheet.purpose }}</p>
        <p class="soft small">
          Standard version
          <RouterLink :to="`/standards/${sheet.standardKey}/${sheet.standardVersion}`">{{
            sheet.standardVersion
          }}</RouterLink>
          ({{ sheet.state }}), specification version
          <RouterLink :to="`/cameras/specifications/${sheet.modelKey}`">{{ sheet.modelVersion }}</RouterLink>.
          Made for {{ sheet.light.description }}:
          <span class="mono">{{ sheet.light.colourTemperatureK }} K</span
          ><template v-if="sheet.light.lux"
            >, <span class="mono">{{ sheet.light.lux }} lx</span></template
          >, mains <span class="mono">{{ sheet.light.mainsHz }} Hz</span>.
        </p>
        <p class="total">
          <template v-if="sheet.predicted"
            >In this light the sheet lands <strong class="mono">{{ sheet.predicted.errorLabel }}</strong> from
            the meter.</template
          >
          <template v-else
            >All compromises together leave the picture
            <strong class="mono">{{ sheet.lightLeftLabel }}</strong> from what the standard requires. The
            meter is not compared: that takes a stated ISO, lux, and an exposure that is set by
            hand.</template
          >
        </p>
        <ul v-if="sheet.handling.length" class="handling small">
          <li v-for="note in sheet.handling" :key="note">{{ note }}</li>
        </ul>
        <p class="no-print acts">
          <RouterLink
            v-for="unit in sheet.units"
            :key="unit.tag"
            class="act quiet"
            :to="{ path: '/bench', query: { unit: unit.tag, standard: sheet.standardKey } }"
            >Check {{ unit.tag }}<template v-if="unit.tape">, {{ unit.tape }}</template></RouterLink
          >
        </p>
        <p class="no-print files small">
          <a :href="file('sheet.pdf')" target="_blank">PDF, A4</a>
          <a :href="file('sheet.pdf', '&paper=letter')" target="_blank">PDF, Letter</a>
          <a :href="file('sheet.pdf', '&layout=page')" target="_blank">on one page</a>
          <a :href="file('strap.pdf', sheet.units[0] ? `&unit=${sheet.units[0].tag}` : '')" target="_blank"
            >strap card</a
          >
          <template v-if="sheet.units.length > 1">
            <a :href="file('straps.pdf')" target="_blank">strap cards of all {{ sheet.units.length }}</a>
            <a :href="`/api/units/labels.pdf?model=${sheet.modelKey}`" target="_blank">labels of all</a>
          </template>
          <a :href="file('sheet.csv')" download>CSV</a> <a :href="file('sheet.json')" download>JSON</a>
          <button class="link" type="button" @click="print">Print this page</button>
        </p>
        <p class="no-print questions">
          <OneOf
            v-for="pair in questions"
            :key="pair[0]"
            :label="pair.join(' or ')"
            quiet-label
            :options="pair"
            :model-value="holds(pair[1]) ? pair[1] : pair[0]"
            @update:model-value="answer(pair, $event!)"
          />
          <KnownCamera :model="model" :known="known" />
        </p>
        <p v-if="sheet.knownName" role="status">
          {{
            moved
              ? `${moved} ${moved === 1 ? 'control is' : 'controls are'} in another place than on ${sheet.knownName}. Each is marked.`
              : `All controls are in the same place as on ${sheet.knownName}.`
          }}
        </p>
        <details
          v-if="sheet.findings.length"
          class="book"
          :open="bookOpen"
          @toggle="bookOpen = ($event.target as HTMLDetailsElement).open"
        >
          <summary>
            The rule book: {{ sheet.findings.filter((f) => !f.accepted || f.stale).length }} open,
            {{ sheet.findings.filter((f) => f.accepted && !f.stale).length }} accepted
          </summary>
          <FindingList
            :findings="sheet.findings"
            :standard="sheet.standardKey"
            :model="sheet.modelKey"
            :version="sheet.standardVersion"
            :when="when"
            @go="go"
          />
        </details>
        <p class="no-print small shown">
          <TickBox v-model="only">only what differs</TickBox>
          <TickBox v-if="hidden" v-model="all">{{ hidden }} lines with nothing to do</TickBox>
        </p>
      </header>

      <section v-for="chapter in chapters" :key="chapter.name" :aria-label="chapter.name">
        <h2>{{ chapter.name }}</h2>
        <article
          v-for="line in chapter.lines"
          :key="line.setting"
          :data-setting="line.setting"
          class="line"
          :class="`is-${line.kind}`"
        >
          <div class="set">
            <h3>{{ line.name }}</h3>
            <p class="value target"><SettingText :label="line.target ?? 'not on this model'" /></p>
            <p class="small soft">
              <span v-if="line.tolerance">tolerance <SettingText :label="line.tolerance" />, </span
              >{{ line.importance }}
            </p>
            <!-- Red is for what breaks a must; what the model merely does not have is grey. -->
            <p
              class="fit small"
              :class="line.fit === 'notPossible' && line.importance !== 'must' ? 'soft' : line.fit"
            >
              {{ FITS[line.fit] }}{{ line.size ? ', ' : ''
              }}<SettingText v-if="line.size" :label="line.size" />
            </p>
            <p v-if="line.when.length" class="small soft">only {{ line.when.join(', ') }}</p>
            <p v-if="line.elsewhere" class="small moved">{{ line.elsewhere }}</p>
            <p v-for="waiver in waived(line.setting)" :key="waiver.id" class="small automatic">
              waived for {{ waiver.unitTag ?? 'this model' }} until {{ waiver.expiresOn }}:
              {{ waiver.reason }} ({{ waiver.author }})
            </p>
          </div>
          <div class="how">
            <NotchDial v-if="line.dial.detents.length > 2" :dial="line.dial" :name="line.name" low />
            <p>{{ plain(line.because.sentence) }}</p>
            <p v-if="line.afterReset" class="small" :class="line.resetIsRight ? 'soft' : ''">
              After a reset it is set to <span class="mono has">{{ plain(line.afterReset) }}</span>{{
                line.resetIsRight ? ', as required.' : ': change it.'
              }}
            </p>
            <p class="soft small">
              Required: <span class="mono">{{ line.requirement }}</span>. {{ line.reason }}
              <span class="mono rule">{{ line.because.ruleId }}</span>
              <a
                v-if="line.dial.detents.length"
                class="no-print svg"
                :href="file(`dials/${line.setting}.svg`)"
                download
                :aria-label="`${line.name}, the dial as SVG`"
                >SVG</a
              >
            </p>
          </div>
          <ControlWhere v-if="line.kind !== 'task' || line.place" class="small" :place="line.place" />
        </article>
      </section>
    </template>
  </div>
</template>

<style scoped>
header p {
  margin-top: 6px;
}
.total {
  max-width: 60ch;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 14px !important;
}
.files,
.questions,
.shown {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
}
.questions {
  align-items: end;
}
.book {
  margin-top: 12px;
  max-width: 80ch;
}
.moved {
  border-left: 3px solid var(--ink);
  padding-left: 8px;
}
.fit.look {
  color: var(--plum);
}
section {
  margin-top: 28px;
}
section > h2 {
  color: var(--ink-soft);
  font-size: 0.875rem;
  border-bottom: 2px solid var(--ink);
  padding-bottom: 4px;
}
.line {
  display: grid;
  grid-template-columns: 215px 1fr 260px;
  gap: 24px;
  padding: 16px 0;
  border-bottom: 1px solid var(--line);
  break-inside: avoid;
}
.value {
  font-size: 1.75rem;
  font-weight: 600;
  line-height: 1.15;
  margin: 4px 0;
}
.line.is-act {
  padding: 8px 0;
}
.line.is-act .value {
  font-size: 1.125rem;
  margin: 0;
}
.value :deep(.setting) {
  white-space: normal;
}
.fit.compromise {
  font-weight: 600;
}
.fit.notPossible {
  color: var(--rust);
  font-weight: 600;
}
.svg {
  margin-left: 8px;
}
.rule {
  font-size: 0.75rem;
  white-space: nowrap;
}
@media (max-width: 900px) {
  .line {
    grid-template-columns: 1fr;
    gap: 10px;
  }
}
@media print {
  section > h2 {
    break-after: avoid;
  }
  section {
    margin-top: 12px;
  }
  .line {
    grid-template-columns: 24% 1fr 26%;
    gap: 14px;
    padding: 8px 0;
    font-size: 0.8125rem;
  }
}
.handling {
  display: grid;
  gap: 4px;
  margin: 8px 0 0;
  padding: 6px 10px;
  border-left: 3px solid var(--brass);
  list-style: none;
}
</style>
