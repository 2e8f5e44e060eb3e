<script setup lang="ts">
import { onBeforeUnmount, ref } from 'vue';

/** Reads a printed code with the camera of this device, where its browser can; else the code is typed. */
const emit = defineEmits<{ read: [text: string] }>();
type Detector = { detect: (from: HTMLVideoElement) => Promise<{ rawValue: string }[]> };
type WithDetector = { BarcodeDetector?: new (of: { formats: string[] }) => Detector };
const can = 'BarcodeDetector' in window && Boolean(navigator.mediaDevices?.getUserMedia);
const on = ref(false);
const wrong = ref('');
const video = ref<HTMLVideoElement>();
let stream: MediaStream | undefined;
let timer: ReturnType<typeof setTimeout> | undefined;

function stop(): void {
  on.value = false;
  clearTimeout(timer);
  stream?.getTracks().forEach((t) => t.stop());
  stream = undefined;
}
/** A label of a unit holds the address of its page: the tag is in it. */
const tagOf = (text: string) => {
  try {
    return new URL(text).searchParams.get('unit') ?? text;
  } catch {
    return text;
  }
};
async function start(): Promise<void> {
  wrong.value = '';
  on.value = true;
  try {
    stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
    video.value!.srcObject = stream;
    await video.value!.play();
    const detector = new (window as unknown as WithDetector).BarcodeDetector!({
      formats: ['qr_code', 'code_128'],
    });
    const look = async () => {
      if (!on.value) return;
      const [found] = await detector.detect(video.value!);
      if (found) {
        stop();
        emit('read', tagOf(found.rawValue));
      } else timer = setTimeout(() => void look(), 150);
    };
    await look();
  } catch {
    stop();
    wrong.value = 'The camera of this device cannot be used. Type the tag.';
  }
}
onBeforeUnmount(stop);
</script>

<template>
  <span v-if="can" class="scan">
    <button v-if="!on" class="act quiet" type="button" @click="start">Read the code</button>
    <button v-else class="act quiet" type="button" @click="stop">Stop</button>
    <video v-show="on" ref="video" muted playsinline aria-label="What the camera of this device sees"></video>
    <span v-if="wrong" class="off small" role="alert">{{ wrong }}</span>
  </span>
</template>

<style scoped>
video {
  display: block;
  width: min(320px, 100%);
  margin-top: 8px;
  border: 1px solid var(--line);
}
</style>
