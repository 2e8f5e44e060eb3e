<script setup lang="ts">
import Dialog from 'primevue/dialog';

/** Every key that does something, by where it does it; opened with `?`. */
const open = defineModel<boolean>({ required: true });
const PARTS = [
  {
    name: 'Everywhere',
    keys: [
      ['/', 'find a tag or a sheet'],
      ['?', 'this list'],
      ['Esc', 'close what is open'],
    ],
  },
  {
    name: 'Start check',
    keys: [
      ['↓', 'into the cameras'],
      ['Enter', 'on to the standards'],
      ['first letter', 'the next standard that begins so'],
    ],
  },
  {
    name: 'Bench, a group',
    keys: [
      ['Space', 'every line is as on the sheet'],
      ['1 … 9', 'open one line'],
      ['a name, Enter', 'open the line that is called so'],
      ['Enter', 'one line after the other'],
      ['=', 'only what differs from the last check'],
    ],
  },
  {
    name: 'Bench, one line',
    keys: [
      ['Space', 'as on the sheet'],
      ['what you see, Enter', 'record it: 6.3, 5.6 1/3, 1/48, 180°, 3200, +6'],
      ['A', 'automatic'],
      ['N', 'not fitted'],
      ['← →', 'along the dial'],
      ['W, Y', 'where it is, why it is so'],
      ['D', 'the dial as a table'],
      ['↑ ↓, Backspace', 'another line, back'],
    ],
  },
  {
    name: 'Line-up',
    keys: [
      ['L', 'the light changed'],
      ['T', 'drawings as tables'],
      ['Enter', 'in the light: the next field, then the cameras'],
    ],
  },
  {
    name: 'Lists and grid',
    keys: [
      ['arrows', 'walk the grid'],
      ['Ctrl Enter', 'in rows of units: add them all'],
    ],
  },
];
</script>

<template>
  <Dialog v-model:visible="open" modal header="Keys" :draggable="false" dismissable-mask>
    <div class="parts">
      <section v-for="part in PARTS" :key="part.name">
        <h2>{{ part.name }}</h2>
        <dl>
          <div v-for="[key, does] in part.keys" :key="key">
            <dt>
              <kbd>{{ key }}</kbd>
            </dt>
            <dd>{{ does }}</dd>
          </div>
        </dl>
      </section>
    </div>
  </Dialog>
</template>

<style scoped>
.parts {
  columns: 2 320px;
  column-gap: 40px;
  width: min(820px, 84vw);
}
section {
  break-inside: avoid;
  margin-bottom: 16px;
}
dl {
  margin: 4px 0 0;
}
dl > div {
  display: grid;
  grid-template-columns: 150px 1fr;
  gap: 10px;
  padding: 2px 0;
}
dd {
  margin: 0;
}
</style>
