<script setup lang="ts">
import { ref } from 'vue'

import { ask, client, type Schemas } from '@/api/client'
import FaultNote from '@/parts/FaultNote.vue'
import GaugeStrip from '@/parts/GaugeStrip.vue'

import { number, useAnswer } from './desk'
import DeskFields from './DeskFields.vue'

const props = defineProps<{ side: Schemas['BrakeSide'] }>()
const typed = ref<Record<string, string>>({
  mass: '95',
  drop: '180',
  length: '2000',
  speed: '20',
  share: '50',
  rotor: '160',
  air: '15',
  months: String(props.side.months ?? 12),
})
const grade = ref(props.side.family === 'dot' ? 'DOT 4' : '')
const { answer, fault } = useAnswer(
  () => [typed.value, grade.value] as const,
  ([t, fluid]) =>
    ask(
      client.POST('/api/brake/hill', {
        body: {
          rider: { mass_kg: number(t.mass ?? '') },
          rotor: { diameter_mm: number(t.rotor ?? ''), mass_g: 0 },
          hill: {
            drop_m: number(t.drop ?? ''),
            length_m: number(t.length ?? ''),
            speed_kmh: number(t.speed ?? ''),
            air_c: number(t.air ?? ''),
            share: number(t.share ?? '') / 100,
          },
          grade: fluid,
          months: number(t.months ?? ''),
        },
      }),
    ),
)
</script>

<template>
  <DeskFields
    v-model="typed"
    :fields="[
      { key: 'mass', label: 'Rider, bike, load, kg' },
      { key: 'drop', label: 'Drop, m' },
      { key: 'length', label: 'Over, m' },
      { key: 'speed', label: 'At, km/h' },
      { key: 'share', label: 'This brake’s share, %' },
      { key: 'rotor', label: 'Rotor, mm' },
      { key: 'air', label: 'Air, °C' },
      { key: 'months', label: 'Fluid’s age, months' },
    ]"
  />
  <label class="mt-2 flex flex-col text-sm text-soft"
    >Fluid<select v-model="grade" class="input max-w-56 text-base text-ink">
      <option value="">mineral oil, with water in it</option>
      <option v-for="g in ['DOT 3', 'DOT 4', 'DOT 5.1']" :key="g" :value="g">{{ g }}</option>
    </select></label
  >
  <FaultNote v-if="fault" class="mt-3" :fault="fault" />
  <template v-if="answer">
    <p class="mt-4 text-5xl font-[560] tabular-nums">
      {{ Math.round(answer.hottest_c) }} <span class="text-2xl">°C at the rotor</span>
    </p>
    <GaugeStrip
      class="mt-3 max-w-[700px]"
      :ruling="{ min: 0, max: 500, step: 20, major: 100 }"
      :zones="[
        { from: answer.boils.low_c, to: answer.boils.high_c, mark: 'due' },
        { from: answer.boils.high_c, to: 500, mark: 'unsafe' },
      ]"
      unit="°C"
      :now="Math.round(answer.hottest_c)"
      label="Rotor, with the fluid’s boiling band hatched"
    />
    <p class="mt-2 border-l-4 pl-3 text-xl" :class="answer.unsafe ? 'border-brick' : 'border-petrol'">
      {{ answer.says }}
    </p>
  </template>
</template>
