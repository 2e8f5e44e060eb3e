<script setup lang="ts">
import { computed } from 'vue';
import { pieces, plain } from './fractions';

const props = defineProps<{ label: string }>();
const parts = computed(() => pieces(props.label));
</script>

<template>
  <span class="setting mono"
    ><template v-for="(part, i) in parts" :key="i"
      ><template v-if="typeof part === 'string'">{{ part }}</template
      ><span v-else class="fraction" aria-hidden="true"
        ><span class="top">{{ part.top }}</span
        ><span class="bottom">{{ part.bottom }}</span></span
      ></template
    ><span v-if="parts.some((p) => typeof p !== 'string')" class="visually-hidden">{{
      plain(label)
    }}</span></span
  >
</template>

<style scoped>
.setting {
  white-space: nowrap;
}
.fraction {
  display: inline-flex;
  flex-direction: column;
  vertical-align: middle;
  text-align: center;
  font-size: 0.58em;
  line-height: 1.02;
  margin: 0 0.08em 0 0.12em;
}
.bottom {
  border-top: 0.09em solid currentColor;
  padding: 0 0.1em;
}
</style>
