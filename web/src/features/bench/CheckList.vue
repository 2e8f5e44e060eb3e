<script setup lang="ts">
import { ref } from 'vue';
import type { Views } from '../../app/client';
import { plain } from '../../instruments/fractions';
import VerdictMark from '../../instruments/VerdictMark.vue';
import type { ReadingEntry } from './outgoing';

/** All notches in one list, for who knows the camera: a field for each, Enter goes on to the next. */
const props = defineProps<{
  lines: Views['CheckLineView'][];
  waiting: ReadingEntry[];
  refusal: { setting: string; message: string } | null;
  record: (setting: string, read: string) => Promise<boolean>;
}>();
defineEmits<{ go: [setting: string] }>();
const typed = ref<Record<string, string>>({});
const list = ref<HTMLElement>();

const held = (setting: string) => props.waiting.some((w) => w.setting === setting);

async function put(setting: string, read: string): Promise<void> {
  if (!read.trim()) return;
  const fields = [...(list.value?.querySelectorAll<HTMLInputElement>('input') ?? [])];
  const here = fields.findIndex((f) => f.dataset.setting === setting);
  fields[here + 1]?.focus();
  if (await props.record(setting, read.trim())) typed.value[setting] = '';
  else fields[here]?.focus();
}
</script>

<template>
  <div ref="list">
    <table class="plain-table">
      <caption class="visually-hidden">
        All notches of this check
      </caption>
      <thead>
        <tr>
          <th scope="col">Notch</th>
          <th scope="col">Sheet</th>
          <th scope="col">Seen on the camera</th>
          <th scope="col">Verdict</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="{ line, reading, verdict, stale } in lines"
          :key="line.setting"
          :data-setting="line.setting"
        >
          <th scope="row">
            <button class="link" type="button" @click="$emit('go', line.setting)">{{ line.name }}</button>
          </th>
          <td class="mono target">{{ plain(line.target ?? 'not on this model') }}</td>
          <td>
            <span class="put">
              <input
                v-model="typed[line.setting]"
                class="field mono"
                :data-setting="line.setting"
                :aria-label="`${line.name}, seen on the camera`"
                :placeholder="held(line.setting) ? 'saved here' : plain(reading.label) || '–'"
                autocomplete="off"
                autocapitalize="none"
                spellcheck="false"
                @keydown.enter.prevent="put(line.setting, typed[line.setting] ?? '')"
              />
              <button
                v-if="line.target"
                class="act quiet"
                type="button"
                tabindex="-1"
                :aria-label="`${line.name} as on the sheet`"
                @click="put(line.setting, line.target)"
              >
                =
              </button>
            </span>
            <span v-if="refusal?.setting === line.setting" class="off small" role="alert">{{
              plain(refusal.message)
            }}</span>
          </td>
          <td>
            <VerdictMark :kind="verdict.kind" word />
            <span v-if="verdict.offLabel" class="mono small off"> {{ plain(verdict.offLabel) }}</span>
            <span v-if="stale" class="small automatic"> read again</span>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.plain-table td,
.plain-table th {
  padding: 4px 10px 4px 0;
  vertical-align: middle;
}
.put {
  display: flex;
  gap: 6px;
}
.put .field {
  width: 130px;
  padding: 4px 8px;
}
.put .act {
  padding: 2px 10px;
}
@media (max-width: 760px) {
  .put .field {
    width: 84px;
  }
  .plain-table td {
    overflow-wrap: anywhere;
  }
}
</style>
