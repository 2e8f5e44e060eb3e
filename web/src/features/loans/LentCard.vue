<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { ref } from 'vue';
import type { Views } from '../../app/client';

/** A card that came back: what is on it, whose it is, whether it is clear, and formatted. */
const props = defineProps<{ card: Views['LentCardView']; loan: string; says: string; busy: boolean }>();
const emit = defineEmits<{ done: [events: Views['CustodyDone'][]] }>();
const reading = ref(false);
const clips = ref('');
const owners = ref('');
const list = () => {
  emit('done', [
    {
      kind: 'card-listed',
      card: props.card.name,
      clips: Number(clips.value),
      owners: owners.value
        .split(',')
        .map((o) => o.trim())
        .filter(Boolean),
    },
  ]);
  reading.value = false;
};
const one = (kind: string, owner?: string) => emit('done', [{ kind, card: props.card.name, owner }]);
</script>

<template>
  <span>{{ says }}</span>
  <span class="acts">
    <template v-if="card.clips === null || card.clips === undefined">
      <button class="act quiet small" type="button" :disabled="busy" @click="one('card-unused')">
        Nothing was recorded
      </button>
      <button class="act quiet small" type="button" @click="reading = !reading">Read its clip list</button>
    </template>
    <RouterLink
      v-if="!card.proof"
      class="act quiet small"
      :to="`/shoots/loans/${loan}/copies/${encodeURIComponent(card.name)}`"
      >Prove the copies</RouterLink
    >
    <button
      v-for="owner in card.unreleased"
      :key="owner"
      class="act quiet small"
      type="button"
      :disabled="busy"
      @click="one('card-released', owner)"
    >
      Released by {{ owner }}
    </button>
    <button
      v-if="card.isClear"
      class="act quiet small"
      type="button"
      :disabled="busy"
      @click="one('card-formatted')"
    >
      Formatted in the camera
    </button>
  </span>
  <form v-if="reading" class="fields whole" @submit.prevent="list">
    <label
      ><span>Clips on it</span
      ><InputText v-model="clips" v-focus class="field mono" inputmode="numeric" maxlength="7"
    /></label>
    <label class="grow"
      ><span>Whose footage</span
      ><InputText v-model="owners" class="field" maxlength="300" placeholder="names, with commas"
    /></label>
    <button class="act" type="submit" :disabled="busy || !/^\d+$/.test(clips.trim())">Save the list</button>
  </form>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.whole {
  flex-basis: 100%;
}
</style>
