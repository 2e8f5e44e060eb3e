<script setup lang="ts">
import TickBox from '../../app/TickBox.vue';
import OneOf from '../../app/OneOf.vue';
import type { Views } from '../../app/client';
import ListInput from './ListInput.vue';
import SpecificationField from './SpecificationField.vue';
import { labels, meter, meterText } from './specificationText';

const card = defineModel<Views['ModelDocument']>({ required: true });
defineProps<{ editable: boolean; classes: string[] }>();
const CARD: Views['IssuedCardDocument'] = { cardType: '', capacityGb: NaN, class: 'V30', fileSystem: '' };
const POWER: Views['PowerDocument'] = {
  batteryWh: NaN,
  watts: NaN,
  volts: NaN,
  health: 0.9,
  chargesOnlyWhenOff: false,
};
const HANDLING = ['supply', 'assembly', 'trigger', 'saving', 'gesture'];
const reset = (field: 'how' | 'firmware', text: string) =>
  (card.value.reset = { how: '', states: {}, firmware: '', ...card.value.reset, [field]: text });
</script>

<template>
  <section class="general">
    <div class="fields">
      <SpecificationField v-model="card.name" label="Name" :editable="editable" />
      <SpecificationField
        v-model="card.kind"
        class="grow"
        label="What sort of camera"
        :most="200"
        :editable="editable"
      />
    </div>
    <div class="fields">
      <template v-if="card.sensor">
        <SpecificationField
          v-model="card.sensor.widthMm"
          label="Sensor, mm wide"
          number
          :editable="editable"
        />
        <SpecificationField v-model="card.sensor.heightMm" label="high" number :editable="editable" />
      </template>
      <button
        v-else-if="editable"
        class="link"
        type="button"
        @click="card.sensor = { widthMm: NaN, heightMm: NaN }"
      >
        Say its sensor
      </button>
      <SpecificationField v-model="card.bufferGb" label="Memory, GB" number optional :editable="editable" />
      <SpecificationField
        v-model="card.blackReferenceMinutes"
        label="Black reference every, min"
        number
        optional
        :editable="editable"
      />
    </div>

    <h2>Level meter</h2>
    <ListInput
      :value="card.meter ?? []"
      :read="meter"
      :write="meterText"
      label="Shares of the bar with what they mean, % = dBFS"
      hint="0 = -60, 50 = -20, 100 = 0"
      :disabled="!editable"
      @change="card.meter = $event.length ? $event : null"
    />

    <h2>Memory cards</h2>
    <div v-for="(slot, i) in card.slots ?? []" :key="i" class="fields">
      <SpecificationField v-model="slot.name" label="Slot" :editable="editable" />
      <SpecificationField v-model="slot.cardType" label="Takes" :editable="editable" />
      <SpecificationField
        :model-value="slot.fileSystems.join(' ')"
        label="Writes"
        :editable="editable"
        @update:model-value="slot.fileSystems = labels(String($event))"
      />
      <OneOf
        :model-value="slot.slowestClass"
        label="Not slower than"
        none="any"
        :options="classes"
        :disabled="!editable"
        @update:model-value="slot.slowestClass = $event || null"
      />
      <button v-if="editable" class="link" type="button" @click="card.slots!.splice(i, 1)">out</button>
    </div>
    <p v-if="editable">
      <button
        class="act quiet"
        type="button"
        @click="card.slots = [...(card.slots ?? []), { name: '', cardType: '', fileSystems: [] }]"
      >
        Add a slot
      </button>
    </p>
    <div v-if="card.card" class="fields">
      <SpecificationField v-model="card.card.cardType" label="Issued card" :editable="editable" />
      <SpecificationField v-model="card.card.capacityGb" label="GB" number :editable="editable" />
      <OneOf v-model="card.card.class" label="Class" :options="classes" :disabled="!editable" />
      <SpecificationField v-model="card.card.fileSystem" label="File system" :editable="editable" />
      <button v-if="editable" class="link" type="button" @click="card.card = null">no card is issued</button>
    </div>
    <p v-else-if="editable">
      <button class="link" type="button" @click="card.card = { ...CARD }">Name the issued card</button>
    </p>

    <h2>Power</h2>
    <div v-if="card.power" class="fields">
      <SpecificationField v-model="card.power.batteryWh" label="Battery, Wh" number :editable="editable" />
      <SpecificationField v-model="card.power.watts" label="Draws, W" number :editable="editable" />
      <SpecificationField v-model="card.power.volts" label="Volts" number :editable="editable" />
      <SpecificationField v-model="card.power.health" label="Health, 0.1 to 1" number :editable="editable" />
      <SpecificationField
        v-model="card.power.chargeMinutes"
        label="Charges in, min"
        number
        optional
        :editable="editable"
      />
      <TickBox v-model="card.power.chargesOnlyWhenOff" :disabled="!editable">charges only while off</TickBox>
      <button v-if="editable" class="link" type="button" @click="card.power = null">not known</button>
    </div>
    <p v-else-if="editable">
      <button class="link" type="button" @click="card.power = { ...POWER }">
        Say battery and consumption
      </button>
    </p>

    <h2>Handling</h2>
    <div v-for="(note, i) in card.handling ?? []" :key="i" class="fields">
      <OneOf v-model="note.kind" label="About" :options="HANDLING" :disabled="!editable" />
      <SpecificationField
        v-model="note.text"
        class="grow"
        label="What to do"
        :most="300"
        :editable="editable"
      />
      <button v-if="editable" class="link" type="button" @click="card.handling!.splice(i, 1)">out</button>
    </div>
    <p v-if="editable">
      <button
        class="link"
        type="button"
        @click="card.handling = [...(card.handling ?? []), { kind: 'supply', text: '' }]"
      >
        Add a note that is printed with every sheet
      </button>
    </p>

    <h2>Factory reset</h2>
    <SpecificationField
      :model-value="card.reset?.how ?? ''"
      label="How; empty where it has none"
      :most="300"
      :editable="editable"
      @update:model-value="reset('how', String($event))"
    />
    <SpecificationField
      :model-value="card.reset?.firmware ?? ''"
      label="Firmware from which it has it; empty where every one does"
      :most="20"
      :editable="editable"
      @update:model-value="reset('firmware', String($event))"
    />

    <h2>What forces what</h2>
    <div v-for="(rule, i) in card.dependencies ?? []" :key="i" class="fields">
      <SpecificationField v-model="rule.when" label="When" :editable="editable" />
      <SpecificationField v-model="rule.is" label="is" :editable="editable" />
      <SpecificationField v-model="rule.then" label="then" :editable="editable" />
      <SpecificationField v-model="rule.becomes" label="becomes" :editable="editable" />
      <SpecificationField
        v-model="rule.because"
        class="grow"
        label="because"
        :most="300"
        :editable="editable"
      />
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
</style>
