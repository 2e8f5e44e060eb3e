<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { api, ask } from '../../app/client';

/** What is in, for whoever has not chosen yet: the camera that needs least light first. */
defineEmits<{ choose: [tag: string] }>();
const offer = useQuery({
  queryKey: ['offer'],
  queryFn: () => ask(api.GET('/api/loans/offer')),
  staleTime: 0,
});
</script>

<template>
  <section v-if="offer.data.value" aria-labelledby="free">
    <h2 id="free">Available now, best in low light first</h2>
    <p v-if="!offer.data.value.length">No camera is available.</p>
    <ul v-else>
      <li v-for="o in offer.data.value" :key="o.modelKey">
        <span
          ><b>{{ o.modelName }}</b> <span class="soft small">{{ o.because || 'No ISO stated.' }}</span></span
        >
        <span class="units">
          <button
            v-for="u in o.units"
            :key="u.tag"
            class="act quiet small"
            type="button"
            @click="$emit('choose', u.tag)"
          >
            <span class="mono">{{ u.tag }}</span> {{ u.tape }}
          </button>
          <span v-if="o.free > o.units.length" class="soft small"
            >and {{ o.free - o.units.length }} more</span
          >
        </span>
      </li>
    </ul>
  </section>
  <p v-else-if="offer.error.value" class="soft">{{ offer.error.value.message }}</p>
</template>

<style scoped>
h2 {
  margin-top: 20px;
}
ul {
  list-style: none;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 6px 18px;
  align-items: center;
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
}
b {
  margin-right: 0.5em;
}
.units {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
}
@media (max-width: 760px) {
  li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
