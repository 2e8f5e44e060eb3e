<script setup lang="ts">
import { computed } from 'vue';
import { counted } from '../../app/outbox/counted';
import type { Entry } from '../../app/outbox/entry';
import { outbox } from '../../app/outbox/outbox';
import { session } from '../../app/session';

/** What of one check this browser has saved and not sent yet: of the person who is here, and of others who worked on this device. */
const props = defineProps<{ entries: Entry[] }>();
const box = outbox();

const mine = computed(() => props.entries.filter((e) => e.login === session.value?.login));
/** While something is on its way for the first time there is nothing to tell. */
const waiting = computed(() =>
  mine.value.filter(
    (e) => !e.refusal?.final && !(box.busy.value && !e.tried && !box.unsaved.value.has(e.id)),
  ),
);
const refused = computed(() => mine.value.filter((e) => e.refusal?.final));
const unsaved = computed(() => mine.value.some((e) => box.unsaved.value.has(e.id)));
const fault = computed(() => waiting.value.find((e) => e.refusal)?.refusal?.message ?? '');
const others = computed(() => {
  const theirs = props.entries.filter((e) => e.login !== session.value?.login);
  return [...new Set(theirs.map((e) => e.login))].map((login) => ({
    login,
    entries: theirs.filter((e) => e.login === login),
  }));
});
</script>

<template>
  <p v-if="waiting.length" class="small soft" role="status" data-role="waiting">
    {{ counted(waiting) }} saved on this device, not uploaded yet.
    <span v-if="unsaved" class="off"
      >This browser has no room for them. Leave the page open until they are uploaded.</span
    >
    {{ fault }}
    <button class="link" type="button" @click="box.now">Try now</button>
  </p>
  <p v-for="entry in refused" :key="entry.id" class="problem small" role="alert" data-role="refused">
    {{ entry.about }} was not accepted. {{ entry.refusal?.message }}
    <button class="act quiet small" type="button" @click="box.discard(entry.id)">Discard</button>
  </p>
  <p v-for="other in others" :key="other.login" class="small automatic" role="status">
    {{ counted(other.entries) }} by {{ other.login }} on this device. They upload when {{ other.login }} signs
    in here.
  </p>
</template>

<style scoped>
p {
  margin: 4px 0 10px;
}
</style>
