<script setup lang="ts">
import Textarea from 'primevue/textarea';
import { computed } from 'vue';
import type { Views } from '../../app/client';
import TextEntry from '../../app/TextEntry.vue';
import { plain } from '../../instruments/fractions';

/** After the shoot: what was really used at each camera, and what to remember. It begins from the plan. */
const doc = defineModel<Views['LineUpDocument']>({ required: true });
const props = defineProps<{ plan: Views['PlanView']; messageAt: (pointer: string) => string }>();
const used = computed(() => doc.value.used ?? null);
function begin(): void {
  doc.value.used = {
    note: '',
    cameras: props.plan.cameras.map((c) => ({
      letter: c.letter,
      settings: plain(`${c.chosen.spoken} · ${c.shutter}`),
    })),
  };
}
</script>

<template>
  <div class="used">
    <template v-if="used">
      <h3>What was really used</h3>
      <div class="lines">
        <TextEntry
          v-for="(c, i) in used.cameras"
          :key="c.letter"
          v-model="c.settings"
          :label="c.letter"
          :most="400"
          :wrong="messageAt(`/used/cameras/${i}/settings`)"
        />
      </div>
      <label class="entry">
        <span class="what">To remember</span>
        <Textarea v-model="used.note" class="field" rows="3" maxlength="2000" />
        <span v-if="messageAt('/used/note')" class="off small" role="alert">{{
          messageAt('/used/note')
        }}</span>
      </label>
      <button class="link small" type="button" @click="doc.used = undefined">
        Nothing was noted after all
      </button>
    </template>
    <button v-else class="link" type="button" @click="begin">Write down what was really used</button>
  </div>
</template>

<style scoped>
.used {
  margin-top: 10px;
  display: grid;
  gap: 8px;
}
h3 {
  font-size: 0.9375rem;
}
.lines {
  display: grid;
  gap: 6px;
}
</style>
