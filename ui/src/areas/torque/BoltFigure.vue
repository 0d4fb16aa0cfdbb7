<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'

import type { BoltView, Schemas } from '@/api/client'
import { useWords } from '@/api/words'
import ConditionMark from '@/parts/ConditionMark.vue'
import GaugeStrip from '@/parts/GaugeStrip.vue'
import { figure, typedNumber } from '@/parts/words'

/** The figure of a bolt as it is left: large enough for arm's length, with its verdict and its strip. */
const typed = defineModel<string>({ required: true })
const props = defineProps<{
  bolt: BoltView
  unit: string
  locked: boolean
  invalid: boolean
  /** what the server says of what is being typed */
  preview?: Schemas['Torque']
}>()
const words = useWords()
const field = useTemplateRef('field')
defineExpose({ field })

const verdict = computed(() => props.preview?.verdict ?? (typed.value ? undefined : props.bolt.verdict))
const told = computed(() => props.preview ?? (typed.value ? undefined : props.bolt.log))
const mark = computed(() => (verdict.value ? words.markOf(verdict.value.state) : 'open'))
const now = computed(
  () => told.value?.left_nm ?? (typed.value && props.unit === 'N·m' ? typedNumber(typed.value) : undefined),
)
const zones = computed(() => {
  const { rule, ruling } = props.bolt
  if (!rule || !ruling) return []
  return [
    { from: ruling.min, to: rule.min_nm, mark: words.markOf('under') },
    { from: rule.max_nm, to: ruling.max, mark: words.markOf('over') },
  ]
})
</script>

<template>
  <div v-if="bolt.rule" class="mt-2 flex flex-wrap items-end gap-x-7 gap-y-2">
    <label class="sr-only" for="torque">{{ unit }}, as left</label>
    <input
      id="torque"
      ref="field"
      v-model="typed"
      data-bench
      class="h-[88px] w-[250px] [@media(max-height:790px)]:h-16 [@media(max-height:790px)]:text-[56px] border-b-4 border-petrol bg-transparent px-1 font-sans text-[80px] leading-none font-[560] tabular-nums focus:bg-paper focus:outline-none"
      inputmode="decimal"
      autocomplete="off"
      :placeholder="bolt.log?.left_nm === undefined ? '' : figure(bolt.log.left_nm)"
      :disabled="locked"
      :aria-invalid="invalid"
      aria-describedby="torque-verdict"
    />
    <div id="torque-verdict" class="min-w-0 flex-1 pb-1" aria-live="polite">
      <p class="text-soft">{{ unit }}, as left</p>
      <template v-if="verdict">
        <p class="flex items-center gap-2.5 text-[21px] leading-tight">
          <ConditionMark :mark="mark" :size="24" /><b>{{ words.verdict(verdict.state) }}</b>
        </p>
        <p class="text-note leading-snug text-soft">{{ verdict.reason }} {{ verdict.next }}</p>
        <p v-if="preview?.warning" class="text-note font-semibold text-ochre">{{ preview.warning }}</p>
      </template>
      <p v-else class="text-[22px] text-soft">
        {{ figure(bolt.rule.min_nm) }} to {{ figure(bolt.rule.max_nm) }} N·m
      </p>
    </div>
  </div>
  <p v-else class="mt-4 text-[22px]">{{ bolt.set || 'What it is decides how tight. Read it first.' }}</p>
  <GaugeStrip
    v-if="bolt.rule && bolt.ruling"
    class="mt-2 max-w-[760px]"
    :ruling="bolt.ruling"
    :zones="zones"
    unit="N·m"
    :now="now"
    :past="bolt.before?.left_nm === undefined ? [] : [bolt.before.left_nm]"
    :band="verdict?.low_nm && verdict.high_nm ? [verdict.low_nm, verdict.high_nm] : undefined"
    :target="[bolt.rule.min_nm, bolt.rule.max_nm]"
    :label="bolt.name"
  />
</template>
