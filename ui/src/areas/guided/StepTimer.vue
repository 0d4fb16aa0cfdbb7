<script setup lang="ts">
import { useNow } from '@vueuse/core'
import { computed } from 'vue'

/** Runs by itself from when the step came up: hands stay on the bike. */
const props = defineProps<{ seconds: number; since?: string }>()
const now = useNow({ interval: 500 })
const gone = computed(() =>
  Math.max(0, (now.value.getTime() - new Date(props.since ?? now.value).getTime()) / 1000),
)
const left = computed(() => Math.max(0, Math.ceil(props.seconds - gone.value)))
const clock = (s: number) => `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`
const share = computed(() => Math.min(1, gone.value / props.seconds))
</script>

<template>
  <div
    class="flex max-w-3xl items-center gap-4"
    role="timer"
    :aria-label="left ? `${left} seconds left` : 'Time is up'"
  >
    <b class="figure text-5xl" :class="!left && 'text-petrol'">{{ left ? clock(left) : 'Time' }}</b>
    <svg class="h-4 flex-1" viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true">
      <rect x="0" y="2" width="100" height="6" fill="var(--color-rule)" />
      <rect x="0" y="2" :width="share * 100" height="6" fill="var(--color-petrol)" />
    </svg>
  </div>
</template>
