<script setup lang="ts">
import { computed, watch } from 'vue';
import type { Views } from '../../app/client';
import { away } from '../../app/client';
import ClipDrop from './ClipDrop.vue';
import ClipResult from './ClipResult.vue';
import { useBringing, useClip } from './useClip';

/** On the bench: the ten-second test by its clip. It answers the notches it can, and what it shows goes into what recording now would mean. */
const props = defineProps<{
  id: string;
  /** The clip that counts in the check. */
  counting: string | null | undefined;
  stage: Views['CheckStage'];
  signed: boolean;
  /** Whether the camera answers over a link. */
  linked?: boolean;
}>();
const emit = defineEmits<{ judged: [] }>();
const {
  id: brought,
  share,
  wrong,
  limit,
  recording,
  byHand,
  bring,
  record,
  giveUp,
} = useBringing({
  check: props.id,
  stage: () => props.stage,
});
const shown = computed(() => brought.value ?? props.counting ?? undefined);
const { clip } = useClip(shown);
watch(
  () => clip.value?.state,
  (now, before) => {
    if (before === 'judging' && now !== 'judging') emit('judged');
  },
);
</script>

<template>
  <section v-if="!signed || clip" aria-labelledby="by-clip" class="by-clip">
    <h2 id="by-clip">By its clip</h2>
    <p v-if="!clip" class="soft small">
      Record ten seconds with somebody speaking, copy the clip from the card, and add it here: its format, its
      frames and its sound are judged.
    </p>
    <p v-if="away && !signed" class="soft small">
      A clip is not kept in this browser: add it when the site can be reached again. What you read by hand is
      kept.
    </p>
    <p v-if="linked && !byHand && !signed && !away" class="linked no-print">
      <button class="act" type="button" :disabled="recording || share !== null" @click="record">
        {{ clip ? 'Record it again' : 'Record it' }} over the link
      </button>
      <template v-if="recording">
        <span class="soft small" role="status">The camera records ten seconds…</span>
        <button class="link small" type="button" @click="giveUp">Stop waiting</button>
      </template>
    </p>
    <ClipDrop
      v-if="!signed && !away"
      :share="share"
      :wrong="wrong"
      :megabytes="limit"
      @take="bring"
      @give-up="giveUp"
    />
    <template v-if="clip">
      <p class="name">
        <RouterLink :to="`/cameras/clips/${clip.id}`">{{ clip.name }}</RouterLink>
        <span class="soft small"> added by {{ clip.addedBy }}</span>
      </p>
      <ClipResult :clip="clip" brief @give-up="giveUp" />
      <p v-if="clip.state === 'judged'" class="soft small">
        Look at it once: overlays burned into the picture, and the card it was recorded to, are left to your
        eye.
      </p>
    </template>
  </section>
</template>

<style scoped>
.by-clip {
  border-top: 1px solid var(--line);
  padding-top: 12px;
  margin-top: 18px;
}
.by-clip > h2 {
  font-size: 1.125rem;
}
.linked {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
  margin: 8px 0 12px;
}
.name {
  overflow-wrap: anywhere;
}
</style>
