<script setup lang="ts">
import { ref, watch } from 'vue';
import type { Views } from '../../app/client';
import NumberField from '../../app/NumberField.vue';
import OneOf from '../../app/OneOf.vue';
import TextEntry from '../../app/TextEntry.vue';

/** Where the controls of a camera stood when its picture was taken; what nobody read is left empty. */
const props = defineProps<{
  at: Views['MatchPositionDocument'];
  controls: Views['MatchControlsView'];
  wrong?: string;
}>();
const emit = defineEmits<{ save: [position: Views['MatchPositionDocument']]; leave: [] }>();
const now = ref({ ...props.at });
watch(
  () => props.at,
  (at) => (now.value = { ...at }),
);
</script>

<template>
  <form class="fields" @submit.prevent="emit('save', now)">
    <NumberField
      :model-value="now.whiteK"
      :label="controls.hasDial ? 'White balance' : 'White balance, where it is a preset'"
      unit="K"
      :hint="controls.hasDial ? '5600' : controls.presetsK.join(' or ')"
      @update:model-value="now.whiteK = $event ?? null"
    />
    <NumberField
      v-if="controls.hasTint"
      :model-value="now.tint"
      :label="controls.tintIsCounted ? 'Tint, steps towards green from the first picture' : 'Tint'"
      required
      @update:model-value="now.tint = $event ?? 0"
    />
    <OneOf
      v-if="controls.filters.length"
      :model-value="now.filter"
      label="ND filter"
      none="not read"
      :options="controls.filters"
      @update:model-value="now.filter = $event || null"
    />
    <OneOf
      v-if="controls.bases.length"
      :model-value="now.base"
      label="Base"
      none="not read"
      :options="controls.bases"
      @update:model-value="now.base = $event ?? ''"
    />
    <OneOf
      v-if="controls.gains.length"
      :model-value="now.gainDb"
      label="Gain"
      none="not read"
      :options="controls.gains.map((g) => ({ key: g.gainDb, name: g.label }))"
      @update:model-value="now.gainDb = typeof $event === 'number' ? $event : null"
    />
    <TextEntry
      :model-value="now.iris"
      label="Iris"
      hint="f/4"
      @update:model-value="now.iris = $event || null"
    />
    <p v-if="wrong" class="problem wide" role="alert">{{ wrong }}</p>
    <div class="wide">
      <button class="act" type="submit">Save</button>
      <button class="act quiet" type="button" @click="emit('leave')">Leave it</button>
    </div>
  </form>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(130px, 1fr));
  gap: 10px;
  margin: 8px 0;
}
.wide {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
