<script setup lang="ts">
import { watch } from 'vue'
import { useRouter } from 'vue-router'

import { useOpenJob } from './open'

/** A job opens where it stands. */
const { job } = useOpenJob()
const router = useRouter()
watch(
  () => job.value.stage,
  (stage) =>
    void router.replace({
      name: `job-${job.value.job.released_at ? 'hand-over' : stage}`,
      params: { id: job.value.job.id },
    }),
  { immediate: true },
)
</script>

<template><span class="sr-only">Opening the job</span></template>
