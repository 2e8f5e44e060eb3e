<script setup lang="ts">
/** What stands in for a page while it is opened, or when it could not be. */
defineProps<{ pending: boolean; error: Error | null; what: string; back: string; backTo: string }>();
defineEmits<{ again: [] }>();
</script>

<template>
  <div v-if="error" class="page">
    <div class="problem" role="alert">
      {{ error.message }} <button class="act quiet" type="button" @click="$emit('again')">Try again</button>
    </div>
    <p>
      <RouterLink :to="backTo">{{ back }}</RouterLink>
    </p>
  </div>
  <p v-else-if="pending" class="page soft" role="status">Loading {{ what }}…</p>
  <slot v-else />
</template>
