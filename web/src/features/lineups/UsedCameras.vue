<script setup lang="ts">
import { computed } from 'vue';
import type { Views } from '../../app/client';
import { walkList } from '../../app/walk';

/** Cameras of the last line-ups, to be added as they were used there. */
const props = defineProps<{ used: Views['UsedCameraView'][]; taken: string[] }>();
defineEmits<{ add: [unit: string, last: Views['LineUpCameraDocument']] }>();
const offered = computed(() => props.used.filter((c) => !props.taken.includes(c.unit)));
</script>

<template>
  <div v-if="offered.length" class="used" @keydown="walkList">
    <p class="soft small">Used lately, with part and lens of last time:</p>
    <ul>
      <li v-for="camera in offered" :key="camera.unit">
        <button type="button" @click="$emit('add', camera.unit, camera.last)">
          <strong class="mono">{{ camera.unit }}</strong>
          <span class="small"
            >{{ camera.modelName }}<template v-if="camera.tape">, {{ camera.tape }}</template></span
          >
          <span class="soft small"
            >{{ camera.last.part }}<template v-if="camera.last.lens">, {{ camera.last.lens }} mm</template
            ><template v-if="camera.status === 'out'">, out</template></span
          >
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 2px 0 0;
  padding: 0;
  max-height: 220px;
  overflow-y: auto;
}
button {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
  align-items: baseline;
  width: 100%;
  border: 0;
  background: none;
  color: var(--ink);
  text-align: left;
  padding: 4px 6px;
  min-height: 28px;
  cursor: pointer;
  font-size: 0.9375rem;
}
button:hover {
  background: var(--panel-deep);
}
</style>
