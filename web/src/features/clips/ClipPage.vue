<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { ref, toRef } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask } from '../../app/client';
import { moment } from '../../app/dates';
import { useTitle } from '../../app/title';
import ClipResult from './ClipResult.vue';
import { useClip } from './useClip';

const props = defineProps<{ id: string }>();
const router = useRouter();
const cache = useQueryClient();
const { clip, problem, refetch } = useClip(toRef(props, 'id'));
useTitle(() => ['Test clip', clip.value?.name, clip.value?.unit]);
const wrong = ref('');
const sure = ref(false);
async function drop(): Promise<void> {
  try {
    await ask(api.DELETE('/api/clips/{id}', { params: { path: { id: props.id } } }));
    void cache.invalidateQueries({ queryKey: ['clips'] });
    await router.push('/cameras/clips');
  } catch (error) {
    wrong.value = (error as Error).message;
  }
}
</script>

<template>
  <div class="page">
    <p class="small"><RouterLink to="/cameras/clips">Test clips</RouterLink></p>
    <template v-if="clip">
      <h1>{{ clip.name }}</h1>
      <p class="soft">
        <template v-if="clip.unit"
          ><RouterLink class="mono" :to="`/cameras/units/${clip.unit}`">{{ clip.unit }}</RouterLink
          >,
        </template>
        added by {{ clip.addedBy }}, {{ moment(clip.addedAt)
        }}<template v-if="clip.check"
          >, for <RouterLink :to="`/bench/${clip.check}/test-clip`">its check</RouterLink
          >{{ clip.counts ? '' : ', in which it does not count' }}</template
        >
      </p>
      <ClipResult :clip="clip" @give-up="drop" />
      <p v-if="clip.state !== 'judging'" class="no-print acts">
        <button v-if="!sure" class="link small" type="button" @click="sure = true">Delete this clip</button>
        <template v-else>
          Its figures go too; what it read into a check stays.
          <button class="act quiet" type="button" @click="drop">Delete it</button>
          <button class="link small" type="button" @click="sure = false">Keep it</button>
        </template>
      </p>
      <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
    </template>
    <div v-else-if="problem" class="problem" role="alert">
      {{ problem.message }}
      <button class="act quiet" type="button" @click="refetch()">Try again</button>
    </div>
    <p v-else class="soft" role="status">Fetching the clip…</p>
  </div>
</template>

<style scoped>
h1 {
  overflow-wrap: anywhere;
}
.acts {
  margin-top: 22px;
}
</style>
