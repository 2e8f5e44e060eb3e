<script setup lang="ts">
import Dialog from 'primevue/dialog';
import { plain } from '../../instruments/fractions';
import SettingText from '../../instruments/SettingText.vue';
import type { Conflict } from './useCheck';

defineProps<{ conflict: Conflict | null }>();
defineEmits<{ settle: [mine: boolean] }>();
</script>

<template>
  <Dialog
    :visible="!!conflict"
    modal
    :closable="false"
    header="Two people read this notch"
    :style="{ width: 'min(520px, 94vw)' }"
  >
    <template v-if="conflict">
      <p>{{ plain(conflict.message) }}</p>
      <div class="choice">
        <button class="act quiet" type="button" @click="$emit('settle', false)">
          Keep {{ conflict.theirs.by }}’s: <SettingText :label="conflict.theirs.label || 'not read'" />
        </button>
        <button class="act" type="button" @click="$emit('settle', true)">
          Put mine: <SettingText :label="conflict.yours.label || 'not read'" />
        </button>
      </div>
    </template>
  </Dialog>
</template>

<style scoped>
.choice {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin-top: 16px;
}
</style>
