<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import InputText from 'primevue/inputtext';
import { ref } from 'vue';
import { api, ask } from '../../app/client';

/** Whether the chain of the audit log holds, worked out anew by the site; and the checkpoint to write down, which nobody can make true again. */
const noted = ref('');
const asked = ref('');
const { data, error, isFetching, refetch } = useQuery({
  queryKey: ['audit', 'verification', asked],
  queryFn: () =>
    ask(api.GET('/api/audit/verification', { params: { query: { noted: asked.value || undefined } } })),
  staleTime: Infinity,
});

function verify(): void {
  if (asked.value === noted.value.trim()) void refetch();
  else asked.value = noted.value.trim();
}
</script>

<template>
  <section class="chain" aria-label="Verification" :aria-busy="isFetching">
    <p v-if="isFetching" class="soft" role="status">Verifying every entry…</p>
    <p v-else-if="error" class="problem" role="alert">{{ error.message }}</p>
    <p v-else-if="data?.holds" role="status" data-chain="holds">
      <strong class="has">Verified.</strong> {{ data.entries }} entries, unbroken. Checkpoint:
      <code class="mono">{{ data.checkpoint }}</code>
    </p>
    <p v-else-if="data" class="problem" role="alert" data-chain="broken">
      <strong>The audit log does not hold.</strong> {{ data.why }} Do not change anything; restore the last
      good backup beside it and compare.
    </p>
    <form class="fields" @submit.prevent="verify">
      <label
        >An earlier checkpoint
        <InputText v-model="noted" class="mono checkpoint" placeholder="1204:9F3C27AA10B4D8E1"
      /></label>
      <button class="act quiet" type="submit" :disabled="isFetching">Verify again</button>
    </form>
    <p class="soft small">
      Write the checkpoint down outside this site now and then. Whoever rewrites older entries cannot produce
      that checkpoint again.
    </p>
  </section>
</template>

<style scoped>
.chain {
  display: grid;
  gap: 8px;
  margin-top: 14px;
}
.checkpoint {
  width: 27ch;
}
</style>
