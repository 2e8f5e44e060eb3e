<script setup lang="ts">
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import { namesRow } from '../../app/tables';
import { useQueryClient } from '@tanstack/vue-query';
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask, type Views } from '../../app/client';
import UsedForm from './UsedForm.vue';
import type { useLineUp } from './useLineUp';

/** From the plan to hands: the check on the bench, the papers, what was really used, and the plan used again. */
const doc = defineModel<Views['LineUpDocument']>({ required: true });
const props = defineProps<{ it: ReturnType<typeof useLineUp> }>();
const emit = defineEmits<{ refused: [why: string] }>();
const router = useRouter();
const queries = useQueryClient();
const { plan, messageAt } = props.it;
const dropping = ref(false);

async function act(what: () => Promise<void>): Promise<void> {
  emit('refused', '');
  try {
    await props.it.keep();
    await what();
  } catch (error) {
    emit('refused', (error as Error).message);
  }
}
const again = () =>
  act(async () => {
    const id = crypto.randomUUID();
    const body = {
      ...doc.value,
      id,
      name: `${doc.value.name}, again`.slice(0, 80),
      call: undefined,
      used: undefined,
    };
    await ask(
      api.PUT('/api/line-ups/{id}', { params: { path: { id } }, headers: { 'If-Match': '"0"' }, body }),
    );
    await router.push(`/shoots/${id}/plan`);
  });
const drop = () =>
  act(async () => {
    const id = doc.value.id;
    await ask(
      api.DELETE('/api/line-ups/{id}', {
        params: { path: { id } },
        headers: { 'If-Match': `"${props.it.revision.value}"` },
      }),
    );
    localStorage.removeItem(`gold-notch.line-up.${id}`);
    await queries.invalidateQueries({ queryKey: ['shoots'] });
    await router.push(`/shoots/${id}`);
  });
const check = (letter: string) =>
  act(async () => {
    const id = crypto.randomUUID();
    const unit = doc.value.cameras.find((c) => c.letter === letter)!.unit;
    await ask(
      api.PUT('/api/checks/{id}', {
        params: { path: { id } },
        body: { unit, standard: doc.value.standard, lineUp: doc.value.id },
      }),
    );
    await router.push(`/bench/${id}`);
  });
</script>

<template>
  <section class="hands">
    <h2>Hand-off</h2>
    <DataTable class="stacks" :value="plan.cameras" data-key="letter" size="small">
      <Column header="Camera" body-class="leads" :pt="namesRow">
        <template #body="{ data: c }">{{ c.letter }} {{ c.spoken }}</template>
      </Column>
      <Column header="Check">
        <template #body="{ data: c }"
          ><button class="link" type="button" @click="check(c.letter)">
            Check it on the bench
          </button></template
        >
      </Column>
      <Column header="Papers">
        <template #body="{ data: c }"
          ><span class="papers"
            ><a class="link" :href="`/api/line-ups/${doc.id}/cameras/${c.letter}/sheet.pdf`"
              >Shoot sheet, PDF</a
            >
            <a class="link" :href="`/api/line-ups/${doc.id}/cameras/${c.letter}/card.pdf`"
              >Operator sheet, PDF</a
            ></span
          ></template
        >
      </Column>
    </DataTable>
    <UsedForm v-model="doc" :plan="plan" :message-at="messageAt" />
    <p class="acts">
      <button class="act quiet" type="button" @click="again">Use again</button>
      <template v-if="dropping">
        <span>Delete this line-up? The audit log keeps it.</span>
        <button class="act" type="button" @click="drop">Delete</button>
        <button class="link" type="button" @click="dropping = false">No</button>
      </template>
      <button v-else class="link" type="button" @click="dropping = true">Delete line-up</button>
    </p>
  </section>
</template>

<style scoped>
.hands {
  margin-top: 18px;
  border-top: 1px solid var(--line);
}
.papers {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
}
.hands .acts {
  margin-top: 12px;
}
.hands h2 {
  font-size: 0.9375rem;
  margin: 14px 0 6px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}
.act.quiet {
  padding: 6px 12px;
}
</style>
