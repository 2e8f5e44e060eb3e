<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask, type Views } from '../../app/client';
import ControlWhere from '../../instruments/ControlWhere.vue';
import NotchDial from '../../instruments/NotchDial.vue';
import { plain } from '../../instruments/fractions';
import SettingText from '../../instruments/SettingText.vue';

const props = defineProps<{ standard: string; model: string }>();
const {
  data: sheet,
  isPending,
  error,
  refetch,
} = useQuery({
  queryKey: computed(() => ['sheet', props.standard, props.model]),
  queryFn: () =>
    ask(
      api.GET('/api/sheets/{standardKey}/{modelKey}', {
        params: { path: { standardKey: props.standard, modelKey: props.model } },
      }),
    ),
});

const FITS: Record<Views['Fit'], string> = {
  exact: 'as asked',
  compromise: 'compromise',
  notPossible: 'this model cannot',
};

const chapters = computed(() => {
  const all: { name: string; lines: Views['SheetLineView'][] }[] = [];
  for (const line of sheet.value?.lines ?? []) {
    const last = all.at(-1);
    if (last?.name === line.chapter) last.lines.push(line);
    else all.push({ name: line.chapter, lines: [line] });
  }
  return all;
});
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
        <p class="soft no-print"><RouterLink to="/sheets">Sheets</RouterLink></p>
        <h1>{{ sheet.standardName }} on {{ sheet.modelName }}</h1>
        <p>{{ sheet.purpose }}</p>
        <p class="soft small">
          Standard version {{ sheet.standardVersion }}, card version {{ sheet.modelVersion }}. Made for
          {{ sheet.light.description }}: <span class="mono">{{ sheet.light.colourTemperatureK }} K</span
          ><template v-if="sheet.light.lux"
            >, <span class="mono">{{ sheet.light.lux }} lx</span></template
          >, mains <span class="mono">{{ sheet.light.mainsHz }} Hz</span>.
        </p>
        <p class="total">
          All compromises together leave the picture
          <strong class="mono">{{ sheet.lightLeftLabel }}</strong> from what the standard means.
          <template v-if="sheet.predicted"
            >In this light the sheet lands <strong class="mono">{{ sheet.predicted.errorLabel }}</strong> from
            the meter.</template
          >
          <template v-else>
            {{ sheet.modelName }} states no ISO, so nothing is said about the meter.</template
          >
        </p>
        <p class="no-print acts">
          <RouterLink
            v-for="unit in sheet.units"
            :key="unit.tag"
            class="act quiet"
            :to="{ path: '/bench', query: { unit: unit.tag, standard: sheet.standardKey } }"
            >Check {{ unit.tag }}<template v-if="unit.tape">, {{ unit.tape }}</template></RouterLink
          >
          <button class="act quiet" type="button" @click="print">Print</button>
        </p>
      </header>

      <section v-for="chapter in chapters" :key="chapter.name" :aria-label="chapter.name">
        <h2>{{ chapter.name }}</h2>
        <article v-for="line in chapter.lines" :key="line.setting" :data-setting="line.setting" class="line">
          <div class="set">
            <h3>{{ line.name }}</h3>
            <p class="value target"><SettingText :label="line.target ?? 'cannot'" /></p>
            <p class="small soft">
              <span v-if="line.slack">slack <SettingText :label="line.slack" />, </span>{{ line.importance }}
            </p>
            <p class="fit small" :class="line.fit">
              {{ FITS[line.fit] }}{{ line.size ? ', ' : ''
              }}<SettingText v-if="line.size" :label="line.size" />
            </p>
          </div>
          <div class="how">
            <NotchDial :dial="line.dial" :name="line.name" low />
            <p>{{ plain(line.because.sentence) }}</p>
            <p class="soft small">
              Asked: <span class="mono">{{ line.wish }}</span>. {{ line.reason }}
              <span class="mono rule">{{ line.because.ruleId }}</span>
            </p>
          </div>
          <ControlWhere class="small" :place="line.place" />
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
</style>
