<script setup lang="ts">
import { CameraIcon } from '@heroicons/vue/24/outline'
import { computed } from 'vue'

import KeyCap from '@/parts/KeyCap.vue'

import { useOpenJob } from './open'

/** The photographs of a point or finding, and a way to take another. */
const props = defineProps<{ about: string; name: string; hint?: string; locked?: boolean; cap?: boolean }>()
const { job, pen, closed } = useOpenJob()
const photos = computed(() => job.value.photos.filter((p) => p.about === props.about))

async function take(event: Event) {
  const field = event.target as HTMLInputElement
  for (const file of field.files ?? []) if (!(await pen.takePhoto(file, props.about))) break
  field.value = ''
}
</script>

<template>
  <div class="flex flex-wrap items-center gap-2">
    <span v-for="(p, i) in photos" :key="p.id" class="relative">
      <a :href="`/api/photos/${p.id}`" target="_blank" rel="noopener"
        ><img
          :src="`/api/photos/${p.id}`"
          :alt="`${name}, photo ${i + 1}`"
          class="h-16 border border-rule object-cover"
          :width="Math.round((64 * p.width) / p.height)"
          height="64"
      /></a>
      <button
        v-if="!closed && !locked"
        type="button"
        class="absolute -top-2 -right-2 grid size-7 place-items-center rounded-full border border-ink bg-paper"
        :aria-label="`Remove photo ${i + 1} of ${name}`"
        @click="pen.removePhoto(p.id)"
      >
        ×
      </button>
    </span>
    <label v-if="!closed && !locked" class="button button-quiet" :title="hint"
      ><CameraIcon class="size-5" /> Photo <KeyCap v-if="cap" of="photo" /><input
        type="file"
        class="sr-only"
        accept="image/jpeg,image/png,image/webp"
        capture="environment"
        :aria-label="`Photo of ${name}`"
        @change="take"
    /></label>
  </div>
</template>
