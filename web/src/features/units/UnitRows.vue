<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import { api, ask, type Problem, type Views } from '../../app/client';
import OneOf from '../../app/OneOf.vue';
import { pastedRows, tagAfter, type UnitRow } from './unitRows';

/** Units to add, a row each; Enter at the end of a row makes the next, which goes on from it. A pasted table becomes rows. */
const props = defineProps<{
  models: Views['ModelRowView'][];
  known: Pick<Views['UnitView'], 'tag' | 'modelKey' | 'place'>[];
}>();
const emit = defineEmits<{ added: [tags: string[]]; cancel: [] }>();

const models = computed(() => props.models.map((m) => ({ key: m.key, name: m.name })));
const newest = computed(() => props.known.at(-1));
const taken = computed(() => new Set([...props.known.map((u) => u.tag), ...rows.value.map((r) => r.tag)]));
const rows = ref<UnitRow[]>([
  {
    tag: newest.value ? tagAfter(newest.value.tag, new Set(props.known.map((u) => u.tag))) : '',
    model: props.models.length === 1 ? props.models[0]!.key : '',
    tape: '',
    place: newest.value?.place ?? '',
  },
]);
const wrong = ref('');
const notes = ref<string[]>([]);
/** What the site refused, by `row/field`. */
const faults = ref<Record<string, string>>({});
const busy = ref(false);
const form = ref<HTMLFormElement>();
const at = (row: number, field: keyof UnitRow) => faults.value[`${row}/${field}`] ?? '';

async function focusOn(row: number, field: keyof UnitRow): Promise<void> {
  await nextTick();
  form.value
    ?.querySelector<HTMLElement>(
      field === 'model' ? `[data-row="${row}"] [role=combobox]` : `[data-row="${row}"] [data-field=${field}]`,
    )
    ?.focus();
}
onMounted(() => void focusOn(0, 'tag'));
// The units that are there may come after the form: an untouched first row then goes on from them.
watch(newest, (unit) => {
  const [first] = rows.value;
  if (!unit || rows.value.length > 1 || first!.tag || first!.place) return;
  first!.tag = tagAfter(unit.tag, new Set(props.known.map((u) => u.tag)));
  first!.place = unit.place;
});

async function next(): Promise<void> {
  const last = rows.value.at(-1)!;
  if (!last.tag.trim()) return void focusOn(rows.value.length - 1, 'tag');
  const tag = tagAfter(last.tag, taken.value);
  rows.value.push({ ...last, tag, tape: '' });
  await focusOn(rows.value.length - 1, tag ? 'tape' : 'tag');
}

async function takeOut(row: number): Promise<void> {
  rows.value.splice(row, 1);
  faults.value = {};
  await focusOn(Math.max(0, row - 1), 'tag');
}

async function paste(event: ClipboardEvent, row: number): Promise<void> {
  const text = event.clipboardData?.getData('text/plain') ?? '';
  if (!/[\t\n;]/.test(text.trim())) return;
  event.preventDefault();
  const standing = rows.value[row]!;
  const { rows: pasted, wrong: told } = pastedRows(text, props.models, standing);
  notes.value = told;
  if (!pasted.length) return;
  rows.value.splice(row, 1, ...pasted);
  await focusOn(row, 'tag');
}

