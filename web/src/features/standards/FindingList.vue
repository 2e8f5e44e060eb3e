<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query';
import Textarea from 'primevue/textarea';
import { computed, ref } from 'vue';
import { api, ask, type Views } from '../../app/client';
import { can } from '../../app/session';
import { plain } from '../../instruments/fractions';

const props = defineProps<{
  findings: Views['FindingView'][];
  standard: string;
  model: string;
  /** The sheet they were read on, where it is not the usual one. */
  version?: number;
  when?: string;
  /** Why nothing could be looked at: a field that cannot be read. */
  unread?: string | undefined;
}>();
const emit = defineEmits<{ decided: []; go: [setting: string] }>();

const GRADES: Record<Views['FindingGrade'], string> = {
  fault: 'fault',
  warning: 'warning',
  advice: 'advice',
};
const queries = useQueryClient();
const asked = ref('');
const reason = ref('');
const wrong = ref('');
const keyOf = (f: Views['FindingView']) => `${f.ruleId} ${f.setting ?? ''}`;
const open = computed(() => props.findings.filter((f) => !f.accepted || f.stale));
const accepted = computed(() => props.findings.filter((f) => f.accepted && !f.stale));

async function decide(finding: Views['FindingView'], accept: boolean): Promise<void> {
  wrong.value = '';
  const about = {
    standardKey: props.standard,
    modelKey: props.model,
    ruleId: finding.ruleId,
    setting: finding.setting ?? '',
  };
  try {
    await (accept
      ? ask(
          api.POST('/api/findings/accept', {
            body: {
              ...about,
              case: finding.because.case,
              reason: reason.value,
              version: props.version ?? null,
              when: props.when ?? null,
            },
          }),
        )
      : ask(api.POST('/api/findings/reopen', { body: about })));
    asked.value = reason.value = '';
    await queries.invalidateQueries();
    emit('decided');
  } catch (error) {
    wrong.value = `${(error as Error).message} What you typed is still here.`;
  }
}
</script>

<template>
  <div class="findings">
    <p v-if="unread" class="soft">The rule book was not asked: {{ plain(unread) }} Correct that first.</p>
    <p v-else-if="!findings.length" class="soft">The rule book finds nothing to say.</p>
    <ul v-else>
      <li v-for="finding in open" :key="keyOf(finding)" :data-rule="finding.ruleId">
        <p>
          <strong :class="finding.grade">{{ GRADES[finding.grade] }}</strong>
          <button v-if="finding.setting" class="link" type="button" @click="emit('go', finding.setting)">
            {{ finding.settingName }}
          </button>
        </p>
        <p>{{ plain(finding.because.sentence) }}</p>
        <p class="soft small">
          {{ finding.rule }} {{ finding.why }} <span class="mono">{{ finding.ruleId }}</span>
        </p>
        <p v-if="finding.stale && finding.accepted" class="soft small">
          It was accepted by {{ finding.accepted.by }} when it said something else:
          {{ finding.accepted.reason }}
        </p>
        <template v-if="can('acceptFindings')">
          <form v-if="asked === keyOf(finding)" @submit.prevent="decide(finding, true)">
            <label>
              <span class="small">Why it is accepted</span>
              <Textarea v-model="reason" rows="2" maxlength="400" autofocus fluid />
            </label>
            <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
            <button class="act" type="submit">Accept</button>
            <button class="act quiet" type="button" @click="asked = ''">Leave it open</button>
          </form>
          <button v-else class="link" type="button" @click="asked = keyOf(finding)">
            Accept with a reason
          </button>
        </template>
      </li>
    </ul>
    <details v-if="accepted.length">
      <summary>{{ accepted.length }} accepted</summary>
      <ul>
        <li v-for="finding in accepted" :key="keyOf(finding)">
          <p>{{ plain(finding.because.sentence) }}</p>
          <p class="small">“{{ finding.accepted!.reason }}” {{ finding.accepted!.by }}</p>
          <button v-if="can('acceptFindings')" class="link" type="button" @click="decide(finding, false)">
            Open it again
          </button>
        </li>
      </ul>
    </details>
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  padding: 9px 0;
  border-bottom: 1px solid var(--line);
}
.fault {
  color: var(--rust);
}
strong {
  margin-right: 8px;
}
form {
  display: grid;
  gap: 8px;
  margin-top: 8px;
  justify-items: start;
}
label {
  width: 100%;
}
.link {
  background: none;
  border: 0;
  padding: 2px 0;
  text-decoration: underline;
  cursor: pointer;
  color: inherit;
  font-size: 0.9375rem;
}
</style>
