<script setup lang="ts">
import { computed } from 'vue'

import { useOpenJob, useTarget } from '@/areas/job/open'

import GearBench from './GearBench.vue'
import GearStart from './GearStart.vue'

/** Gears that a cable works, to be indexed. */
defineProps<{ locked: boolean }>()
const { job } = useOpenJob()
const { target, open } = useTarget()
const bench = computed(
  () => job.value.gears.find((b) => b.id === target()) ?? job.value.gears.find((b) => !b.signed),
)
const signed = computed(() => job.value.gears.filter((b) => b.signed))
</script>

<template>
  <GearBench v-if="bench" :key="bench.id" :bench="bench" :locked="locked" />
  <div v-else class="px-5 py-4">
    <h2 class="mb-3">Index the rear gears</h2>
    <p v-for="b in signed" :key="b.id" class="mb-2">
      Indexed and signed by {{ b.signed?.by }}.
      <button type="button" class="text-petrol underline" @click="open(b.id)">Show it</button>
    </p>
    <GearStart :locked="locked" @begun="open" />
  </div>
</template>
