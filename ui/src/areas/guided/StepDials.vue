<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import DialsForm from '@/areas/air/DialsForm.vue'
import { usePart } from '@/areas/job/open'
import ConditionMark from '@/parts/ConditionMark.vue'

/** A damper's clicks that a step counts, as they are found or as they are left. */
const props = defineProps<{ leg: string; left: boolean; run: Schemas['RunView']; locked: boolean }>()
const air = usePart('air')
const bench = computed(() => air.value.bench.legs.find((l) => l.place === props.leg))
const told = computed(() => (props.left ? bench.value?.dials.left : bench.value?.dials.found))
const said = computed(() => {
  const d = told.value
  if (!d) return ''
  if (d.none) return 'no dials'
  return [
    ['rebound', d.rebound],
    ['compression', d.compression],
    ['hard hits', d.high],
  ]
    .filter(([, clicks]) => clicks !== undefined)
    .map(([name, clicks]) => `${name} ${clicks}`)
    .join(', ')
})
</script>

<template>
  <p v-if="!bench" class="text-soft">This bike has no such leg: go on.</p>
  <p v-else-if="!run.missing" class="flex items-center gap-2.5">
    <ConditionMark mark="sound" :size="20" /> <b>Clicks</b>
    <span class="text-soft">{{ said || 'none to put back' }}</span>
  </p>
  <DialsForm v-else :leg="bench.place" :dials="bench.dials" :left="left" :locked="locked" />
</template>
