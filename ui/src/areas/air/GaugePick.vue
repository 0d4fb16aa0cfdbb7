<script setup lang="ts">
import { computed, watchEffect } from 'vue'

import { useAnswer } from '@/api/answer'
import { ask, client, type Schemas } from '@/api/client'
import ChoiceField from '@/parts/ChoiceField.vue'

import { useGauge } from './gauge'
import { bar } from './strip'

/** Which gauge a pressure is read with, and what is true when it shows the figure that is typed. */
const props = defineProps<{
  place: string
  typed: string
  disabled?: boolean
  bare?: boolean
  /** what the gauges show at the pressure that is asked for */
  shows?: Schemas['GaugeShows'][]
}>()
const reads = defineModel<Schemas['PressureReads']>('reads')
const { chosen, gauges, gauge, shownAt } = useGauge(props.place)
const { answer } = useAnswer(
  () => (props.typed.trim() ? { typed: props.typed, gauge: gauge.value?.id } : undefined),
  (body) => ask(client.POST('/api/pressure', { body })),
)
watchEffect(() => (reads.value = answer.value))
const picked = computed({
  get: () => gauge.value?.id ?? '',
  set: (id: string) => (chosen.value = id),
})
const says = computed(() => {
  if (answer.value?.says) return answer.value.says
  const shown = shownAt(props.shows)
  if (shown !== undefined) return `Pump until it shows ${bar(shown)}.`
  return gauge.value?.due ?? ''
})
</script>

<template>
  <div v-if="gauges.length" class="flex flex-wrap items-center gap-x-2.5 gap-y-1">
    <ChoiceField
      v-model="picked"
      label="Read with"
      beside
      :bare="bare"
      :disabled="disabled"
      class="min-w-36 flex-1"
      look="max-w-60"
      :choices="[['', 'no gauge named'], ...gauges.map((g) => [g.id, g.name] as const)]"
    />
    <p v-if="says" class="text-note text-soft" aria-live="polite">{{ says }}</p>
  </div>
</template>
