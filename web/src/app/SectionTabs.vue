<script setup lang="ts">
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { roomOf, sectionOf } from './sections';

/** The rooms of the part that the page belongs to; nothing where it has one room only. */
const route = useRoute();
const section = computed(() => sectionOf(route.path));
const rooms = computed(() => (section.value?.rooms ?? []).filter((room) => room.shown?.() ?? true));
const here = computed(() => section.value && roomOf(section.value, route.path));
</script>

<template>
  <nav v-if="rooms.length > 1" class="rooms no-print" :aria-label="section!.name">
    <RouterLink
      v-for="room in rooms"
      :key="room.path"
      :to="room.path"
      :class="{ here: room.path === here }"
      :aria-current="route.path === room.path ? 'page' : room.path === here ? 'true' : undefined"
      >{{ room.name }}</RouterLink
    >
  </nav>
</template>

<style scoped>
.rooms {
  display: flex;
  gap: 2px 20px;
  flex-wrap: wrap;
  margin-bottom: 10px;
}
a {
  color: var(--ink-soft);
  padding: 5px 0;
  text-decoration: none;
}
a:hover {
  color: var(--ink);
}
a.here {
  color: var(--ink);
  font-weight: 600;
  box-shadow: inset 0 -2px var(--ink);
}
</style>
