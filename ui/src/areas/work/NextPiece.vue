<script setup lang="ts">
import { computed } from 'vue'

import { useThread } from './thread'

/** What is next on this job: every bench ends with it, and leads back to the thread. */
const { thread } = useThread()
const next = computed(() => thread.value?.pieces[0])
</script>

<template>
  <RouterLink
    class="button button-go min-h-14 max-w-full text-lg"
    :to="{ name: next || !thread ? 'job-work' : 'job-hand-over' }"
    ><span class="truncate">{{
      next ? `Next: ${next.title}` : thread ? 'To the door' : 'Back to the thread'
    }}</span></RouterLink
  >
</template>
