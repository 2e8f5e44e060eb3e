<script setup lang="ts">
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { can } from '../../app/session';
import type { Match, MatchWork } from './useMatch';
import { duv, mired } from './words';

/** The end of a match: its report, the signature that saves what each unit needs, or that it goes. */
const props = defineProps<{ work: MatchWork; match: Match; open: boolean }>();
const router = useRouter();
const needs = computed(() => props.match.cameras.filter((c) => c.needs && c.state === 'matched'));
const asking = ref<'sign' | 'drop' | ''>('');
async function sign(): Promise<void> {
  if (await props.work.sign()) asking.value = '';
}
async function drop(): Promise<void> {
  if (await props.work.drop()) await router.push('/shoots/matches');
}
</script>

<template>
  <section class="part">
    <h2>Report</h2>
    <p class="links no-print">
      <a :href="`/api/matches/${match.id}/match.pdf`" target="_blank">PDF</a>
      <a :href="`/api/matches/${match.id}/match.csv`">CSV</a>
      <a :href="`/api/matches/${match.id}/match.json`">JSON</a>
    </p>
    <template v-if="open">
      <p v-if="needs.length" class="small">
        <template v-for="c in needs" :key="c.letter"
          >{{ c.letter }} needs {{ mired(c.needs!.offsetMired) }} against {{ c.needs!.against }}, tint
          {{ duv(c.needs!.duv) }} off.
        </template>
      </p>
      <template v-if="asking === 'sign'">
        <p class="small">
          Sign this match{{ match.isMatched ? '' : ', although not every camera is matched' }}? It stays as it
          is then, and the next plan in about this light begins from what each unit needed.
        </p>
        <p class="acts">
          <button v-focus class="act" type="button" @click="sign">Sign and save</button>
          <button class="act quiet" type="button" @click="asking = ''">Not yet</button>
        </p>
      </template>
      <p v-else class="acts no-print">
        <button
          v-if="can('manageUnits')"
          class="act"
          type="button"
          :disabled="!match.turn || work.isBusy.value"
          @click="asking = 'sign'"
        >
          Save for the units
        </button>
        <span v-else class="soft small">A technician signs it and saves what each unit needs.</span>
      </p>
      <p v-if="asking === 'drop'" class="small">
        Delete this match? Its pictures stay under Pictures.
        <button class="act" type="button" @click="drop">Delete</button>
        <button class="act quiet" type="button" @click="asking = ''">Keep it</button>
      </p>
      <button v-else class="link no-print" type="button" @click="asking = 'drop'">Delete this match</button>
    </template>
  </section>
</template>

<style scoped>
.part {
  padding: 10px 0 12px;
  border-bottom: 1px solid var(--line);
}
.links {
  display: flex;
  gap: 16px;
  margin-bottom: 8px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px 14px;
  margin: 14px 0;
}
</style>
