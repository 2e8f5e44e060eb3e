<script setup lang="ts">
/** A drawing of a picture under its name and what it shows; the drawing itself fills its ground. */
defineProps<{ name: string; shows: string }>();
</script>

<template>
  <figure>
    <figcaption>
      {{ name }} <span class="soft">{{ shows }}</span>
    </figcaption>
    <slot />
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
figcaption {
  font-size: 0.875rem;
  margin-bottom: 4px;
}
</style>
