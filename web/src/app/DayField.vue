<script setup lang="ts">
import DatePicker from 'primevue/datepicker';
import { computed, ref } from 'vue';
import { skippedTo } from './zone';

/** A day as text, 2026-11-29, or with a time of the clock, 2026-11-29T09:30; picked or typed. */
const value = defineModel<string | null | undefined>();
const props = defineProps<{
  label: string;
  note?: string;
  time?: boolean;
  required?: boolean;
  wrong?: string;
  /** Zone of the clock that is meant. */
  zone?: string;
}>();

const told = ref('');
const fault = ref('');
/** What is typed and not read yet. */
const text = ref('');
/** Takes a day; an hour that the clock leaves out on it is not taken without a word. */
function give(given: string): void {
  fault.value = text.value = '';
  const taken = props.time && props.zone ? skippedTo(given, props.zone) : undefined;
  told.value = taken
    ? `Clocks go forward: ${given.slice(11)} does not exist on that day in ${props.zone}. ${taken.slice(11)} is taken.`
    : '';
  value.value = given;
}

const two = (n: number) => String(n).padStart(2, '0');
/** The library speaks in moments of this device's clock; only what the clock shows is kept of them. */
const shown = computed({
  get: () => (value.value ? new Date(props.time ? value.value : `${value.value}T00:00`) : null),
  set: (to) => {
    // While it is typed it is text, and no day yet.
    if (!to) give('');
    else if (to instanceof Date && !Number.isNaN(to.getTime()))
      give(
        `${to.getFullYear()}-${two(to.getMonth() + 1)}-${two(to.getDate())}` +
          (props.time ? `T${two(to.getHours())}:${two(to.getMinutes())}` : ''),
      );
  },
});

const DAY = /^(\d{4})-(\d{1,2})-(\d{1,2})$/;
const MOMENT = /^(\d{4})-(\d{1,2})-(\d{1,2})[ T](\d{1,2})[:.](\d{2})$/;
/** A day as it is typed; the library reads no typed time of 24 hours. Nothing where it is none, the 31st of June too. */
function read(typed: string): string | undefined {
  const [, year, month, day, hour = '0', minute = '00'] =
    (props.time ? MOMENT : DAY).exec(typed.trim()) ?? [];
  if (!year) return undefined;
  const date = `${year}-${two(Number(month))}-${two(Number(day))}`;
  const at = new Date(`${date}T${two(Number(hour))}:${minute}`);
  const same = at.getDate() === Number(day) && Number(hour) < 24 && Number(minute) < 60;
  if (Number.isNaN(at.getTime()) || !same) return undefined;
  return props.time ? `${date}T${two(Number(hour))}:${minute}` : date;
}
function take(event: Event): void {
  text.value = (event.target as HTMLInputElement).value.trim();
  fault.value = '';
  const typed = props.time ? read(text.value) : undefined;
  if (typed) give(typed);
}
/** What cannot be read is not taken without a word. The library may have put the day before back into the field by now, so what was typed is remembered. */
function leave(): void {
  if (!text.value || read(text.value)) return;
  const like = props.time ? 'day with a time, like 2026-11-29 09:30' : 'day, like 2026-11-29';
  fault.value = `“${text.value}” is no ${like}.${value.value ? ' What was there before stays.' : ''}`;
  text.value = '';
}
</script>

<template>
  <label class="entry">
    <span class="what"
      >{{ label }} <span v-if="note" class="soft">{{ note }}</span></span
    >
    <DatePicker
      v-model="shown"
      date-format="yy-mm-dd"
      :show-time="time"
      hour-format="24"
      :step-minute="5"
      :first-day-of-week="1"
      show-button-bar
      show-icon
      icon-display="input"
      :required="required"
      :invalid="Boolean(fault || wrong)"
      :placeholder="time ? 'yyyy-mm-dd hh:mm' : 'yyyy-mm-dd'"
      fluid
      @input="take"
      @blur="leave"
    />
    <span v-if="fault || wrong" class="off small" role="alert">{{ fault || wrong }}</span>
    <span v-if="told" class="automatic small" role="status">{{ told }}</span>
  </label>
</template>
