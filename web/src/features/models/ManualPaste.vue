<script setup lang="ts">
import Textarea from 'primevue/textarea';
import Dialog from 'primevue/dialog';
import { computed, ref } from 'vue';
import { api, ask, type Views } from '../../app/client';

/** Tables and menu paths that are pasted from a manual: what of them was understood is shown before any of it is taken. */
const emit = defineEmits<{ take: [found: Views['ManualText']] }>();
const open = ref(false);
const text = ref('');
const found = ref<Views['ManualText'] | null>(null);
const wrong = ref('');
const busy = ref(false);

const parts = computed(() => {
  const f = found.value;
  if (!f) return [];
  return [
    { name: 'Gain', of: f.gains.map((g) => `${g.name ? `${g.name} = ` : ''}${g.gainDb} dB`) },
    { name: 'ISO', of: f.isos.map(String) },
    { name: 'Shutter', of: f.shutters },
    { name: 'Shutter angle', of: f.angles.map((a) => `${a}°`) },
    {
      name: 'Recordings',
      of: f.formats.map((r) => `${r.size} ${r.rate}, ${r.bitRatesMbps.join(' / ')} Mb/s`),
    },
    { name: 'ND filter', of: f.filters.map((n) => `${n.label} (${Math.round(n.stops * 100) / 100} stops)`) },
    { name: 'White balance', of: f.presetsK.map((k) => `${k} K`) },
    { name: 'Where controls are', of: f.paths.map((p) => `${p.setting}: ${p.path}`) },
  ].filter((part) => part.of.length);
});

async function read(): Promise<void> {
  busy.value = true;
  wrong.value = '';
  try {
    found.value = await ask(api.POST('/api/models/manual', { body: { text: text.value } }));
    if (!parts.value.length)
      wrong.value = 'Nothing of it was understood. What you pasted is still here; the reasons are below.';
  } catch (error) {
    found.value = null;
    wrong.value = `${(error as Error).message} What you pasted is still here.`;
  } finally {
    busy.value = false;
  }
}
function take(): void {
  emit('take', found.value!);
  open.value = false;
  text.value = '';
  found.value = null;
}
</script>

<template>
  <button class="act quiet" type="button" @click="open = true">Paste from the manual</button>
  <Dialog v-model:visible="open" modal header="Paste from the manual" class="manual" :draggable="false">
    <form class="manual-form" @submit.prevent="read">
      <label for="manual-text"
        >Gain lists, shutter speeds, recordings, ND filters, menu paths: a line each, with its name before
        it</label
      >
      <Textarea
        id="manual-text"
        v-model="text"
        class="field mono"
        rows="9"
        spellcheck="false"
        autofocus
        placeholder="Gain: -3 0 3 6 dB
Shutter speed: 1/48 1/60 1/100
1080 29.97p 45
ND filter: clear 1/4 1/16
Zebra: Menu > Display > Zebra"
        @keydown.ctrl.enter.prevent="read"
      />
      <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
      <p class="acts">
        <button class="act" type="submit" :disabled="busy || !text.trim()">
          {{ busy ? 'Reading…' : 'Read it' }}
        </button>
        <button v-if="parts.length" class="act" type="button" @click="take">Take it over</button>
      </p>
      <dl v-if="parts.length" role="status">
        <div v-for="part in parts" :key="part.name">
          <dt>{{ part.name }}</dt>
          <dd class="mono">{{ part.of.join(', ') }}</dd>
        </div>
      </dl>
      <template v-if="found?.left.length">
        <p class="automatic">Not understood, and left out:</p>
        <ul class="small">
          <li v-for="line in found.left" :key="line.line">
            Line {{ line.line }}: <span class="mono">{{ line.text }}</span> {{ line.why }}
          </li>
        </ul>
      </template>
    </form>
  </Dialog>
</template>

<style scoped>
.manual-form {
  display: grid;
  gap: 10px;
  width: min(720px, 86vw);
}
textarea {
  width: 100%;
  resize: vertical;
}
.acts {
  display: flex;
  gap: 10px;
}
dl {
  margin: 0;
}
dl > div {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr);
  gap: 10px;
  padding: 3px 0;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
@media (max-width: 640px) {
  dl > div {
    grid-template-columns: 1fr;
  }
}
</style>
