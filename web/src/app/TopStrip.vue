<script setup lang="ts">
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { SECTIONS, sectionOf } from './sections';
import { can, session } from './session';
import FindBox from './FindBox.vue';
import SignOut from './SignOut.vue';
import { changeTheme, theme } from './theme';

const route = useRoute();
const here = computed(() => sectionOf(route.path)?.path);
</script>

<template>
  <header class="strip no-print">
    <RouterLink to="/today" class="name" aria-label="Gold Notch, today">
      <svg viewBox="0 0 30 18" aria-hidden="true">
        <path
          d="M2 4h8l5 10 5-10h8"
          fill="none"
          stroke="var(--brass)"
          stroke-width="3"
          stroke-linejoin="round"
        />
      </svg>
      <span>Gold Notch</span>
    </RouterLink>
    <nav aria-label="The work">
      <RouterLink
        v-for="part in SECTIONS"
        :key="part.path"
        :to="part.path"
        :class="{ here: part.path === here }"
        :aria-current="part.path === here ? 'true' : undefined"
        >{{ part.name }}</RouterLink
      >
    </nav>
    <FindBox />
    <RouterLink v-if="can('managePeople')" class="person" to="/people">People</RouterLink>
    <RouterLink class="person" to="/account">{{ session?.name }}</RouterLink>
    <button class="link" type="button" @click="changeTheme">{{ theme === 'dark' ? 'Light' : 'Dark' }}</button>
    <RouterLink class="person help" to="/glossary">Glossary</RouterLink>
    <SignOut />
  </header>
</template>

<style scoped>
.strip {
  display: flex;
  align-items: center;
  gap: 14px;
  height: 50px;
  padding: 0 20px;
  background: var(--panel);
  border-bottom: 1px solid var(--line);
}
.name {
  min-height: 32px;
  display: flex;
  align-items: center;
  gap: 9px;
  font-weight: 700;
  font-size: 1.0625rem;
  text-decoration: none;
  white-space: nowrap;
}
.name svg {
  width: 28px;
}
nav {
  display: flex;
  gap: 16px;
  flex: 1;
}
/* Where the parts and the find box do not fit beside each other, the parts have a line of their own. */
@media (max-width: 1200px) {
  .strip {
    flex-wrap: wrap;
    height: auto;
  }
  nav {
    order: 1;
    flex-basis: 100%;
  }
  nav a {
    line-height: 40px;
  }
}
nav a {
  text-decoration: none;
  color: var(--ink-soft);
  line-height: 50px;
}
nav a.here {
  color: var(--ink);
  font-weight: 600;
  box-shadow: inset 0 -3px var(--ink);
}
.person {
  color: var(--ink-soft);
  white-space: nowrap;
}
.link {
  background: none;
  border: 0;
  padding: 4px;
  color: var(--ink);
  text-decoration: underline;
  cursor: pointer;
  white-space: nowrap;
  font-size: 0.9375rem;
}
@media (max-width: 760px) {
  .strip {
    flex-wrap: wrap;
    height: auto;
    gap: 2px 14px;
    padding: 6px 14px 0;
  }
  .name span {
    display: none;
  }
  nav {
    gap: 0 11px;
    flex-wrap: wrap;
    flex-basis: 100%;
    order: 1;
  }
  nav a {
    line-height: 36px;
    white-space: nowrap;
    font-size: 0.9375rem;
  }
}
</style>
