<script setup lang="ts">
import { computed, ref } from 'vue'

import { useAnswer } from '@/api/answer'
import { ask, type BoltView, client, type Schemas } from '@/api/client'
import ChoiceField from '@/parts/ChoiceField.vue'
import FaultNote from '@/parts/FaultNote.vue'
import FigureField from '@/parts/FigureField.vue'
import { figure } from '@/parts/words'

import type { TorqueHabits } from './habits'

/** What the bolt is tightened with: wrench of the register, adapter, what goes on its threads. */
const props = defineProps<{
  bolt: BoltView
  wrenches: Schemas['Wrench'][]
  treatments: Schemas['Treatment'][]
  inHand?: Schemas['Wrench']
  habits: TorqueHabits
  locked: boolean
}>()
const treatment = defineModel<string>('treatment', { required: true })
// One ref each, so that the template may write to them.
const { wrench, reasons, adapter } = props.habits
const adapting = ref(adapter.value !== null)

const { answer: setting, fault } = useAnswer(
  () => adapter.value && props.bolt.rule && { adapter: adapter.value, rule: props.bolt.rule },
  ({ adapter: a, rule }) =>
    ask(
      client.POST('/api/torque/setting', { body: { adapter: a, min_nm: rule.min_nm, max_nm: rule.max_nm } }),
    ),
)
/** A wrench that is not vouched for at this figure needs a reason on a joint that the rider trusts. */
const outside = computed(() => {
  const { rule, critical } = props.bolt
  const w = props.inHand
  if (!w || !rule || !critical) return ''
  const middle = (rule.min_nm + rule.max_nm) / 2
  return middle < (w.least_nm ?? 0) || middle > w.max_nm
    ? `${w.name} is vouched for from ${figure(w.least_nm ?? 0)} to ${figure(w.max_nm)} N·m only.`
    : ''
})
function adapt(on: boolean) {
  adapting.value = on
  adapter.value = on ? { length_mm: 50, wrench_mm: 250, angle_deg: 0 } : null
}
const lengths = [
  ['length_mm', 'Adapter, mm'],
  ['wrench_mm', 'Wrench to grip, mm'],
  ['angle_deg', 'Angle, °'],
] as const
</script>

<template>
  <div class="flex flex-col gap-2 border-l-4 border-petrol pl-3">
    <div class="flex flex-wrap items-end gap-3">
      <ChoiceField
        v-model="wrench"
        label="Wrench"
        :choices="[
          ['', 'The closest in date'],
          ...wrenches.map(
            (w) =>
              [w.id, `${w.name}, ±${figure(w.error_pct ?? 0)} %${w.due ? ' (out of date)' : ''}`] as const,
          ),
          ['none', 'One that is not in the register'],
        ]"
        :disabled="locked"
        class="w-60"
      />
      <ChoiceField
        v-model="treatment"
        label="On the threads"
        :choices="[
          ['', `${bolt.treatment}, as it should be`],
          ...treatments.map((t) => [t.id, t.name] as const),
        ]"
        :disabled="locked"
        class="w-60"
      />
      <button
        type="button"
        class="button"
        :aria-pressed="adapting"
        :disabled="locked"
        @click="adapt(!adapting)"
      >
        {{ adapting ? 'No adapter' : 'With an adapter' }}
      </button>
    </div>
    <p v-if="inHand && (inHand.due || outside)" class="text-note">
      <b class="text-brick">{{ inHand.due || outside }}</b>
      <label class="mt-1 block text-sm text-soft"
        >Why it is used all the same; it will stand on the sheet
        <input
          class="input text-base"
          data-bench
          :value="reasons[inHand.id] ?? ''"
          @input="reasons = { ...reasons, [inHand.id]: ($event.target as HTMLInputElement).value }"
      /></label>
    </p>
    <div v-if="adapter" class="flex flex-wrap items-start gap-3">
      <FigureField
        v-for="[key, label] in lengths"
        :key="key"
        v-model="adapter[key]"
        class="max-w-28"
        data-bench
        :label="label"
        :name="key"
      />
      <p class="w-full text-note" role="status">
        <template v-if="setting">
          <b>Set the wrench to {{ figure(setting.min_nm) }}–{{ figure(setting.max_nm) }} N·m</b> with
          {{ figure(adapter.length_mm) }} mm at {{ figure(adapter.angle_deg) }}°.
        </template>
        Type what the wrench shows.
      </p>
      <FaultNote v-if="fault" class="w-full" :fault="fault" />
    </div>
  </div>
</template>