async function save(): Promise<void> {
  busy.value = true;
  wrong.value = '';
  faults.value = {};
  const filled = rows.value.filter((r) => r.tag.trim() || r.tape.trim());
  if (!filled.length) {
    busy.value = false;
    wrong.value = 'Nothing is typed yet. Fill in a tag and its model, then add.';
    await focusOn(0, 'tag');
    return;
  }
  try {
    await ask(api.POST('/api/units', { body: { units: filled } }));
    emit(
      'added',
      filled.map((r) => r.tag.trim().toUpperCase()),
    );
  } catch (error) {
    const problem = error as Problem;
    wrong.value = problem.message;
    const all = (problem.more?.faults ?? [
      { pointer: problem.pointer, message: problem.message },
    ]) as Views['ImportFault'][];
    for (const fault of all) {
      const [, , index, field] = fault.pointer.split('/');
      const row = rows.value.indexOf(filled[Number(index)]!);
      if (field && row >= 0) faults.value[`${row}/${field}`] = fault.message;
    }
    const [first] = Object.keys(faults.value);
    if (first) {
      const [row, field] = first.split('/');
      await focusOn(Number(row), field as keyof UnitRow);
    }
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <form ref="form" class="units no-print" aria-label="New units" @submit.prevent="save">
    <p class="soft small">
      <kbd>Enter</kbd> in the last field makes the next row; <kbd>Ctrl</kbd> <kbd>Enter</kbd> adds them all. A
      table from a spreadsheet can be pasted into a tag.
    </p>
    <div
      v-for="(row, i) in rows"
      :key="i"
      class="row"
      :data-row="i"
      role="group"
      :aria-label="`Unit ${i + 1}`"
    >
      <label class="entry tag">
        <span class="what">Tag</span>
        <InputText
          v-model="row.tag"
          class="mono"
          data-field="tag"
          maxlength="30"
          autocomplete="off"
          :invalid="Boolean(at(i, 'tag'))"
          @paste="paste($event, i)"
          @keydown.ctrl.enter.prevent="save"
        />
        <span v-if="at(i, 'tag')" class="off small" role="alert">{{ at(i, 'tag') }}</span>
      </label>
      <OneOf
        v-model="row.model"
        class="model"
        label="Specification"
        :options="models"
        :wrong="at(i, 'model')"
      />
      <label class="entry tape">
        <span class="what">Tape</span>
        <InputText
          v-model="row.tape"
          data-field="tape"
          maxlength="30"
          autocomplete="off"
          @keydown.enter.exact.prevent="next"
          @keydown.ctrl.enter.prevent="save"
        />
        <span v-if="at(i, 'tape')" class="off small" role="alert">{{ at(i, 'tape') }}</span>
      </label>
      <label class="entry place">
        <span class="what">Place</span>
        <InputText
          v-model="row.place"
          data-field="place"
          maxlength="120"
          autocomplete="off"
          @keydown.enter.exact.prevent="next"
          @keydown.ctrl.enter.prevent="save"
        />
        <span v-if="at(i, 'place')" class="off small" role="alert">{{ at(i, 'place') }}</span>
      </label>
      <button
        v-if="rows.length > 1"
        class="link out"
        type="button"
        :aria-label="`Remove row ${i + 1}`"
        @click="takeOut(i)"
      >
        Remove
      </button>
    </div>
    <p v-for="note in notes" :key="note" class="off small" role="alert">{{ note }}</p>
    <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
    <p class="acts">
      <button class="act" type="submit" :disabled="busy">
        {{ rows.length === 1 ? 'Add this unit' : `Add ${rows.length} units` }}
      </button>
      <button class="act quiet" type="button" @click="next">Next row</button>
      <button class="act quiet" type="button" @click="$emit('cancel')">Cancel</button>
    </p>
  </form>
</template>

<style scoped>
.units {
  background: var(--panel);
  border: 1px solid var(--line);
  border-radius: 5px;
  padding: 14px 16px;
  display: grid;
  gap: 10px;
  margin-bottom: 20px;
}
.row {
  display: grid;
  grid-template-columns: 160px minmax(160px, 1fr) 130px minmax(160px, 1.4fr) 74px;
  gap: 10px;
  align-items: start;
}
.out {
  margin-top: 24px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
@media (max-width: 760px) {
  .row {
    grid-template-columns: 1fr 1fr;
    border-top: 1px solid var(--line);
    padding-top: 8px;
  }
  .out {
    margin-top: 0;
  }
}
</style>
