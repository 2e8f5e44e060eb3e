<script setup lang="ts">
import { computed } from 'vue';
import type { Views } from '../app/client';
import { dayAt, sameDay, timeAt } from '../app/clock';
import { dayScale } from './dayScale';

/** Preparation against the call: a bar for each task as late as it can be, the chain that holds the first start up in full, the call as a gold notch. */
const props = defineProps<{ plan: Views['PreparationView']; zone: string }>();
const scale = computed(() =>
  dayScale([props.plan.beginBy, props.plan.opens, props.plan.until, ...props.plan.tasks.map((t) => t.start)]),
);
const left = (at: string) => `${(100 * scale.value.at(at)).toFixed(2)}%`;
const wide = (from: string, to: string) =>
  `${(100 * (scale.value.at(to) - scale.value.at(from))).toFixed(2)}%`;
const time = (at: string) =>
  sameDay(at, props.plan.until, props.zone)
    ? timeAt(at, props.zone)
    : `${dayAt(at, props.zone)}, ${timeAt(at, props.zone)}`;
/** What only the drawing shows is said too. */
const said = (t: Views['TaskView']) =>
  [t.isLate ? 'comes too late' : '', t.isCritical ? 'holds the start up' : ''].filter(Boolean).join(', ');
</script>

<template>
  <figure class="bars" aria-label="Preparation, back from the call">
    <div class="row head" aria-hidden="true">
      <span></span><span></span>
      <div class="track">
        <svg class="notch" viewBox="0 0 14 10" :style="{ left: left(plan.until) }">
          <path d="M1 1 L7 9 L13 1" fill="none" stroke="var(--brass)" stroke-width="2.5" />
        </svg>
        <span class="until small" :style="{ right: `calc(100% - ${left(plan.until)} + 12px)` }">{{
          time(plan.until)
        }}</span>
      </div>
    </div>
    <ol>
      <li
        v-for="t in plan.tasks"
        :key="t.name"
        class="row"
        :class="{ critical: t.isCritical, late: t.isLate }"
      >
        <span class="name small">{{ t.name }}</span>
        <span class="small when" :class="{ off: t.isLate }"
          >{{ time(t.start) }}<span class="visually-hidden"> to {{ time(t.end) }} {{ said(t) }}</span></span
        >
        <div class="track" aria-hidden="true">
          <i class="opens" :style="{ left: left(plan.opens) }"></i>
          <i class="end" :style="{ left: left(plan.until) }"></i>
          <b class="bar" :style="{ left: left(t.start), width: wide(t.start, t.end) }"></b>
        </div>
      </li>
    </ol>
    <figcaption class="soft small">
      Full: the chain that decides when to start. Outlined: may start later only if somebody is free. The gold
      notch is when the cameras are collected; left of the dashed line nobody can prepare.
    </figcaption>
  </figure>
</template>

<style scoped>
.bars {
  margin: 0 0 10px;
}
ol {
  list-style: none;
  padding: 0;
  margin: 0;
}
.row {
  display: grid;
  grid-template-columns: minmax(150px, 260px) 152px minmax(120px, 1fr);
  gap: 10px;
  align-items: center;
  min-height: 22px;
}
.name {
  overflow-wrap: anywhere;
}
.when {
  text-align: right;
}
.track {
  position: relative;
  height: 20px;
}
.track i {
  position: absolute;
  top: 0;
  bottom: 0;
  width: 0;
}
.opens {
  border-left: 1px dashed var(--ink-soft);
}
.end {
  border-left: 2px solid var(--brass);
}
.bar {
  position: absolute;
  top: 4px;
  bottom: 4px;
  min-width: 3px;
  border: 1.5px solid var(--tide);
  background: repeating-linear-gradient(135deg, transparent 0 4px, var(--tide) 4px 5px);
}
.critical .bar {
  background: var(--tide);
}
.late .bar {
  border-color: var(--rust);
  background: repeating-linear-gradient(45deg, transparent 0 3px, var(--rust) 3px 5px);
}
.late.critical .bar {
  background: var(--rust);
}
.notch {
  position: absolute;
  width: 14px;
  margin-left: -7px;
  bottom: 0;
}
.until {
  position: absolute;
  bottom: -2px;
  white-space: nowrap;
  color: var(--brass-text);
}
@media (max-width: 700px) {
  .row {
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 0 8px;
  }
  .row .track {
    grid-column: 1 / -1;
  }
  .head > span {
    display: none;
  }
}
</style>
