<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { api, ask } from '../../app/client';
import Loading from '../../app/Loading.vue';
import OneOf from '../../app/OneOf.vue';
import SectionTabs from '../../app/SectionTabs.vue';
import ShootRooms from '../shoots/ShootRooms.vue';
import { newLineUp } from './useNewLineUp';

/** The Plan room of a shoot that was not planned yet: a line-up of its cameras begins here. */
const props = defineProps<{ id: string }>();
const emit = defineEmits<{ begun: [] }>();
const shoot = useQuery({
  queryKey: computed(() => ['shoot', props.id, 'plan']),
  queryFn: () => ask(api.GET('/api/shoots/{id}', { params: { path: { id: props.id } } })),
});
const standards = useQuery({ queryKey: ['standards'], queryFn: () => ask(api.GET('/api/standards')) });
const approved = computed(() => (standards.data.value ?? []).filter((s) => s.state === 'approved'));
const standard = ref('');
watch(shoot.data, (now) => (standard.value ||= now?.document.standard ?? ''), { immediate: true });
const wrong = ref('');

async function begin(): Promise<void> {
  wrong.value = '';
  const of = shoot.data.value!.document;
  try {
    const { document, camera } = await newLineUp(standard.value);
    const body = {
      ...document,
      id: props.id,
      name: of.name,
      place: of.place ?? '',
      call: of.call ?? undefined,
      cameras: (of.cameras ?? [])
        .filter((c) => c.unit)
        .map((c) => ({ ...camera, letter: c.letter, unit: c.unit })),
    };
    await ask(
      api.PUT('/api/line-ups/{id}', {
        params: { path: { id: props.id } },
        headers: { 'If-Match': '"0"' },
        body,
      }),
    );
    emit('begun');
  } catch (error) {
    wrong.value = (error as Error).message;
  }
}
</script>

<template>
  <Loading
    :pending="shoot.isPending.value"
    :error="shoot.error.value"
    what="the shoot"
    back="Go to the shoots"
    back-to="/shoots"
    @again="shoot.refetch()"
  >
    <div v-if="shoot.data.value" class="page">
      <SectionTabs />
      <h1>{{ shoot.data.value.document.name }}</h1>
      <ShootRooms :id="id" here="plan" />
      <p>
        Its cameras are not planned yet. From one meter reading each gets its exposure, white balance and
        depth, so that they agree; for one camera alone it is the same in small.
      </p>
      <form class="fields" @submit.prevent="begin">
        <OneOf v-model="standard" label="Standard" :options="approved" />
        <button class="act" type="submit" :disabled="!standard">Start the plan</button>
      </form>
      <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
    </div>
  </Loading>
</template>
