<script setup lang="ts">
import { ref } from 'vue'

import { useAnswer } from '@/api/answer'
import { ask, client, type Schemas } from '@/api/client'
import ChoiceField from '@/parts/ChoiceField.vue'
import FaultNote from '@/parts/FaultNote.vue'
import GaugeStrip from '@/parts/GaugeStrip.vue'
import { strip } from '@/parts/scale'

import { useFigures } from './desk'
import DeskFields from './DeskFields.vue'
import KeepRiding from './KeepRiding.vue'
import { useRiding } from './riding'

const props = defineProps<{ side: Schemas['BrakeSide'] }>()
const rotor = props.side.end === 'front' ? 'front_rotor_mm' : 'rear_rotor_mm'
const { typed, riding, changed, known } = useRiding('hill', [
  'mass_kg',
  'drop_m',
  'length_m',
  'speed_kmh',
  rotor,
])
const { typed: day, figures } = useFigures({
  share: '50',
  air: '15',
  months: String(props.side.months ?? 12),
})
const grade = ref(props.side.family === 'dot' ? 'DOT 4' : 'oil')
const { typed: maker, figures: makers } = useFigures({ boils: '' })
const { answer, fault } = useAnswer(
  () =>
    riding.value &&
    figures.value &&
    (grade.value !== 'oil' || !maker.value.boils?.trim() || makers.value) && {
      rides: riding.value,
      ...figures.value,
      grade: grade.value,
      boils: grade.value === 'oil' ? makers.value?.boils : undefined,
    },
  ({ rides, share, air, months, grade: fluid, boils }) =>
    ask(
      client.POST('/api/brake/hill', {
        body: {
          rider: { mass_kg: rides.mass_kg },
          rotor: { diameter_mm: rides[rotor], mass_g: 0 },
          hill: {
            drop_m: rides.drop_m,
            length_m: rides.length_m,
            speed_kmh: rides.speed_kmh,
            air_c: air,
            share: share / 100,
          },
          grade: fluid.startsWith('DOT') ? fluid : '',
          water: fluid === 'water' || undefined,
          maker_boils_c: boils,
          months,
        },
      }),
    ),
)
</script>

<template>
  <DeskFields
    v-model="typed"
    :fields="[
      { key: 'mass_kg', label: 'Rider, bike, load, kg' },
      { key: rotor, label: 'Rotor, mm' },
      { key: 'hill', label: 'Their steepest hill', words: true },
      { key: 'drop_m', label: 'Drop, m' },
      { key: 'length_m', label: 'Over, m' },
      { key: 'speed_kmh', label: 'At, km/h' },
    ]"
  />
  <KeepRiding :riding="riding" :changed="changed" :known="known" />
  <DeskFields
    v-model="day"
    class="mt-4 border-t border-rule pt-3"
    :fields="[
      { key: 'share', label: 'This brake’s share, %' },
      { key: 'air', label: 'Air, °C' },
      { key: 'months', label: 'Fluid’s age, months' },
    ]"
  />
  <ChoiceField
    v-model="grade"
    label="Fluid"
    class="mt-2"
    :choices="[
      ['oil', 'mineral oil'],
      ['water', 'mineral oil, water may be in it'],
      ...['DOT 3', 'DOT 4', 'DOT 5.1'].map((g) => [g, g] as const),
    ]"
    look="max-w-80"
  />
  <DeskFields
    v-if="grade === 'oil'"
    v-model="maker"
    class="mt-2"
    :fields="[{ key: 'boils', label: 'Boils at, °C (maker)' }]"
  />
  <FaultNote v-if="fault" class="mt-3" :fault="fault" />
  <template v-if="answer">
    <p class="mt-4 text-5xl font-[560] tabular-nums">
      {{ Math.round(answer.hottest_c) }}
      <span class="text-2xl">°C at the rotor, {{ Math.round(answer.fluid_c) }} °C in the fluid</span>
    </p>
    <GaugeStrip
      class="mt-3 max-w-[700px]"
      v-bind="strip(answer.scale)"
      :now="Math.round(answer.fluid_c)"
      label="Fluid, with its boiling band hatched"
    />
    <p class="mt-2 border-l-4 pl-3 text-xl" :class="answer.unsafe ? 'border-brick' : 'border-petrol'">
      {{ answer.says }}
    </p>
  </template>
</template>
