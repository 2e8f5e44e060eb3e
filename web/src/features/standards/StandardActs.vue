<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask, type Views } from '../../app/client';
import { can } from '../../app/session';
import type { useDraft } from './useDraft';

/** What can be done with a version as a whole. What destroys is asked once more; everything else can be undone. */
const props = defineProps<{ whole: Views['StandardView']; draft: ReturnType<typeof useDraft> }>();
const emit = defineEmits<{ reload: [] }>();
const router = useRouter();
const queries = useQueryClient();
const refused = ref('');
const confirming = ref(false);
const key = computed(() => props.whole.head.key);
const state = computed(() => props.whole.head.state);
const hasDraft = computed(() => props.whole.versions.some((v) => v.state === 'draft'));

async function act(what: () => Promise<unknown>, after: () => unknown): Promise<void> {
  refused.value = '';
  try {
    await props.draft.keep();
    await what();
    await queries.invalidateQueries({ queryKey: ['standards'] });
    await queries.invalidateQueries({ queryKey: ['coverage'] });
    after();
  } catch (error) {
    refused.value = (error as Error).message;
  }
}
const path = computed(() => ({ params: { path: { key: key.value } } }));
const seen = () => ({ headers: { 'If-Match': `"${props.draft.revision.value}"` } });
const approve = () =>
  act(
    () => ask(api.POST('/api/standards/{key}/draft/approve', { ...path.value, ...seen() })),
    () => emit('reload'),
  );
const drop = () =>
  act(
    () => ask(api.DELETE('/api/standards/{key}/draft', { ...path.value, ...seen() })),
    () => router.push('/standards'),
  );
const retire = () =>
  act(
    () => ask(api.POST('/api/standards/{key}/retire', path.value)),
    () => emit('reload'),
  );
async function beginDraft(): Promise<void> {
  let begun: Views['StandardView'] | undefined;
  const query = { from: props.whole.head.version };
  await act(
    async () => {
      begun = await ask(
        api.POST('/api/standards/{key}/draft', { params: { path: { key: key.value }, query } }),
      );
    },
    () => begun && router.push(`/standards/${begun.head.key}/${begun.head.version}`),
  );
}
</script>

<template>
  <p class="acts no-print">
    <template v-if="state === 'draft'">
      <button v-if="can('approveStandards')" class="act" type="button" @click="approve">Approve</button>
      <button class="act quiet" type="button" :disabled="!draft.canUndo.value" @click="draft.undo">
        Undo
      </button>
      <button class="act quiet" type="button" :disabled="!draft.canRedo.value" @click="draft.redo">
        Redo
      </button>
    </template>
    <button
      v-else-if="!hasDraft && can('defineStandards')"
      class="act quiet"
      type="button"
      @click="beginDraft"
    >
      Start a draft from this
    </button>
    <template
      v-if="state === 'draft' ? can('defineStandards') : state === 'approved' && can('approveStandards')"
    >
      <button v-if="!confirming" class="link" type="button" @click="confirming = true">
        {{ state === 'draft' ? 'Drop the draft' : 'Retire it' }}
      </button>
      <template v-else>
        <span v-if="state === 'approved'" class="small">No sheet will be made from it.</span>
        <button v-if="state === 'draft'" class="act quiet" type="button" @click="drop">Yes, drop it</button>
        <button v-else class="act quiet" type="button" @click="retire">Yes, retire it</button>
        <button class="link" type="button" @click="confirming = false">Leave it</button>
      </template>
    </template>
    <slot />
  </p>
  <p v-if="refused" class="problem" role="alert">{{ refused }}</p>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  margin: 10px 0 4px;
}
</style>
