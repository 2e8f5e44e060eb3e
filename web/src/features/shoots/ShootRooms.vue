<script setup lang="ts">
/** The rooms of a shoot, along the work. */
defineProps<{ id: string; here: string }>();
const ROOMS = [
  { key: 'details', name: 'Details', path: '' },
  { key: 'plan', name: 'Plan', path: '/plan' },
  { key: 'pack', name: 'Pack', path: '/pack' },
  { key: 'match', name: 'Match', path: '/match' },
  { key: 'day', name: 'Day', path: '/day' },
  { key: 'hand-out', name: 'Hand out', path: '/hand-out' },
  { key: 'return', name: 'Return', path: '/return' },
];
</script>

<template>
  <nav class="shoot-rooms no-print" aria-label="Rooms of the shoot">
    <RouterLink
      v-for="room in ROOMS"
      :key="room.key"
      :to="`/shoots/${id}${room.path}`"
      :class="{ here: room.key === here }"
      :aria-current="room.key === here ? 'page' : undefined"
      >{{ room.name }}</RouterLink
    >
  </nav>
</template>

<style scoped>
.shoot-rooms {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 4px;
  border-bottom: 1px solid var(--line);
  margin: 4px 0 16px;
}
a {
  color: var(--ink-soft);
  padding: 7px 12px;
  text-decoration: none;
  min-height: 24px;
}
a.here {
  color: var(--ink);
  font-weight: 600;
  box-shadow: inset 0 -2px var(--ink);
}
</style>
