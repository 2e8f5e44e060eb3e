<script setup lang="ts">
import type { Views } from '../../app/client';
import { dayAt, timeAt } from '../../app/clock';
import { computed } from 'vue';

/** Loans of a shoot: what is still out, and what of the rest is open. */
const props = defineProps<{ view: Views['ShootView']; zone: string }>();
const lent = computed(() => props.view.cameras.filter((c) => c.loan));
const said = (c: Views['ShootCameraView']) => {
  const loan = c.loan!;
  if (loan.status === 'out')
    return `with ${loan.borrower}, due ${dayAt(loan.due, props.zone)}, ${timeAt(loan.due, props.zone)}`;
  if (loan.status === 'closed') return 'back and closed';
  return `back; ${loan.openPoints} ${loan.openPoints === 1 ? 'point' : 'points'} open`;
};
</script>

<template>
  <div>
    <p v-if="!lent.length" class="soft">Nothing was handed out for this shoot yet.</p>
    <ul class="plain">
      <li v-for="c in lent" :key="c.letter">
        <b class="mono">{{ c.letter }}</b> {{ c.unit }}
        <span class="soft">{{ c.modelName }} {{ c.tape }}</span>
        <span>{{ said(c) }}</span>
        <RouterLink class="act small quiet" :to="`/shoots/loans/${c.loan!.id}`">{{
          c.loan!.status === 'out' ? 'Take back' : 'Open the loan'
        }}</RouterLink>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.plain {
  list-style: none;
  padding: 0;
}
.plain li {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
}
</style>
