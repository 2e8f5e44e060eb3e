<script setup lang="ts">
import type { Views } from '../../app/client';
import { nameOf } from './regions';

/** A picture with what is marked on it; it leads to where the marks are moved. */
defineProps<{
  /** Its id; without one its place is empty. */
  picture?: string;
  to: string;
  alt: string;
  regions: Views['RegionDocument'][];
  /** Whether each mark says what it is of. */
  named?: boolean;
}>();
const box = (r: Views['RegionDocument']) => ({
  left: `${100 * r.x}%`,
  top: `${100 * r.y}%`,
  width: `${100 * r.width}%`,
  height: `${100 * r.height}%`,
});
</script>

<template>
  <div class="look" :class="{ none: !picture }">
    <RouterLink v-if="picture" :to="to">
      <img :src="`/api/pictures/${picture}/preview`" :alt="alt" />
      <span
        v-for="r in regions"
        :key="r.id"
        class="region"
        :class="{
          ellipse: r.shape === 'ellipse',
          skin: r.kind === 'skin',
          right: r.x + r.width / 2 > 0.55,
          below: r.y < 0.12,
        }"
        :style="box(r)"
        ><span v-if="named" class="tag">{{ nameOf(r, regions) }}</span></span
      >
    </RouterLink>
    <span v-else class="soft small">No picture yet</span>
    <slot />
  </div>
</template>

<style scoped>
.look {
  position: relative;
  background: var(--panel-deep);
  aspect-ratio: 16 / 9;
  overflow: hidden;
}
.none {
  border: 1px dashed var(--line);
  display: grid;
  place-items: center;
}
.look > a {
  position: absolute;
  inset: 0;
  display: block;
}
img {
  width: 100%;
  height: 100%;
  object-fit: fill;
  display: block;
}
.region {
  position: absolute;
  border: 2px solid var(--brass);
  outline: 1px solid #000;
}
.skin {
  border-style: dashed;
}
.ellipse {
  border-radius: 50%;
}
.tag {
  position: absolute;
  left: -2px;
  bottom: 100%;
  margin-bottom: 2px;
  padding: 0 4px;
  background: #14181d;
  color: #fff;
  font-size: 0.75rem;
  white-space: nowrap;
}
.right .tag {
  left: auto;
  right: -2px;
}
.below .tag {
  bottom: auto;
  top: 100%;
  margin: 2px 0 0;
}
</style>
