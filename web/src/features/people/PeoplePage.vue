<script setup lang="ts">
import TickBox from '../../app/TickBox.vue';
import type { RowContext } from '../../app/tables';
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import OneOf from '../../app/OneOf.vue';
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import InputText from 'primevue/inputtext';
import { useRoute } from 'vue-router';
import { ref } from 'vue';
import { api, ask, type Views } from '../../app/client';
import { moment } from '../../app/dates';
import { can } from '../../app/session';
import BackupNote from './BackupNote.vue';
import DepartmentForm from './DepartmentForm.vue';

const queries = useQueryClient();
const { data, isPending, error, refetch } = useQuery({
  queryKey: ['people'],
  queryFn: () => ask(api.GET('/api/people')),
});
const said = ref('');
const wrong = ref('');
const adding = ref(Boolean(useRoute().query.new));
const ROLES: Views['Role'][] = ['operator', 'technician'];
const fresh = (): Views['PersonBegin'] => ({ login: '', name: '', role: 'operator', password: '' });
const person = ref(fresh());
const passwordFor = ref('');
const password = ref('');
const renaming = ref('');
const name = ref('');

async function act(what: Promise<unknown>, done: string): Promise<boolean> {
  said.value = wrong.value = '';
  try {
    await what;
    said.value = done;
    await queries.invalidateQueries({ queryKey: ['people'] });
    return true;
  } catch (refused) {
    wrong.value = `${(refused as Error).message} What you typed is still here.`;
    return false;
  }
}
async function add(): Promise<void> {
  if (
    await act(ask(api.POST('/api/people', { body: person.value })), `${person.value.name} can sign in now.`)
  ) {
    person.value = fresh();
    adding.value = false;
  }
}
const change = (p: Views['PersonView'], edit: Partial<Views['PersonEdit']>) =>
  act(
    ask(
      api.PUT('/api/people/{login}', {
        params: { path: { login: p.login } },
        headers: { 'If-Match': `"${p.version}"` },
        body: { name: p.name, role: p.role, active: p.active, ...edit },
      }),
    ),
    `${p.name} is changed.`,
  ).then((good) => {
    if (!good) void refetch();
    return good;
  });
/** What was signed under the old name stays under it; the audit log says who that is. */
async function rename(p: Views['PersonView']): Promise<void> {
  if (await change(p, { name: name.value })) renaming.value = '';
}
async function give(p: Views['PersonView']): Promise<void> {
  const body = { password: password.value };
  if (
    await act(
      ask(api.POST('/api/people/{login}/password', { params: { path: { login: p.login } }, body })),
      `${p.name} has a new password; the sessions of before are over.`,
    )
  )
    passwordFor.value = password.value = '';
}
</script>

<template>
  <div class="page">
    <h1>People and department</h1>
    <p class="soft">Technicians define, approve and administer. Operators check and plan.</p>
    <p v-if="said" role="status">{{ said }}</p>
    <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
    <p v-if="isPending" class="soft" role="status">Opening the list…</p>
    <div v-else-if="error" class="problem" role="alert">
      {{ error.message }} <button class="act quiet" type="button" @click="refetch()">Try again</button>
    </div>
    <div v-else class="scroll" tabindex="0" role="region" aria-label="Table">
      <DataTable
        class="stacks"
        :value="data"
        data-key="login"
        :pt="{ bodyRow: (o: RowContext) => ({ 'data-person': o.props.rowData.login }) }"
      >
        <Column field="name" sortable header="Name" body-class="leads"
          ><template #body="{ data: p }"
            ><form v-if="renaming === p.login" class="give fields" @submit.prevent="rename(p)">
              <InputText v-model="name" v-focus required maxlength="80" :aria-label="`Name of ${p.name}`" />
              <button class="act" type="submit">Rename</button>
              <button class="link" type="button" @click="renaming = ''">Cancel</button>
            </form>
            <template v-else
              ><span class="name">{{ p.name }}</span>
              <button
                class="link small"
                type="button"
                :aria-label="`Rename ${p.name}`"
                @click="((renaming = p.login), (name = p.name))"
              >
                Rename
              </button></template
            ></template
          ></Column
        >
        <Column field="login" sortable header="Signs in as" body-class="mono"
          ><template #body="{ data: p }">{{ p.login }}</template></Column
        >
        <Column field="role" sortable header="Role"
          ><template #body="{ data: p }"
            ><OneOf
              :label="`Role of ${p.name}`"
              quiet-label
              :options="ROLES"
              :model-value="p.role"
              :save="(role) => change(p, { role })" /></template
        ></Column>
        <Column header="May sign in"
          ><template #body="{ data: p }"
            ><TickBox
              :model-value="p.active"
              :label="`${p.name} may sign in`"
              @update:model-value="change(p, { active: $event ?? false })"
              >{{ p.active ? 'yes' : 'no' }}</TickBox
            >
            <p v-if="p.closedUntil" class="off small">
              wrong password {{ p.failedTries }} times; waits until {{ moment(p.closedUntil) }}, but not on a
              device used before
            </p>
            <p v-else-if="p.failedTries" class="small soft">
              wrong password {{ p.failedTries === 1 ? 'once' : `${p.failedTries} times` }} since yesterday
            </p></template
          ></Column
        >
        <Column header="Password"
          ><template #body="{ data: p }"
            ><form v-if="passwordFor === p.login" class="give fields" @submit.prevent="give(p)">
              <InputText
                v-model="password"
                class="field"
                type="password"
                autocomplete="new-password"
                minlength="8"
                required
                :aria-label="`New password of ${p.name}`"
              />
              <button class="act" type="submit">Set password</button>
              <button class="link" type="button" @click="passwordFor = ''">Cancel</button>
            </form>
            <button v-else class="link" type="button" @click="passwordFor = p.login">
              New password
            </button></template
          ></Column
        >
      </DataTable>
    </div>
    <div v-if="can('managePeople')" class="new">
      <button v-if="!adding" class="act quiet" type="button" @click="adding = true">Add a person</button>
      <form v-else class="fields" @submit.prevent="add">
        <label>Name <InputText v-model="person.name" v-focus required maxlength="80" /></label>
        <label>Signs in as <InputText v-model="person.login" class="mono" required maxlength="40" /></label>
        <OneOf v-model="person.role" label="Role" :options="ROLES" />
        <label
          >First password
          <InputText
            v-model="person.password"
            class="field"
            type="password"
            autocomplete="new-password"
            minlength="8"
            required
        /></label>
        <button class="act" type="submit">Add</button>
        <button class="act quiet" type="button" @click="adding = false">Cancel</button>
      </form>
    </div>
    <DepartmentForm />
    <BackupNote />
  </div>
</template>

<style scoped>
.name {
  color: var(--ink);
  font-size: 1rem;
  margin-right: 8px;
}
.scroll {
  overflow-x: auto;
}
.new {
  margin-top: 18px;
}
</style>
