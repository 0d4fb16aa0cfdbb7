<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { usePart, useTarget } from '@/areas/job/open'

import GearBench from './GearBench.vue'
import GearStart from './GearStart.vue'

/** Gears that a cable works, to be indexed: the bench that is named, the one that is begun, else the last. */
defineProps<{ locked: boolean }>()
const told = usePart('gears')
const { target } = useTarget()
/** Somebody wants to begin anew, though it was indexed before in this job. */
const anew = ref(false)
const begun = computed(() => told.value.benches.find((b) => !b.signed))
watch(begun, (b) => void (anew.value &&= !b))
const bench = computed(
  () =>
    told.value.benches.find((b) => b.id === target() && !anew.value) ??
    begun.value ??
    (anew.value ? undefined : told.value.benches.at(-1)),
)
</script>

<template>
  <GearBench v-if="bench" :key="bench.id" :bench="bench" :locked="locked" @anew="anew = true" />
  <div v-else class="px-5 py-4">
    <h2 class="mb-3">Index the rear gears</h2>
    <GearStart :locked="locked" />
  </div>
</template>
