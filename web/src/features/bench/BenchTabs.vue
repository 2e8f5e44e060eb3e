<script setup lang="ts">
import { useRoute } from 'vue-router';

const route = useRoute();
const ROOMS = [
  { path: '/bench', name: 'Start check' },
  { path: '/board', name: 'Readiness' },
  { path: '/drift', name: 'Drift' },
];
</script>

<template>
  <nav class="rooms no-print" aria-label="The bench">
    <RouterLink
      v-for="room in ROOMS"
      :key="room.path"
      :to="room.path"
      :aria-current="route.path === room.path ? 'page' : undefined"
      >{{ room.name }}</RouterLink
    >
  </nav>
</template>

<style scoped>
.rooms {
  display: flex;
  gap: 4px 20px;
  flex-wrap: wrap;
  margin-bottom: 10px;
}
a {
  color: var(--ink-soft);
  padding: 4px 0;
}
a[aria-current] {
  color: var(--ink);
  font-weight: 600;
  text-decoration: none;
  box-shadow: inset 0 -2px var(--ink);
}
</style>
