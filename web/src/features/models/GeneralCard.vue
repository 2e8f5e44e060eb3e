<script setup lang="ts">
import type { Views } from '../../app/client';
import { labels, maybe } from './cardText';

const card = defineModel<Views['ModelDocument']>({ required: true });
defineProps<{ editable: boolean; classes: string[] }>();
const text = (event: Event) => (event.target as HTMLInputElement).value;
function sensor(key: 'widthMm' | 'heightMm', value: number | null): void {
  const next = {
    widthMm: card.value.sensor?.widthMm ?? 0,
    heightMm: card.value.sensor?.heightMm ?? 0,
    [key]: value ?? 0,
  };
  card.value.sensor = next.widthMm && next.heightMm ? next : value ? next : null;
}
</script>

<template>
  <section class="general">
    <div class="row">
      <label>Name <input v-model="card.name" class="field" maxlength="80" :readonly="!editable" /></label>
      <label class="grow"
        >What sort of camera <input v-model="card.kind" class="field" maxlength="200" :readonly="!editable"
      /></label>
    </div>
    <div class="row">
      <label
        >Sensor, mm wide
        <input
          class="field mono"
          :readonly="!editable"
          :value="card.sensor?.widthMm ?? ''"
          @change="sensor('widthMm', maybe(text($event)))"
      /></label>
      <label
        >high
        <input
          class="field mono"
          :readonly="!editable"
          :value="card.sensor?.heightMm ?? ''"
          @change="sensor('heightMm', maybe(text($event)))"
      /></label>
      <label
        >Memory, GB
        <input
          class="field mono"
          :readonly="!editable"
          :value="card.bufferGb ?? ''"
          @change="card.bufferGb = maybe(text($event))"
      /></label>
      <label
        >Black reference every, min
        <input
          class="field mono"
          :readonly="!editable"
          :value="card.blackReferenceMinutes ?? ''"
          @change="card.blackReferenceMinutes = maybe(text($event))"
      /></label>
    </div>

    <h2>Cards</h2>
    <div v-for="(slot, i) in card.slots ?? []" :key="i" class="row">
      <label>Slot <input v-model="slot.name" class="field" :readonly="!editable" /></label>
      <label>Takes <input v-model="slot.cardType" class="field" :readonly="!editable" /></label>
      <label
        >Writes
        <input
          class="field"
          :readonly="!editable"
          :value="slot.fileSystems.join(' ')"
          @change="slot.fileSystems = labels(text($event))"
      /></label>
      <label
        >Not slower than
        <select
          :value="slot.slowestClass ?? ''"
          :disabled="!editable"
          @change="slot.slowestClass = text($event) || null"
        >
          <option value="">any</option>
          <option v-for="c in classes" :key="c">{{ c }}</option>
        </select></label
      >
      <button v-if="editable" class="link" type="button" @click="card.slots!.splice(i, 1)">out</button>
    </div>
    <p v-if="editable">
      <button
        class="act quiet"
        type="button"
        @click="
          card.slots = [...(card.slots ?? []), { name: 'slot A', cardType: 'SD', fileSystems: ['exFAT'] }]
        "
      >
        Add a slot
      </button>
    </p>
    <div v-if="card.card" class="row">
      <label>Issued card <input v-model="card.card.cardType" class="field" :readonly="!editable" /></label>
      <label
        >GB <input v-model.number="card.card.capacityGb" class="field mono" :readonly="!editable"
      /></label>
      <label
        >Class
        <select v-model="card.card.class" :disabled="!editable">
          <option v-for="c in classes" :key="c">{{ c }}</option>
        </select></label
      >
      <label>File system <input v-model="card.card.fileSystem" class="field" :readonly="!editable" /></label>
      <button v-if="editable" class="link" type="button" @click="card.card = null">no card is issued</button>
    </div>
    <p v-else-if="editable">
      <button
        class="link"
        type="button"
        @click="card.card = { cardType: 'SD', capacityGb: 64, class: 'V30', fileSystem: 'exFAT' }"
      >
        Name the issued card
      </button>
    </p>

    <h2>Power</h2>
    <div v-if="card.power" class="row">
      <label
        >Battery, Wh <input v-model.number="card.power.batteryWh" class="field mono" :readonly="!editable"
      /></label>
      <label
        >Draws, W <input v-model.number="card.power.watts" class="field mono" :readonly="!editable"
      /></label>
      <label
        >Volts <input v-model.number="card.power.volts" class="field mono" :readonly="!editable"
      /></label>
      <label
        >Health, 0.1 to 1 <input v-model.number="card.power.health" class="field mono" :readonly="!editable"
      /></label>
      <button v-if="editable" class="link" type="button" @click="card.power = null">not known</button>
    </div>
    <p v-else-if="editable">
      <button
        class="link"
        type="button"
        @click="card.power = { batteryWh: 40, watts: 10, volts: 7.2, health: 0.9 }"
      >
        Say battery and consumption
      </button>
    </p>

    <h2>Factory reset</h2>
    <label
      >How; empty where it has none
      <input
        class="field"
        maxlength="300"
        :readonly="!editable"
        :value="card.reset?.how ?? ''"
        @change="card.reset = { how: text($event), states: card.reset?.states ?? {} }"
    /></label>

    <h2>What forces what</h2>
    <div v-for="(rule, i) in card.dependencies ?? []" :key="i" class="row">
      <label>When <input v-model="rule.when" class="field mono" :readonly="!editable" /></label>
      <label>is <input v-model="rule.is" class="field mono" :readonly="!editable" /></label>
      <label>then <input v-model="rule.then" class="field mono" :readonly="!editable" /></label>
      <label>becomes <input v-model="rule.becomes" class="field mono" :readonly="!editable" /></label>
      <label class="grow">because <input v-model="rule.because" class="field" :readonly="!editable" /></label>
      <button v-if="editable" class="link" type="button" @click="card.dependencies!.splice(i, 1)">out</button>
    </div>
    <p v-if="editable">
      <button
        class="link"
        type="button"
        @click="
          card.dependencies = [
            ...(card.dependencies ?? []),
            { when: 'record-format', is: '', then: 'codec', becomes: '', because: '' },
          ]
        "
      >
        Add one
      </button>
    </p>
  </section>
</template>

<style scoped>
.general {
  display: grid;
  gap: 10px;
  margin-top: 16px;
}
h2 {
  margin-top: 14px;
  border-bottom: 1px solid var(--line);
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: end;
}
.row .field {
  width: 130px;
}
.grow,
.row .grow .field {
  flex: 1 1 240px;
  width: 100%;
}
label {
  display: grid;
  gap: 3px;
  font-size: 0.8125rem;
}
</style>
