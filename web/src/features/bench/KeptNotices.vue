<script setup lang="ts">
import { computed } from 'vue';
import { session } from '../../app/session';
import type { KeptPhoto } from './keptPhotos';
import type { Waiting } from './useCheck';

/** What this browser keeps and has not sent yet: of the person who is here, and of others who worked on this machine. */
const props = defineProps<{ readings: Waiting[]; photos: KeptPhoto[]; sending: boolean }>();

const mine = <T extends { login: string }>(all: T[]) =>
  all.filter((one) => one.login === session.value?.login);
const readings = computed(() => mine(props.readings).length);
const photos = computed(() => (props.sending ? 0 : mine(props.photos).length));
const others = computed(() => {
  const logins = [...props.readings, ...props.photos].map((one) => one.login);
  return [...new Set(logins)]
    .filter((login) => login !== session.value?.login)
    .map((login) => ({
      login,
      readings: props.readings.filter((r) => r.login === login).length,
      photos: props.photos.filter((p) => p.login === login).length,
    }));
});
const counted = (n: number, one: string) => (n === 1 ? `1 ${one}` : `${n} ${one}s`);
</script>

<template>
  <p v-if="readings" class="small soft" role="status">
    {{ readings }} saved on this device, not uploaded yet.
  </p>
  <p v-if="photos" class="small soft" role="status">
    {{ photos === 1 ? 'A photograph is' : `${photos} photographs are` }} saved on this device, not uploaded
    yet.
  </p>
  <p v-for="other in others" :key="other.login" class="small automatic" role="status">
    <template v-if="other.readings">{{ other.readings }} read by {{ other.login }}</template
    ><template v-if="other.readings && other.photos"> and </template
    ><template v-if="other.photos">{{ counted(other.photos, 'photograph') }} by {{ other.login }}</template>
    on this machine: they upload when {{ other.login }} signs in here.
  </p>
</template>
