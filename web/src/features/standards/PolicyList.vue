<script setup lang="ts">
import OneOfFew from '../../app/OneOfFew.vue';
import { computed } from 'vue';
import type { Views } from '../../app/client';

const doc = defineModel<Views['StandardDocument']>({ required: true });
const props = defineProps<{ words: Views['VocabularyView']; editable: boolean }>();
const emit = defineEmits<{ go: [setting: string] }>();

const chosen = (policy: Views['PolicyView']) => doc.value.policies?.[policy.key] ?? policy.options[0]!.key;
function choose(policy: Views['PolicyView'], option: string): void {
  const rest = Object.fromEntries(
    Object.entries(doc.value.policies ?? {}).filter(([key]) => key !== policy.key),
  );
  doc.value.policies = option === policy.options[0]!.key ? rest : { ...rest, [policy.key]: option };
}
const names = computed(() => new Map(props.words.settings.map((s) => [s.key, s.name])));
</script>

<template>
  <section aria-label="Policies">
    <p class="soft lead">
      Practitioners disagree here. The first option of each is the default; what changes on which model is
      shown at the right as you choose.
    </p>
    <fieldset v-for="policy in words.policies" :key="policy.key" :disabled="!editable">
      <legend>
        {{ policy.name }}
        <button
          v-for="setting in policy.settings"
          :key="setting"
          class="link small"
          type="button"
          @click="emit('go', setting)"
        >
          {{ names.get(setting) }}
        </button>
        <span v-if="!policy.settings.length" class="soft small">counts in line-ups</span>
      </legend>
      <OneOfFew
        v-slot="{ option, place }"
        class="options"
        :name="policy.key"
        :model-value="chosen(policy)"
        :options="policy.options.map((o) => ({ key: o.key, name: o.text }))"
        :disabled="!editable"
        @update:model-value="choose(policy, $event)"
      >
        {{ option.name }}<span v-if="place === 0" class="soft small"> default</span>
        <span class="soft small reason">{{ policy.options[place]!.reason }}</span>
      </OneOfFew>
    </fieldset>
  </section>
</template>

<style scoped>
.lead {
  margin: 16px 0 6px;
  max-width: 70ch;
}
fieldset {
  border: 0;
  border-top: 1px solid var(--line);
  margin: 0;
  padding: 10px 0 12px;
}
legend {
  font-weight: 600;
  float: left;
  width: 100%;
  margin-bottom: 4px;
}
legend .link {
  margin-left: 10px;
  font-weight: 400;
}
.options {
  clear: both;
}
.reason {
  display: block;
}
</style>
