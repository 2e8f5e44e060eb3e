<script setup lang="ts">
import { ref } from 'vue';

/** Queue, work, consequence, left to right; on a phone the work comes first and the queue is behind a button. */
defineProps<{ queueName: string; queueLabel: string; effectLabel: string }>();
const open = ref(false);
/** A click in the queue has chosen something: the work is shown again. */
const chosen = () => (open.value = false);
</script>

<template>
  <div class="zones" :class="{ 'queue-open': open }">
    <nav class="zone-queue" :aria-label="queueLabel">
      <div class="stays"><slot name="queue" :chosen="chosen" /></div>
    </nav>
    <div class="zone-work">
      <p class="soft small">
        <slot name="way" />
        <button class="queue-button" type="button" @click="open = !open">{{ queueName }}</button>
      </p>
      <slot />
    </div>
    <aside class="zone-effect" :aria-label="effectLabel">
      <div class="stays"><slot name="effect" /></div>
    </aside>
  </div>
</template>

<style scoped>
.zones {
  display: grid;
  grid-template-columns: 268px minmax(0, 1fr) 390px;
  min-height: calc(100vh - 50px);
}
/* Beside long work the sides stay in view; their ground goes down as far as the work. */
.stays {
  max-height: 100vh;
  overflow-y: auto;
  position: sticky;
  top: 0;
  scrollbar-width: thin;
}
.zone-queue {
  border-right: 1px solid var(--line);
}
.zone-queue .stays {
  padding: 10px 0 16px;
}
.zone-queue :deep(h2) {
  font-size: 0.8125rem;
  color: var(--ink-soft);
  padding: 12px 16px 3px;
}
.zone-queue .stays > :deep(button) {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  width: 100%;
  border: 0;
  background: none;
  color: inherit;
  text-align: left;
  padding: 5px 16px;
  font-size: 0.9375rem;
  cursor: pointer;
}
.zone-queue > :deep(button[aria-current]) {
  background: var(--panel-deep);
  box-shadow: inset 4px 0 var(--ink);
}
.zone-work {
  padding: 16px 28px 40px;
  min-width: 0;
}
.zone-effect {
  border-left: 1px solid var(--line);
  background: var(--panel);
}
.zone-effect .stays {
  padding: 16px 20px 32px;
}
.zone-effect :deep(h2) {
  border-bottom: 1px solid var(--line);
  padding-bottom: 3px;
  margin-bottom: 6px;
}
.queue-button {
  display: none;
}
@media (max-width: 1150px) {
  .zones {
    grid-template-columns: 230px minmax(0, 1fr);
  }
  .zone-effect {
    grid-column: 1 / -1;
    border-left: 0;
    border-top: 1px solid var(--line);
  }
  .zone-effect .stays {
    position: static;
    max-height: none;
  }
}
@media (max-width: 760px) {
  .zones {
    display: block;
  }
  .zone-queue {
    display: none;
  }
  .stays {
    position: static;
    max-height: none;
  }
  .queue-open .zone-queue {
    display: block;
    border-bottom: 2px solid var(--ink);
  }
  .queue-button {
    display: inline-block;
    border: 1px solid var(--ink-soft);
    background: none;
    color: var(--ink);
    border-radius: 4px;
    padding: 4px 9px;
    margin-left: 10px;
    font-family: var(--sans);
  }
  .zone-work {
    padding: 12px 16px;
  }
}
@media print {
  .zones {
    display: block;
  }
  .zone-queue,
  .zone-effect {
    display: none;
  }
}
</style>
