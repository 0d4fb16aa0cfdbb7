<script setup lang="ts">
import { ref } from 'vue'

import { ask, client, type Schemas } from '@/api/client'
import FaultNote from '@/parts/FaultNote.vue'

import { number, useAnswer } from './desk'
import DeskFields from './DeskFields.vue'

defineProps<{ side: Schemas['BrakeSide'] }>()
const typed = ref<Record<string, string>>({ first: '45', pumped: '32', ratio: '5', master: '10', bar: '40' })
const { answer, fault } = useAnswer(
  () => ({ ...typed.value }),
  (t) =>
    ask(
      client.POST('/api/brake/air', {
        body: {
          first_mm: number(t.first ?? ''),
          pumped_mm: number(t.pumped ?? ''),
          ratio: number(t.ratio ?? ''),
          master_mm: number(t.master ?? ''),
          bar: number(t.bar ?? ''),
        },
      }),
    ),
)
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
  </template>
</template>
