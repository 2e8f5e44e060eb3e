<script setup lang="ts">
import TickBox from '../../app/TickBox.vue';
import type { Views } from '../../app/client';
import NumberField from '../../app/NumberField.vue';
import TextEntry from '../../app/TextEntry.vue';
import type { NewLineUp } from './useNewLineUp';

/** What the scene holds besides the key: named places with their light, front filters of the kit, and things on the floor. */
const doc = defineModel<Views['LineUpDocument']>({ required: true });
const props = defineProps<{
  begins: NewLineUp | undefined;
  marks: Views['SceneMarkView'][];
  messageAt: (pointer: string) => string;
}>();

function addMark(): void {
  if (!props.begins) return;
  const used = new Set((doc.value.marks ?? []).map((m) => m.name));
  doc.value.marks = [
    ...(doc.value.marks ?? []),
    {
      name: props.begins.places.find((n) => !used.has(n)) ?? `place ${used.size + 1}`,
      stops: '0',
      matters: true,
    },
  ];
}
function measured(mark: Views['SceneMarkDocument'], text: string): void {
  // f/8 is a reading there; +2 is stops from the key.
  const reading = /^\s*[fFtT]/.test(text);
  mark.reading = reading ? text : undefined;
  mark.stops = reading ? undefined : text;
}
function addFilter(): void {
  if (!props.begins) return;
  const used = new Set((doc.value.kit ?? []).map((k) => k.label));
  let n = used.size + 1;
  while (used.has(`${n}`)) n++;
  const next = props.begins.kit.find((f) => !used.has(f.label)) ?? { label: `${n}`, stops: n, count: 1 };
  doc.value.kit = [...(doc.value.kit ?? []), { ...next }];
}
function addRoom(): void {
  if (!props.begins) return;
  const used = new Set((doc.value.rooms ?? []).map((r) => r.name));
  let name = 'next room';
  for (let n = 2; used.has(name); n++) name = `room ${n}`;
  doc.value.rooms = [...(doc.value.rooms ?? []), { ...props.begins.room, name }];
}
function addThing(kind: string): void {
  if (!props.begins) return;
  const used = new Set((doc.value.floor ?? []).map((f) => f.name));
  let name = kind;
  for (let n = 2; used.has(name); n++) name = `${kind} ${n}`;
  const like = kind === 'person' ? props.begins.person : props.begins.thing;
  doc.value.floor = [
    ...(doc.value.floor ?? []),
    { ...like, name, kind, acrossM: like.acrossM + used.size * props.begins.thingsApartM },
  ];
}
const out = <T,>(list: T[] | null | undefined, i: number) => (list ?? []).filter((_, k) => k !== i);
const ratio = (name: string, marks: Views['SceneMarkView'][]) =>
  marks.find((m) => m.name === name)?.ratio ?? '';
</script>

<template>
  <fieldset>
    <legend>Scene, from the key</legend>
    <p v-if="!doc.marks?.length" class="soft small">
      Only the key. Add the window, the dark coat, the far side of the face.
    </p>
    <div v-for="(mark, i) in doc.marks ?? []" :key="i" class="item">
      <TextEntry
        v-model="mark.name"
        label="Place"
        plain-text
        :most="40"
        :wrong="messageAt(`/marks/${i}/name`)"
      />
      <TextEntry
        :model-value="mark.reading ?? mark.stops"
        label="Light"
        :unit="ratio(mark.name, marks)"
        hint="+2 or f/11"
        :wrong="messageAt(`/marks/${i}/stops`) || messageAt(`/marks/${i}/reading`)"
        @update:model-value="measured(mark, $event ?? '')"
      />
      <TickBox v-model="mark.matters">its detail is required</TickBox>
      <button class="link small" type="button" @click="doc.marks = out(doc.marks, i)">out</button>
    </div>
    <button class="link small" type="button" :disabled="!begins" @click="addMark">
      Add a place of the scene
    </button>
  </fieldset>
  <fieldset>
    <legend>Front filters in the kit</legend>
    <div v-for="(filter, i) in doc.kit ?? []" :key="i" class="row three">
      <TextEntry v-model="filter.label" label="Ring" :most="20" :wrong="messageAt(`/kit/${i}/label`)" />
      <NumberField
        :model-value="filter.stops"
        label="Stops"
        required
        :wrong="messageAt(`/kit/${i}/stops`)"
        @update:model-value="filter.stops = $event ?? filter.stops"
      />
      <div class="with-out">
        <NumberField
          :model-value="filter.count"
          label="Pieces"
          required
          :wrong="messageAt(`/kit/${i}/count`)"
          @update:model-value="filter.count = $event ?? filter.count"
        />
        <button class="link small" type="button" @click="doc.kit = out(doc.kit, i)">out</button>
      </div>
    </div>
    <p class="acts">
      <button class="link small" type="button" :disabled="!begins" @click="addFilter">Add a filter</button>
      <TickBox
        :model-value="doc.maxFront === 2"
        @update:model-value="doc.maxFront = ($event ?? false) ? 2 : 1"
        >two on one lens</TickBox
      >
    </p>
  </fieldset>
  <fieldset>
    <legend>Other rooms of the day</legend>
    <div v-for="(room, i) in doc.rooms ?? []" :key="i" class="item">
      <TextEntry
        v-model="room.name"
        label="Room"
        plain-text
        :most="40"
        :wrong="messageAt(`/rooms/${i}/name`) || messageAt(`/rooms/${i}`)"
      />
      <NumberField
        :model-value="room.temperatureK"
        label="Colour"
        unit="K"
        required
        :wrong="messageAt(`/rooms/${i}/temperatureK`)"
        @update:model-value="room.temperatureK = $event ?? room.temperatureK"
      />
      <button class="link small" type="button" @click="doc.rooms = out(doc.rooms, i)">out</button>
    </div>
    <button class="link small" type="button" :disabled="!begins" @click="addRoom">Add a room</button>
  </fieldset>
  <fieldset>
    <legend>On the floor</legend>
    <div v-for="(thing, i) in doc.floor ?? []" :key="i" class="item">
      <TextEntry
        v-model="thing.name"
        label="Name"
        :unit="thing.kind"
        plain-text
        :most="40"
        :wrong="messageAt(`/floor/${i}/name`) || messageAt(`/floor/${i}`)"
      />
      <div class="row three">
        <NumberField
          :model-value="thing.acrossM"
          label="Across"
          required
          :wrong="messageAt(`/floor/${i}/acrossM`)"
          @update:model-value="thing.acrossM = $event ?? thing.acrossM"
        />
        <NumberField
          :model-value="thing.awayM"
          label="Away"
          required
          :wrong="messageAt(`/floor/${i}/awayM`)"
          @update:model-value="thing.awayM = $event ?? thing.awayM"
        />
        <NumberField
          :model-value="thing.leanM"
          label="Leans"
          required
          :wrong="messageAt(`/floor/${i}/leanM`)"
          @update:model-value="thing.leanM = $event ?? thing.leanM"
        />
      </div>
      <button class="link small" type="button" @click="doc.floor = out(doc.floor, i)">out</button>
    </div>
    <p class="acts">
      <button class="link small" type="button" :disabled="!begins" @click="addThing('person')">
        Add a person
      </button>
      <button class="link small" type="button" :disabled="!begins" @click="addThing('mark')">a mark</button>
      <button class="link small" type="button" :disabled="!begins" @click="addThing('light')">a light</button>
    </p>
  </fieldset>
</template>
