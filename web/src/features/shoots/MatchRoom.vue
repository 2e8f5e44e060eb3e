<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask, type Views } from '../../app/client';
import { moment } from '../../app/dates';
import { matchOf } from '../matches/begin';

/** Matches of a shoot's cameras, and a new one from its plan. */
const props = defineProps<{ view: Views['ShootView'] }>();
const router = useRouter();
const refused = ref('');
const matches = useQuery({
  queryKey: ['matches', 'shoot', props.view.document.id],
  queryFn: () => ask(api.GET('/api/matches', { params: { query: { lineUp: props.view.document.id } } })),
});
async function begin(): Promise<void> {
  refused.value = '';
  try {
    await router.push(`/shoots/matches/${await matchOf(props.view.document.id)}`);
  } catch (error) {
    refused.value = (error as Error).message;
  }
}
</script>

<template>
  <div>
    <p class="soft">
      Take a picture of the same card with every camera; each is corrected until they look alike.
    </p>
    <p v-if="refused" class="problem" role="alert">{{ refused }}</p>
    <p v-if="matches.isPending.value" class="soft" role="status">Fetching the matches…</p>
    <p v-else-if="matches.error.value" class="problem" role="alert">{{ matches.error.value.message }}</p>
    <ul v-else class="plain">
      <li v-for="m in matches.data.value?.matches ?? []" :key="m.id">
        <RouterLink :to="`/shoots/matches/${m.id}`">{{ m.name }}</RouterLink>
        <span class="soft small">
          {{ m.units.join(', ') }} ·
          {{ m.signedAt ? `signed by ${m.signedBy}, ${moment(m.signedAt)}` : 'open' }}</span
        >
      </li>
      <li v-if="!matches.data.value?.matches.length" class="soft">Its cameras were not matched yet.</li>
    </ul>
    <p>
      <button v-if="view.hasPlan && view.cameras.length > 1" class="act" type="button" @click="begin">
        Match the cameras
      </button>
      <span v-else class="soft">
        {{
          view.cameras.length < 2
            ? 'One camera has nothing to be matched with.'
            : 'Plan the cameras in the Plan room first: the match begins from there.'
        }}</span
      >
    </p>
  </div>
</template>

<style scoped>
.plain {
  list-style: none;
  padding: 0;
}
.plain li {
  padding: 4px 0;
}
</style>
