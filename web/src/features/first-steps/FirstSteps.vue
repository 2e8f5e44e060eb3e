<script setup lang="ts">
import WhoCan from '../../app/WhoCan.vue';
import Term from '../../app/Term.vue';
import { can } from '../../app/session';
import DepartmentForm from '../people/DepartmentForm.vue';
import ImportFile from '../sheets/ImportFile.vue';
import { useFirstSteps } from './useFirstSteps';

/** From an empty department to the first check: what is done, what is next, one act each. */
const { steps, next, loading, error } = useFirstSteps();
</script>

<template>
  <div class="page">
    <h1>First steps</h1>
    <p class="soft lead">
      Before the first check the department needs a camera <Term of="standard">standard</Term> and the cameras
      it is for. Each step takes a few minutes; any can be left and gone on with.
    </p>
    <p v-if="loading" class="soft" role="status">Looking at what is there…</p>
    <p v-else-if="error" class="problem" role="alert">{{ error.message }}</p>
    <template v-else>
      <p v-if="!can('defineStandards')" role="status">
        You can check cameras as soon as these steps are done.
      </p>
      <WhoCan right="defineStandards" what="do these steps" />
      <ol>
        <li
          v-for="(step, i) in steps"
          :key="step.key"
          :data-step="step.key"
          :class="{ done: step.done, next: step.key === next?.key }"
        >
          <span class="mono number" aria-hidden="true">{{ step.done ? '✓' : i + 1 }}</span>
          <div>
            <h2>
              {{ step.name }}
              <span class="small" :class="step.done ? 'has' : 'soft'">{{
                step.done ? `done: ${step.told}` : step.key === next?.key ? 'next' : 'later'
              }}</span>
            </h2>
            <p class="soft">{{ step.why }}</p>
            <DepartmentForm v-if="step.key === 'place' && !step.done && can('defineStandards')" />
          </div>
          <RouterLink
            v-if="step.to && can('defineStandards')"
            class="act"
            :class="{ quiet: step.key !== next?.key }"
            :to="step.to"
            >{{ step.act }}</RouterLink
          >
        </li>
      </ol>
      <p v-if="!next" role="status">
        Everything is there. <RouterLink to="/bench">Start the first check.</RouterLink>
      </p>
      <details v-if="can('importFiles')">
        <summary>Or bring cameras and standards in from a file</summary>
        <ImportFile />
      </details>
    </template>
  </div>
</template>

<style scoped>
.lead {
  max-width: 72ch;
  margin-bottom: 16px;
}
ol {
  list-style: none;
  margin: 0 0 24px;
  padding: 0;
  max-width: 920px;
}
li {
  display: grid;
  grid-template-columns: 34px minmax(0, 1fr) auto;
  gap: 4px 14px;
  align-items: start;
  padding: 14px 12px;
  border-bottom: 1px solid var(--line);
}
li.next {
  background: var(--panel);
  box-shadow: inset 4px 0 var(--ink);
}
.number {
  font-size: 1.25rem;
  line-height: 1.3;
}
li.done .number {
  color: var(--tide);
}
h2 {
  font-size: 1.125rem;
}
h2 .small {
  font-weight: 400;
  margin-left: 8px;
}
li :deep(#department) {
  display: none;
}
@media (max-width: 640px) {
  li {
    grid-template-columns: 26px minmax(0, 1fr);
  }
  li > .act {
    grid-column: 2;
    justify-self: start;
  }
}
</style>
