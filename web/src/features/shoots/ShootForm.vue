<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask, type Views } from '../../app/client';
import DayField from '../../app/DayField.vue';
import NumberField from '../../app/NumberField.vue';
import OneOf from '../../app/OneOf.vue';
import PersonField from '../../app/PersonField.vue';
import TextEntry from '../../app/TextEntry.vue';
import TickBox from '../../app/TickBox.vue';
import { useZone } from '../../app/useZone';
import { momentOf, wallTime } from '../../app/zone';
import BlockRows from './BlockRows.vue';
import ShootCameraRows from './ShootCameraRows.vue';
import type { useShoot } from './useShoot';
import { HAZARDS, SUPPLIES } from './words';

/** Details of a shoot: when and where, its cameras, the blocks of the day, what powers it, what can hurt someone, who prepares. */
const doc = defineModel<Views['ShootDocument']>({ required: true });
const props = defineProps<{ it: ReturnType<typeof useShoot> }>();
const { messageAt } = props.it;
const standards = useQuery({ queryKey: ['standards'], queryFn: () => ask(api.GET('/api/standards')) });
const approved = computed(() => (standards.data.value ?? []).filter((s) => s.state === 'approved'));
const zone = useZone();
type Times = 'call' | 'end' | 'collect' | 'return' | 'prepareFrom';
const time = (field: Times) =>
  computed({
    get: () => wallTime(doc.value[field], zone.value),
    set: (text: string) => (doc.value[field] = momentOf(text, zone.value)),
  });
const [call, end, collect, back, from] = [
  time('call'),
  time('end'),
  time('collect'),
  time('return'),
  time('prepareFrom'),
];
/** Left open it is what the standards of the cameras say: mains where all of them set the adapter to the camera. */
const AS_STANDARD = 'standard';
const supply = computed(() => doc.value.supply ?? { kind: AS_STANDARD, trueSine: false });
function power(change: Partial<Views['ShootSupplyDocument']>): void {
  const next = { ...supply.value, ...change };
  doc.value.supply = next.kind === AS_STANDARD ? undefined : next;
}
const hazards = computed(() => doc.value.hazards ?? []);
function hazard(key: string, on: boolean | null | undefined): void {
  const next = on ? [...hazards.value, key] : hazards.value.filter((h) => h !== key);
  doc.value.hazards = next.length ? next : undefined;
}
</script>

<template>
  <div class="form">
    <section>
      <h2>When and where</h2>
      <div class="grid">
        <TextEntry v-model="doc.name" label="Name" plain-text :wrong="messageAt('/name')" />
        <TextEntry v-model="doc.place" label="Place" plain-text :most="120" :wrong="messageAt('/place')" />
        <OneOf
          :model-value="doc.standard"
          label="Standard"
          none="each camera its own"
          :options="approved"
          :wrong="messageAt('/standard')"
          @update:model-value="doc.standard = $event ?? ''"
        />
        <DayField
          v-model="call"
          label="Call"
          :note="zone.replaceAll('_', ' ')"
          time
          :zone="zone"
          :wrong="messageAt('/call')"
        />
        <DayField v-model="end" label="End" time :zone="zone" :wrong="messageAt('/end')" />
        <DayField
          v-model="collect"
          label="Collected"
          note="else at the call"
          time
          :zone="zone"
          :wrong="messageAt('/collect')"
        />
        <DayField
          v-model="back"
          label="Due back"
          note="else at the end"
          time
          :zone="zone"
          :wrong="messageAt('/return')"
        />
        <PersonField
          :model-value="doc.borrower ?? ''"
          label="Answers for the cameras"
          :wrong="messageAt('/borrower')"
          @update:model-value="doc.borrower = $event"
        />
      </div>
    </section>
    <section>
      <h2>Cameras</h2>
      <ShootCameraRows v-model="doc" :it="it" :standards="approved" />
    </section>
    <section>
      <h2>The day</h2>
      <BlockRows v-model="doc" :zone="zone" :message-at="messageAt" />
    </section>
    <section>
      <h2>Power and place</h2>
      <div class="grid">
        <OneOf
          :model-value="supply.kind"
          label="Power"
          :options="[{ key: AS_STANDARD, name: 'as the standards say' }, ...SUPPLIES]"
          @update:model-value="power({ kind: $event ?? AS_STANDARD })"
        />
        <NumberField
          v-if="supply.kind === 'mains' || supply.kind === 'generator'"
          :model-value="supply.voltAmperes"
          label="Rating"
          unit="VA"
          :wrong="messageAt('/supply/voltAmperes')"
          @update:model-value="power({ voltAmperes: $event })"
        />
        <NumberField
          v-if="supply.kind === 'plates'"
          :model-value="supply.volts"
          label="Voltage of the plates"
          unit="V"
          :wrong="messageAt('/supply/volts')"
          @update:model-value="power({ volts: $event })"
        />
        <TickBox
          v-if="supply.kind === 'generator'"
          :model-value="supply.trueSine"
          @update:model-value="power({ trueSine: $event ?? false })"
          >crystal-controlled, true sine</TickBox
        >
        <TickBox v-model="doc.outdoors">outdoors</TickBox>
      </div>
      <fieldset>
        <legend>What can hurt someone there</legend>
        <div class="ticks">
          <TickBox
            v-for="h in HAZARDS"
            :key="h.key"
            :model-value="hazards.includes(h.key)"
            @update:model-value="hazard(h.key, $event)"
            >{{ h.name }}</TickBox
          >
        </div>
      </fieldset>
      <label class="entry notes"
        ><span class="what">Notes</span>
        <textarea v-model="doc.notes" class="field p-inputtext" rows="3" maxlength="2000"></textarea>
      </label>
    </section>
    <section>
      <h2>Preparation and timecode</h2>
      <div class="grid">
        <DayField
          v-model="from"
          label="Prepared from"
          note="else the day before"
          time
          :zone="zone"
          :wrong="messageAt('/prepareFrom')"
        />
        <NumberField v-model="doc.technicians" label="People" required :wrong="messageAt('/technicians')" />
        <NumberField v-model="doc.chargers" label="Chargers" required :wrong="messageAt('/chargers')" />
        <NumberField v-model="doc.readers" label="Card readers" required :wrong="messageAt('/readers')" />
        <OneOf
          :model-value="doc.hourSays"
          label="Timecode hour"
          :options="[
            { key: 'day', name: 'number of the day' },
            { key: 'card', name: 'number of the card' },
          ]"
          @update:model-value="doc.hourSays = $event ?? 'day'"
        />
        <NumberField
          v-if="doc.hourSays === 'day'"
          v-model="doc.day"
          label="Day"
          required
          :wrong="messageAt('/day')"
        />
      </div>
    </section>
  </div>
</template>

<style scoped>
section {
  margin-bottom: 22px;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
  gap: 12px 18px;
  align-items: end;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 12px 0;
}
.ticks {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  margin-top: 6px;
}
.notes textarea {
  width: 100%;
}
</style>
