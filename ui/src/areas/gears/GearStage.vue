<script setup lang="ts">
import { computed } from 'vue'

import { useSession } from '@/api/session'
import { useOpenJob, useTarget } from '@/areas/job/open'

import { benchesOf } from './benches'
import ChainBench from './ChainBench.vue'
import FrontBench from './FrontBench.vue'
import HangerBench from './HangerBench.vue'
import HubBench from './HubBench.vue'
import IndexStage from './IndexStage.vue'
import PathBench from './PathBench.vue'
import RatioBench from './RatioBench.vue'
import SingleBench from './SingleBench.vue'
import WiredBench from './WiredBench.vue'
import WornBench from './WornBench.vue'

/** The benches of a bike's gears: which of them it has, and the one that is worked at. */
const { job, closed } = useOpenJob()
const { hands } = useSession()
const { target, open } = useTarget()
const locked = computed(() => closed.value || !hands.value)
const benches = computed(() => benchesOf(job.value))
/** A bench by its name; the indexing bench by one of its records as well. */
const here = computed(() => {
  const at = target()
  const named = benches.value.find((b) => b.id === at)
  return named?.id ?? (at ? 'index' : (benches.value[0]?.id ?? 'ratio'))
})
const shown = {
  index: IndexStage,
  wired: WiredBench,
  hub: HubBench,
  front: FrontBench,
  hanger: HangerBench,
  path: PathBench,
  chain: ChainBench,
  single: SingleBench,
  worn: WornBench,
  ratio: RatioBench,
}
</script>

<template>
  <div class="flex h-full min-h-0 flex-col">
    <nav
      class="flex shrink-0 items-center gap-1 overflow-x-auto border-b border-rule px-3"
      aria-label="Benches of the gears"
    >
      <RouterLink :to="{ name: 'job-work' }" class="button button-quiet shrink-0">← Work</RouterLink>
      <button
        v-for="b in benches"
        :key="b.id"
        type="button"
        class="min-h-11 shrink-0 border-b-2 px-2.5 whitespace-nowrap"
        :class="b.id === here ? 'border-petrol font-[720] text-petrol' : 'border-transparent hover:bg-wash'"
        :aria-current="b.id === here ? 'true' : undefined"
        @click="open(b.id)"
      >
        {{ b.name }}
      </button>
    </nav>
    <div class="min-h-0 flex-1">
      <component :is="shown[here]" :key="here" :locked="locked" />
    </div>
  </div>
</template>
