<script setup lang="ts">
import { computed } from 'vue'

import { useBenchKeys } from '@/parts/bench'
import KeyCap from '@/parts/KeyCap.vue'

import { useThread } from './thread'

/** What is next on this job: every bench ends with it, and leads back to the thread. */
const { thread } = useThread()
const next = computed(
  () => thread.value?.pieces.find((p) => p.id === thread.value?.next) ?? thread.value?.pieces[0],
)
/** What was found is offered where it is offered; the rest is done from the thread. */
const to = computed(() => {
  if (through.value) return 'job-hand-over'
  return next.value?.stage === 'agree' ? 'job-agree' : 'job-work'
})
/** Nothing is left to do, and nothing is waited for. */
const through = computed(
  () => thread.value && !next.value && !thread.value.waits.length && !thread.value.alone.length,
)
useBenchKeys(() => false) // where nothing else hears the keys, Enter still does what stands here
</script>

<template>
  <RouterLink class="button button-go min-h-14 max-w-full text-lg" data-yields :to="{ name: to }"
    ><span class="truncate">{{
      next ? `Next: ${next.title}` : through ? 'To the door' : 'Back to the thread'
    }}</span>
    <KeyCap class="max-sm:hidden" of="go"
  /></RouterLink>
</template>
