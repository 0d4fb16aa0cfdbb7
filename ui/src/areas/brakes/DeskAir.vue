<script setup lang="ts">
import { computed } from 'vue'

import { useAnswer } from '@/api/answer'
import { ask, client, type Schemas } from '@/api/client'
import { useSession } from '@/api/session'
import { useOpenJob } from '@/areas/job/open'
import FaultNote from '@/parts/FaultNote.vue'
import { useTimes } from '@/parts/time'

import { useFigures } from './desk'
import DeskFields from './DeskFields.vue'

const props = defineProps<{ side: Schemas['BrakeSide'] }>()
const { pen, closed } = useOpenJob()
const { hands } = useSession()
const { dayAndClock, date } = useTimes()
const { typed, figures } = useFigures({ first: '45', pumped: '32', ratio: '5', master: '10', bar: '40' })
const pull = computed(() => {
  if (!figures.value) return undefined
  const { first, pumped, ratio, master, bar } = figures.value
  return { first_mm: first, pumped_mm: pumped, ratio, master_mm: master, bar }
})
const { answer, fault } = useAnswer(
  () => pull.value,
  (body) => ask(client.POST('/api/brake/air', { body })),
)
const log = () => pull.value && pen.record({ pull: { ...pull.value, air_ml: 0, end: props.side.end } })
</script>

<template>
  <p class="text-soft">
    Pull once and measure how far the lever’s end comes. Pump it firm and measure again. The difference went
    into squeezing air.
  </p>
  <DeskFields
    v-model="typed"
    class="mt-3"
    :fields="[
      { key: 'first', label: 'First pull, mm' },
      { key: 'pumped', label: 'Pumped, mm' },
      { key: 'ratio', label: 'Lever ratio' },
      { key: 'master', label: 'Lever piston, mm' },
      { key: 'bar', label: 'Firm pull, bar' },
    ]"
  />
  <FaultNote v-if="fault" class="mt-3" :fault="fault" />
  <template v-if="answer">
    <p class="mt-4 text-5xl font-[560] tabular-nums">
      {{ answer.air_ml.toFixed(2) }} <span class="text-2xl">ml</span>
    </p>
    <p class="mt-1 border-l-4 border-petrol pl-3 text-xl">{{ answer.says }}</p>
    <button v-if="side.family && hands && !closed" type="button" class="button mt-3" @click="log">
      Log it on this bike
    </button>
  </template>
  <FaultNote v-if="pen.fault.value" class="mt-3" :fault="pen.fault.value" />
  <template v-if="side.pulls.length">
    <h3 class="mt-5 border-b border-ink pb-1 text-sm font-[680] text-soft">Air found in this brake</h3>
    <p v-if="side.air_says" class="mt-2 border-l-4 border-petrol pl-3">{{ side.air_says }}</p>
    <ol>
      <li v-for="p in side.pulls" :key="p.at" class="flex gap-4 border-b border-rule py-1.5">
        <b class="figure">{{ p.air_ml.toFixed(2) }} ml</b>
        <span class="figure text-soft">first pull {{ p.first_mm }} mm</span>
        <span class="ml-auto text-soft">{{ p.by }}, {{ p.here ? dayAndClock(p.at) : date(p.at) }}</span>
      </li>
    </ol>
  </template>
</template>
