<script setup lang="ts">
import DatePicker from 'primevue/datepicker';
import { computed } from 'vue';

/** A day as text, 2026-11-29, or with a time of the clock, 2026-11-29T09:30; picked or typed. */
const value = defineModel<string | null | undefined>();
const props = defineProps<{
  label: string;
  note?: string;
  time?: boolean;
  required?: boolean;
  wrong?: string;
}>();

const two = (n: number) => String(n).padStart(2, '0');
/** The library speaks in moments of this device's clock; only what the clock shows is kept of them. */
const shown = computed({
  get: () => (value.value ? new Date(props.time ? value.value : `${value.value}T00:00`) : null),
  set: (to) => {
    // While it is typed it is text, and no day yet.
    if (!to) value.value = '';
    else if (to instanceof Date && !Number.isNaN(to.getTime()))
      value.value =
        `${to.getFullYear()}-${two(to.getMonth() + 1)}-${two(to.getDate())}` +
        (props.time ? `T${two(to.getHours())}:${two(to.getMinutes())}` : '');
  },
});
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
      :invalid="Boolean(wrong)"
      :placeholder="time ? 'yyyy-mm-dd hh:mm' : 'yyyy-mm-dd'"
      fluid
    />
    <span v-if="wrong" class="off small" role="alert">{{ wrong }}</span>
  </label>
</template>
