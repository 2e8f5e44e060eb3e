<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import NumberField from '../../app/NumberField.vue';
import OneOf from '../../app/OneOf.vue';
import type { PictureDocument, PictureWork, Settings } from './usePicture';

/** What a picture is read by: its curve, the balance its camera was set to, and what else no file says. */
const props = defineProps<{ work: PictureWork; document: PictureDocument }>();
const { quick, wrong, pointer } = props.work;
const CURVES = ['BT.709', 'sRGB', 'HLG', 'Log'];
const SOURCE = { person: 'as you said', file: 'as the file says', usual: 'usual for such a file' };
const LOG = ['a', 'b', 'c', 'd', 'e', 'f', 'cut'] as const;
type Log = NonNullable<Settings['log']>;
/** A log curve counts when all seven of its numbers are typed: none of them is presumed. */
const log = ref<Partial<Log> | null>(null);
watch(
  () => props.document.settings,
  (now, before) => {
    if (now?.curve === 'Log') log.value = { ...now.log };
    else if (before?.curve === 'Log') log.value = null;
  },
  { immediate: true },
);
const curve = computed(() => (log.value ? 'Log' : props.document.settings.curve));
function setCurve(name: string | null | undefined): void {
  log.value = name === 'Log' ? {} : null;
  if (name !== 'Log')
    props.work.change((d) => {
      d.settings.curve = name || null;
      d.settings.log = null;
    });
}
function setLog(name: keyof Log, value: number | null | undefined): void {
  if (typeof value !== 'number') return;
  log.value = { ...log.value, [name]: value };
  const whole = log.value as Log;
  if (LOG.every((n) => typeof whole[n] === 'number'))
    props.work.change((d) => {
      d.settings.curve = 'Log';
      d.settings.log = { ...whole };
    });
}
</script>

<template>
  <section class="part no-print">
    <h2>Curve and balance</h2>
    <p class="small">
      {{ work.measured.value?.curve ?? quick?.curve }},
      <span class="soft">{{ SOURCE[(work.measured.value ?? quick)?.curveSource ?? 'usual'] }}</span>
    </p>
    <div class="fields">
      <OneOf
        :model-value="curve"
        label="Curve it was recorded in"
        none="as the file says"
        :options="CURVES"
        :wrong="pointer === '/settings/curve' ? wrong : ''"
        @update:model-value="setCurve"
      />
      <NumberField
        :model-value="document.settings.balanceK"
        label="Balance the camera was set to"
        unit="K"
        hint="5600"
        :wrong="pointer === '/settings/balanceK' ? wrong : ''"
        @update:model-value="(k) => work.change((d) => (d.settings.balanceK = k ?? null))"
      />
    </div>
    <template v-if="log">
      <p class="soft small">
        The seven numbers of the profile, from its maker. They count when all are typed.
      </p>
      <div class="sides">
        <NumberField
          v-for="n in LOG"
          :key="n"
          :model-value="log[n]"
          :label="n"
          :wrong="pointer === '/settings/log' && n === 'a' ? wrong : ''"
          @update:model-value="(v) => setLog(n, v)"
        />
      </div>
    </template>
    <details>
      <summary>Range and clip level</summary>
      <OneOf
        :model-value="
          document.settings.legalRange == null ? '' : document.settings.legalRange ? 'legal' : 'full'
        "
        label="Range of its codes"
        none="as the file says"
        :options="['legal', 'full']"
        @update:model-value="(r) => work.change((d) => (d.settings.legalRange = r ? r === 'legal' : null))"
      />
      <NumberField
        :model-value="document.settings.clipLevel"
        label="Signal its highlights end at"
        required
        :wrong="pointer === '/settings/clipLevel' ? wrong : ''"
        @update:model-value="(v) => typeof v === 'number' && work.change((d) => (d.settings.clipLevel = v))"
      />
    </details>
  </section>
</template>

<style scoped>
.part {
  padding: 12px 0;
  border-bottom: 1px solid var(--line);
}
.part h2 {
  margin-bottom: 6px;
}
.sides {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 8px;
  margin: 8px 0;
}
</style>
