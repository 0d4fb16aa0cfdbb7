<script setup lang="ts">
import { onScopeDispose, ref, useTemplateRef } from 'vue'

import { useOpenJob } from '@/areas/job/open'

/**
 * The photograph as it was found, half transparent over what the camera sees: what was moved is moved back
 * until both lie on each other. Nothing leaves the device but a picture that is kept.
 */
const props = defineProps<{ photo: string; about: string; name: string; locked: boolean }>()
const emit = defineEmits<{ off: [] }>()
const { pen } = useOpenJob()
const live = useTemplateRef('live')
const share = ref(50)
const fault = ref('')
const kept = ref(false)
let stream: MediaStream | undefined

const refusals: Record<string, string> = {
  NotAllowedError:
    'The camera was refused to this page: allow it in the browser, or hold the photo beside the bike.',
  NotFoundError: 'This device has no camera: hold the photo beside the bike.',
  NotReadableError: 'Something else has the camera: close it, and try again.',
}
async function begin() {
  fault.value = ''
  if (!('mediaDevices' in navigator)) {
    fault.value =
      'The browser gives a camera only to pages that come by https: hold the photo beside the bike.'
    return
  }
  try {
    stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } })
    if (live.value) live.value.srcObject = stream
  } catch (thrown) {
    const name = thrown instanceof DOMException ? thrown.name : ''
    fault.value = refusals[name] ?? 'The camera does not answer: hold the photo beside the bike.'
  }
}
void begin()
onScopeDispose(() => stream?.getTracks().forEach((t) => t.stop()))

/** keep has the picture as it is now with the job. */
async function keep() {
  const seen = live.value
  if (!seen?.videoWidth) return
  const sheet = document.createElement('canvas')
  ;[sheet.width, sheet.height] = [seen.videoWidth, seen.videoHeight]
  sheet.getContext('2d')?.drawImage(seen, 0, 0)
  const jpeg = await new Promise<Blob | null>((done) => sheet.toBlob(done, 'image/jpeg', 0.9))
  if (jpeg)
    kept.value = !!(await pen.takePhoto(new File([jpeg], 'left.jpg', { type: jpeg.type }), props.about))
}
</script>

<template>
  <div class="mt-2 border-l-4 border-petrol bg-wash px-3 py-2">
    <p v-if="fault" role="alert">{{ fault }}</p>
    <p v-else>Stand where the photo was taken. Move it until both lie on each other.</p>
    <div class="relative mt-2 max-h-[340px] max-w-[520px] overflow-hidden border border-rule bg-ink">
      <video
        v-if="!fault"
        ref="live"
        class="w-full"
        autoplay
        muted
        playsinline
        :aria-label="`${name}, live`"
      />
      <img
        :src="`/api/photos/${photo}`"
        :alt="`${name}, as it was found`"
        class="h-full w-full object-contain"
        :class="!fault && 'absolute inset-0'"
        :style="fault ? {} : { opacity: share / 100 }"
      />
    </div>
    <label v-if="!fault" class="mt-2 flex min-h-11 max-w-[520px] items-center gap-3"
      ><span class="text-note text-soft">live</span
      ><input
        v-model.number="share"
        type="range"
        min="0"
        max="100"
        class="flex-1 accent-petrol"
        aria-label="How much of the photo shows over the live picture"
      /><span class="text-note text-soft">photo</span></label
    >
    <div class="mt-1 flex flex-wrap items-center gap-2">
      <button
        v-if="!fault"
        type="button"
        class="button min-h-[52px]"
        :disabled="locked || pen.busy.value"
        @click="keep"
      >
        Keep this picture
      </button>
      <button type="button" class="button button-quiet min-h-[52px]" @click="emit('off')">Put it away</button>
      <span v-if="kept" role="status">Kept with the job.</span>
    </div>
  </div>
</template>
