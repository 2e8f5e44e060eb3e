<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Views } from '../app/client';
import { plain } from './fractions';

const props = defineProps<{ grid: Views['CoverageView'] }>();

const cells = computed(() => {
  const byKey = new Map<string, Views['CoverageCellView']>();
  for (const cell of props.grid.cells)
    byKey.set(`${cell.standardKey} ${cell.standardVersion} ${cell.modelKey}`, cell);
  return byKey;
});
const cell = (s: Views['CoverageStandardView'], m: Views['CoverageModelView']) =>
  cells.value.get(`${s.key} ${s.version} ${m.key}`)!;

/** The cell opens on the notch that matters most. */
const to = (c: Views['CoverageCellView'], s: Views['CoverageStandardView']) => ({
  path: `/sheets/${c.standardKey}/${c.modelKey}`,
  query: s.state === 'approved' ? {} : { version: String(s.version) },
  hash: c.mattersSetting ? `#${c.mattersSetting}` : '',
});
const told = (c: Views['CoverageCellView']) =>
  `${c.exact} exact, ${c.compromise} compromises, ${c.brokenMusts} required not possible${c.notPossible > c.brokenMusts ? `, ${c.notPossible - c.brokenMusts} that this model lacks and nothing requires` : ''}${c.checkByEye ? `, ${c.checkByEye} to check by eye` : ''}.` +
  (c.notable ? ` ${plain(c.notable)}.` : '');

const shown = ref<Views['CoverageCellView'] | null>(null);
const scale = computed(() =>
  Math.max(1, ...props.grid.cells.map((c) => c.exact + c.compromise + c.brokenMusts + c.checkByEye)),
);
const part = (count: number) => (count ? { width: `${(100 * count) / scale.value}%` } : { display: 'none' });

/** Arrow keys walk the grid: the row and column stay in the link itself. */
function walk(event: KeyboardEvent, row: number, column: number): void {
  const step = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] }[event.key];
  if (!step) return;
  event.preventDefault();
  const next = (event.currentTarget as HTMLElement)
    .closest('table')
    ?.querySelector<HTMLElement>(`[data-cell="${row + step[0]!} ${column + step[1]!}"]`);
  next?.focus();
}
</script>

<template>
  <div class="coverage">
    <div class="scroll" tabindex="0" role="region" aria-label="Coverage grid">
      <table>
        <caption class="visually-hidden">
          Standards down, models across: notches met exact, compromises, not met.
        </caption>
        <thead>
          <tr>
            <th scope="col">Standard</th>
            <th v-for="model in grid.models" :key="model.key" scope="col">
              <RouterLink :to="`/cameras/specifications/${model.key}`">{{ model.name }}</RouterLink>
              <span class="soft small"> {{ model.units }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(standard, row) in grid.standards" :key="`${standard.key} ${standard.version}`">
            <th scope="row">
              <RouterLink :to="`/standards/${standard.key}/${standard.version}`">{{
                standard.name
              }}</RouterLink>
              <span class="soft small" :class="{ draft: standard.state === 'draft' }">
                {{ standard.state === 'draft' ? 'draft ' : 'v' }}{{ standard.version }}</span
              >
            </th>
            <td v-for="(model, column) in grid.models" :key="model.key">
              <RouterLink
                :to="to(cell(standard, model), standard)"
                :data-cell="`${row} ${column}`"
                @mouseenter="shown = cell(standard, model)"
                @focus="shown = cell(standard, model)"
                @keydown="walk($event, row, column)"
              >
                <span class="visually-hidden"
                  >{{ standard.name }} on {{ model.name }}: {{ told(cell(standard, model)) }}</span
                >
                <span class="counts mono" aria-hidden="true">
                  <span>{{ cell(standard, model).exact }}</span>
                  <span :class="{ none: !cell(standard, model).compromise }">{{
                    cell(standard, model).compromise
                  }}</span>
                  <span class="cannot" :class="{ none: !cell(standard, model).brokenMusts }">{{
                    cell(standard, model).brokenMusts
                  }}</span>
                  <span class="look" :class="{ none: !cell(standard, model).checkByEye }">{{
                    cell(standard, model).checkByEye
                  }}</span>
                </span>
                <span class="bar" aria-hidden="true">
                  <i class="exact" :style="part(cell(standard, model).exact)" />
                  <i class="near" :style="part(cell(standard, model).compromise)" />
                  <i class="cannot" :style="part(cell(standard, model).brokenMusts)" />
                  <i class="look" :style="part(cell(standard, model).checkByEye)" />
                </span>
              </RouterLink>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="legend small">
      <span><i class="exact" /> exact</span> <span><i class="near" /> compromise</span>
      <span><i class="cannot" /> a must not met</span> <span><i class="look" /> check by eye</span>
    </p>
    <p class="told" aria-hidden="true">
      <template v-if="shown">{{ told(shown) }}</template>
      <span v-else class="soft"
        >Point at a cell to read what differs there; it opens on the notch that matters most.</span
      >
    </p>
  </div>
</template>

<style scoped>
.scroll {
  /* What is read aloud only is placed in here, and not beyond the window. */
  position: relative;
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th {
  text-align: left;
  font-weight: 600;
  padding: 6px 14px 6px 0;
  white-space: nowrap;
}
thead th {
  border-bottom: 2px solid var(--ink);
  vertical-align: bottom;
}
tbody th,
td {
  border-bottom: 1px solid var(--line);
}
tbody th {
  position: sticky;
  left: 0;
  background: var(--paper);
}
td {
  padding: 0;
  min-width: 118px;
}
td a {
  display: block;
  padding: 9px 12px 9px 0;
  text-decoration: none;
}
td a:hover {
  background: var(--panel-deep);
}
.counts {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  font-size: 0.9375rem;
}
.counts .none {
  color: var(--ink-soft) !important;
  font-weight: 400 !important;
}
.counts .cannot {
  color: var(--rust);
  font-weight: 600;
}
.counts .look {
  color: var(--plum);
}
.bar {
  display: flex;
  height: 7px;
  margin-top: 5px;
  gap: 1px;
}
i {
  display: inline-block;
  height: 7px;
}
.legend i {
  width: 22px;
  margin-right: 4px;
}
i.exact {
  background: var(--ink-soft);
  opacity: 0.45;
}
i.near {
  background: repeating-linear-gradient(115deg, var(--ink) 0 2px, transparent 2px 5px);
  border: 1px solid var(--ink);
}
i.cannot {
  background: var(--rust);
}
i.look {
  border: 1px dashed var(--plum);
}
.legend {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
  margin-top: 12px;
}
.told {
  margin-top: 8px;
  min-height: 3.2em;
  max-width: 90ch;
}
th .soft {
  margin-left: 6px;
  font-weight: 400;
}
.counts span:not(:first-child) {
  min-width: 1.2ch;
}
.draft {
  color: var(--plum);
}
@media (max-width: 640px) {
  td {
    min-width: 104px;
  }
  .told {
    display: none;
  }
}
</style>
