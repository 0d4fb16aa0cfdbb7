<script setup lang="ts">
import { computed } from 'vue'

import { useSession } from '@/api/session'
import { useOpenJob, useTarget } from '@/areas/job/open'

import GearBench from './GearBench.vue'
import GearStart from './GearStart.vue'

/** Gears that a cable works, to be indexed. */
const { job, closed } = useOpenJob()
const { hands } = useSession()
const { target, open } = useTarget()
const locked = computed(() => closed.value || !hands.value)
const bench = computed(
  () => job.value.gears.find((b) => b.id === target()) ?? job.value.gears.find((b) => !b.signed),
)
const signed = computed(() => job.value.gears.filter((b) => b.signed))
</script>

<template>
  <GearBench v-if="bench" :key="bench.id" :bench="bench" :locked="locked" />
  <div v-else class="px-5 py-4">
    <div class="mb-3 flex flex-wrap items-center gap-3">
      <RouterLink :to="{ name: 'job-work' }" class="button button-quiet -ml-2">← Work</RouterLink>
      <h2>Index the rear gears</h2>
    </div>
    <p v-for="b in signed" :key="b.id" class="mb-2">
      Indexed and signed by {{ b.signed?.by }}.
      <button type="button" class="text-petrol underline" @click="open(b.id)">Show it</button>
    </p>
    <GearStart v-if="job.gear_families.length" :locked="locked" @begun="open" />
    <p v-else class="text-soft">
      No cable and mech move a chain over this bike’s sprockets: a hub gear is set by its mark, an electronic
      one by its maker’s steps.
    </p>
  </div>
</template>
