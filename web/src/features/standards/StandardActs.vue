<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask, type Views } from '../../app/client';
import { can } from '../../app/session';
import { plain } from '../../instruments/fractions';
import type { useDraft } from './useDraft';

/** What can be done with a version as a whole. What destroys is asked once more; everything else can be undone. */
const MOST = 6;
const props = defineProps<{ whole: Views['StandardView']; draft: ReturnType<typeof useDraft> }>();
const emit = defineEmits<{ reload: [] }>();
const router = useRouter();
const queries = useQueryClient();
const refused = ref('');
const confirming = ref(false);
const approving = ref(false);
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
/** What is still open where a version is to come into force: asked once, with what it is. */
const open = computed(() => {
  const { document, preview } = { document: props.draft.doc.value, preview: props.draft.preview.value };
  const findings = (preview?.findings ?? []).filter((f) => !f.accepted || f.stale);
  const copied = document.notches.filter((n) => n.reasonFrom).length;
  return [
    ...findings.map((f) => plain(f.because.sentence)),
    ...(preview?.effects ?? [])
      .filter((e) => e.brokenMusts)
      .map(
        (e) => `${e.modelName} cannot meet ${counted(e.brokenMusts, 'required notch', 'required notches')}.`,
      ),
    ...(copied ? [`${counted(copied, 'reason was', 'reasons were')} copied and not looked at.`] : []),
  ];
});
const counted = (n: number, one: string, more: string) => `${n} ${n === 1 ? one : more}`;
/** Nothing open: it is approved at once. Else it is asked once; what the site does not let through it says itself. */
function beginApproval(): void {
  if (open.value.length) approving.value = true;
  else void approve();
}
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
      <button v-if="can('approveStandards')" class="act" type="button" @click="beginApproval">Approve</button>
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
  <div v-if="approving && state === 'draft'" class="asks no-print" role="group" aria-label="Still open">
    <p>
      <strong>{{ counted(open.length, 'thing is', 'things are') }} open in this draft.</strong>
    </p>
    <ul>
      <li v-for="one in open.slice(0, MOST)" :key="one">{{ one }}</li>
      <li v-if="open.length > MOST">and {{ open.length - MOST }} more, at the right</li>
    </ul>
    <p class="acts">
      <button v-focus class="act" type="button" @click="((approving = false), approve())">
        Approve with {{ open.length }} open
      </button>
      <button class="link" type="button" @click="approving = false">Back to the draft</button>
    </p>
  </div>
  <p v-if="refused" class="problem" role="alert">{{ refused }}</p>
</template>

<style scoped>
.asks {
  border-left: 4px solid var(--ink);
  background: var(--panel);
  padding: 8px 14px;
  margin-top: 8px;
}
.asks ul {
  margin: 4px 0;
  padding-left: 20px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  margin: 10px 0 4px;
}
</style>
