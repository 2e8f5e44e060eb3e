<template>
  <!-- What the keys do, at the foot of the work; on a phone they are the buttons. The main one comes first. -->
  <footer class="keys"><slot /></footer>
</template>

<style scoped>
.keys {
  margin-top: auto;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 13px;
  padding: 12px 0;
  border-top: 1px solid var(--line);
  position: sticky;
  bottom: 0;
  background: var(--paper);
  font-size: 0.875rem;
  color: var(--ink-soft);
}
.keys :slotted(button) {
  border: 0;
  background: none;
  padding: 3px 0;
  min-height: 24px;
  color: inherit;
  cursor: pointer;
}
/* On a low window the keys do not follow: they would cover what is typed into. */
@media (max-height: 480px) {
  .keys {
    position: static;
  }
}
@media (max-width: 760px) {
  .keys {
    gap: 8px;
    margin: auto -16px 0;
    padding: 10px 16px 14px;
  }
  .keys :slotted(button) {
    border: 1px solid var(--ink-soft);
    border-radius: 5px;
    padding: 10px 12px;
    color: var(--ink);
    flex: 1 1 auto;
  }
  .keys :slotted(button:first-child) {
    background: var(--ink);
    color: var(--paper);
    flex-basis: 100%;
  }
  .keys :slotted(.as-table) {
    display: none;
  }
}
</style>
