<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { useSession } from '@/api/session'
import { useOpenJob, usePart, useTarget } from '@/areas/job/open'

import WheelBench from './WheelBench.vue'
import WheelHurts from './WheelHurts.vue'
import WheelStart from './WheelStart.vue'

/** The wheels of a bike: the one that is on the stand, or either to be put on it. */
const { closed } = useOpenJob()
const told = usePart('wheels')
const { hands } = useSession()
const { target, open } = useTarget()
const locked = computed(() => closed.value || !hands.value)
const ends = ['front', 'rear'] as const
/** A wheel by its end, or by its record. */
const named = computed(() => told.value.benches.find((b) => b.id === target()))
const end = computed(
  () =>
    named.value?.end ??
    ends.find((e) => e === target()) ??
    told.value.benches.find((b) => !b.signed)?.end ??
    told.value.benches.at(-1)?.end ??
    'rear',
)
/** Somebody wants to put it on the stand anew, though it was signed before in this job. */
const anew = ref(false)
watch(end, () => (anew.value = false))
/** Beside truing: what is hurt in it. */
const hurts = ref(false)
const of = computed(() => told.value.benches.filter((b) => b.end === end.value))
const bench = computed(() => {
  const begun = of.value.find((b) => !b.signed)
  return begun ?? (anew.value ? undefined : (named.value ?? of.value.at(-1)))
})
</script>

<template>
  <div class="flex h-full min-h-0 flex-col">
    <nav class="flex shrink-0 items-center gap-1 border-b border-rule px-3" aria-label="Wheels">
      <RouterLink :to="{ name: 'job-work' }" class="button button-quiet shrink-0">← Work</RouterLink>
      <button
        v-for="e in ends"
        :key="e"
        type="button"
        class="min-h-11 shrink-0 border-b-2 px-2.5 whitespace-nowrap"
        :class="e === end ? 'border-petrol font-[720] text-petrol' : 'border-transparent hover:bg-wash'"
        :aria-current="e === end ? 'true' : undefined"
        @click="open(e)"
      >
        {{ e === 'front' ? 'Front wheel' : 'Rear wheel' }}
      </button>
      <button
        type="button"
        class="ml-auto min-h-11 shrink-0 border-b-2 px-2.5 whitespace-nowrap"
        :class="hurts ? 'border-petrol font-[720] text-petrol' : 'border-transparent hover:bg-wash'"
        :aria-pressed="hurts"
        @click="hurts = !hurts"
      >
        Spokes and rim
      </button>
      <RouterLink
        :to="{ name: 'job-guides', query: { bench: 'wheels', end } }"
        class="button button-quiet shrink-0"
        >Step by step</RouterLink
      >
    </nav>
    <div class="min-h-0 flex-1">
      <WheelHurts v-if="hurts" :key="end" :end="end" :locked="locked" />
      <WheelBench v-else-if="bench" :key="bench.id" :bench="bench" :locked="locked" @anew="anew = true" />
      <WheelStart v-else :key="end" :end="end" :locked="locked" />
    </div>
  </div>
</template>
