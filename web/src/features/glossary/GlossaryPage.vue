<script setup lang="ts">
import { nextTick, onMounted, watch } from 'vue';
import { useRoute } from 'vue-router';
import { TERMS } from './terms';

/** Every word of this product that is no plain term of the field; a link to one of them leads to its line. */
const route = useRoute();
const rows = Object.entries(TERMS).sort(([, a], [, b]) => a.name.localeCompare(b.name));
const key = () => route.hash.slice(1);
async function show(): Promise<void> {
  await nextTick();
  const line = key() && document.getElementById(key());
  if (!line) return;
  line.scrollIntoView({ block: 'center' });
  line.focus({ preventScroll: true });
}
onMounted(show);
watch(() => route.hash, show);
</script>

<template>
  <div class="page">
    <h1>Glossary</h1>
    <p class="soft lead">The words that this application gives a meaning of its own.</p>
    <dl>
      <div v-for="[name, term] in rows" :id="name" :key="name" tabindex="-1" :class="{ lit: name === key() }">
        <dt>{{ term.name }}</dt>
        <dd>{{ term.means }}</dd>
      </div>
    </dl>
  </div>
</template>

<style scoped>
.lead {
  margin-bottom: 18px;
}
dl {
  margin: 0;
  max-width: 72ch;
}
dl > div {
  padding: 9px 12px;
  border-bottom: 1px solid var(--line);
}
dl > div.lit {
  background: var(--panel);
  box-shadow: inset 4px 0 var(--ink);
}
dt {
  font-weight: 700;
}
dd {
  margin: 2px 0 0;
}
</style>
