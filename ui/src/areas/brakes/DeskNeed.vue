<script setup lang="ts">
import { computed, ref } from 'vue'

import { useAnswer } from '@/api/answer'
import { ask, client, type Schemas } from '@/api/client'
import { useWords } from '@/api/words'
import FaultNote from '@/parts/FaultNote.vue'
import TickField from '@/parts/TickField.vue'
import { figure } from '@/parts/words'

import { useFigures } from './desk'
import DeskFields from './DeskFields.vue'

const props = defineProps<{ side: Schemas['BrakeSide'] }>()
const words = useWords()
const { typed, figures } = useFigures({
  length: String(props.side.circuit.length_mm),
  bore: String(props.side.circuit.bore_mm),
  caliper: String(props.side.circuit.caliper_ml),
  lever: String(props.side.circuit.lever_ml),
  fresh: '90',
})
const dry = ref(false)
const methods: Schemas['NeedQuestion']['school'][] = ['lever_end', 'push', 'two_syringe', 'colour']
const asked = computed(() => {
  if (!figures.value) return undefined
  const { length, bore, caliper, lever, fresh } = figures.value
  const circuit = { length_mm: length, bore_mm: bore, caliper_ml: caliper, lever_ml: lever }
  return { circuit, fresh: fresh / 100, dry: dry.value }
})
const { answer, fault } = useAnswer(
  () => asked.value,
  (body) =>
    Promise.all(methods.map((school) => ask(client.POST('/api/brake/need', { body: { ...body, school } })))),
)
</script>

<template>
  <DeskFields
    v-model="typed"
    :fields="[
      { key: 'length', label: 'Hose, mm' },
      { key: 'bore', label: 'Bore, mm' },
      { key: 'caliper', label: 'Caliper, ml' },
      { key: 'lever', label: 'Lever, ml' },
      { key: 'fresh', label: 'Fresh in the end, %' },
    ]"
  />
  <TickField v-model="dry" class="mt-2">From dry: the circuit is filled as well</TickField>
  <FaultNote v-if="fault" :fault="fault" />
  <table v-if="answer" class="mt-3 w-full text-left">
    <thead>
      <tr class="border-b border-ink text-sm text-soft">
        <th class="py-1 font-normal">Method</th>
        <th class="text-right font-normal">about</th>
        <th class="text-right font-normal">as a plug</th>
        <th class="text-right font-normal">stirred</th>
        <th class="text-right font-normal">thrown away</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(s, i) in methods" :key="s" class="border-b border-rule">
        <td class="py-2">{{ words.bleed(s) }}</td>
        <td class="figure text-right text-xl font-bold">
          {{ figure(Math.round(answer[i]?.likely_ml ?? 0)) }} ml
        </td>
        <td class="figure text-right text-soft">{{ figure(Math.round(answer[i]?.least_ml ?? 0)) }}</td>
        <td class="figure text-right text-soft">{{ figure(Math.round(answer[i]?.most_ml ?? 0)) }}</td>
        <td class="figure text-right text-soft">{{ figure(Math.round(answer[i]?.waste_ml ?? 0)) }}</td>
      </tr>
    </tbody>
  </table>
  <p class="mt-2 text-sm text-soft">
    In a narrow hose fresh fluid pushes the old before it like a plug; in lever and caliper it stirs. The
    truth lies between the two. From the lever alone only the lever’s own fluid is renewed.
  </p>
</template>
