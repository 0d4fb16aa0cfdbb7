<script setup lang="ts">
import { ref } from 'vue'

import { useAnswer } from '@/api/answer'
import { ask, client, type Schemas } from '@/api/client'
import ChoiceField from '@/parts/ChoiceField.vue'
import ConditionMark from '@/parts/ConditionMark.vue'

import { useFigures } from './desk'
import DeskFields from './DeskFields.vue'

defineProps<{ side: Schemas['BrakeSide'] }>()
type Compound = 'resin' | 'sintered'
const pads = ref<Compound>('resin')
const bedded = ref<Compound | ''>('sintered')
const piston = useFigures({ measured: '10.08', nominal: '10' })
const arms = useFigures({ left: '1', right: '2.5' })
const cable = useFigures({ pull: '18', gap: '1.5', ratio: '4', stretch: '3' })
const put = (body: Schemas['SmallQuestion']) => ask(client.POST('/api/brake/small', { body }))
const answers = [
  {
    name: 'Do these pads suit the rotor?',
    ...useAnswer(
      () => [pads.value, bedded.value],
      () => put({ pads: { pads: pads.value, bedded: bedded.value || undefined } }),
    ),
  },
  {
    name: 'Has the lever piston swollen?',
    ...useAnswer(
      () => piston.figures.value,
      (t) => put({ piston: { measured_mm: t.measured, nominal_mm: t.nominal } }),
    ),
  },
  {
    name: 'Balance the linear-pull arms',
    ...useAnswer(
      () => arms.figures.value,
      (t) => put({ arms: { left_mm: t.left, right_mm: t.right } }),
    ),
  },
  {
    name: 'Is there cable enough?',
    ...useAnswer(
      () => cable.figures.value,
      (t) => put({ cable: { pull_mm: t.pull, gap_mm: t.gap, ratio: t.ratio, stretch_mm: t.stretch } }),
    ),
  },
]
</script>

<template>
  <section
    v-for="(a, i) in answers"
    :key="a.name"
    class="mb-6 border-b border-rule pb-4"
    :aria-label="a.name"
  >
    <h3 class="mb-2 text-lg font-[680]">{{ a.name }}</h3>
    <div v-if="i === 0" class="flex flex-wrap gap-3">
      <ChoiceField
        v-model="pads"
        label="Pads"
        :choices="[
          ['resin', 'resin'],
          ['sintered', 'sintered'],
        ]"
      />
      <ChoiceField
        v-model="bedded"
        label="The rotor was bedded with"
        :choices="[
          ['resin', 'resin'],
          ['sintered', 'sintered'],
          ['', 'nothing: new or resurfaced'],
        ]"
      />
    </div>
    <DeskFields
      v-if="i === 1"
      v-model="piston.typed.value"
      :fields="[
        { key: 'measured', label: 'Across, mm' },
        { key: 'nominal', label: 'Nominal, mm' },
      ]"
    />
    <DeskFields
      v-if="i === 2"
      v-model="arms.typed.value"
      :fields="[
        { key: 'left', label: 'Gap left, mm' },
        { key: 'right', label: 'Gap right, mm' },
      ]"
    />
    <DeskFields
      v-if="i === 3"
      v-model="cable.typed.value"
      :fields="[
        { key: 'pull', label: 'Lever pulls, mm' },
        { key: 'gap', label: 'Pad gap, mm' },
        { key: 'ratio', label: 'Cable to pad' },
        { key: 'stretch', label: 'Gives, mm' },
      ]"
    />
    <p class="mt-2 flex items-center gap-2.5 text-lg">
      <ConditionMark :mark="!a.answer.value ? 'open' : a.answer.value.good ? 'sound' : 'due'" :size="20" />
      <span :class="a.fault.value && 'text-brick'">{{ a.fault.value?.detail ?? a.answer.value?.says }}</span>
    </p>
  </section>
</template>
