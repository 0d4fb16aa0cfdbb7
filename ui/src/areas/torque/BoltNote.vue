<script setup lang="ts">
import { nextTick, useTemplateRef } from 'vue'

import type { BoltView } from '@/api/client'
import { boltKey, useOpenJob } from '@/areas/job/open'
import PhotoStrip from '@/areas/job/PhotoStrip.vue'

/** What is said beside a figure: a note, and photos, which stand with it. */
defineProps<{ bolt: BoltView; asks: string; locked: boolean }>()
const note = defineModel<string>({ required: true })
const open = defineModel<boolean>('open', { required: true })
const { job } = useOpenJob()
const field = useTemplateRef('field')
const shutter = useTemplateRef('shutter')

async function write() {
  open.value = true
  await nextTick()
  field.value?.focus()
}
async function shoot() {
  open.value = true // the camera stands beside the note
  await nextTick()
  shutter.value?.querySelector('input')?.click()
}
defineExpose({ write, shoot, writing: () => document.activeElement === field.value })
</script>

<template>
  <div>
    <label v-if="open" class="mt-2 block text-sm text-soft"
      >{{ asks }}
      <input ref="field" v-model="note" data-bench aria-label="Note" class="input text-base text-ink" />
    </label>
    <div ref="shutter" class="mt-2">
      <PhotoStrip
        v-if="job.photos.some((p) => p.about === boltKey(bolt)) || open"
        :about="boltKey(bolt)"
        :name="bolt.name"
        :locked="locked"
        cap
      />
    </div>
  </div>
</template>
