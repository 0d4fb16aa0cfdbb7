<script setup lang="ts">
import { computed, reactive } from 'vue'

import { useAnswer } from '@/api/answer'
import { ask, client, type Schemas } from '@/api/client'
import FaultNote from '@/parts/FaultNote.vue'
import TickField from '@/parts/TickField.vue'
import { typedNumber } from '@/parts/words'

import LineDrawing from './LineDrawing.vue'
import StackDrawing from './StackDrawing.vue'
import { sums } from './sums'

/** One sum of an assembly: figures in, and what they mean. It records nothing. */
const props = defineProps<{ what: Schemas['SumQuestion']['what'] }>()
const sum = computed(() => sums[props.what])
const typed = reactive<Record<string, string>>(
  Object.fromEntries((sums[props.what]?.fields ?? []).map((f) => [f.name, f.start ?? ''])),
)
const ticks = reactive<Record<string, boolean>>(
  Object.fromEntries((sums[props.what]?.ticks ?? []).map((t) => [t.name, !!t.start])),
)
const ticked = computed(() => Object.keys(ticks).filter((name) => ticks[name]))
const asked = computed(() =>
  Object.values(typed).every((t) => t.trim())
    ? { what: props.what, figures: { ...typed }, ticks: ticked.value }
    : undefined,
)
const { answer, fault } = useAnswer(
  () => asked.value,
  (body) => ask(client.POST('/api/sums', { body })),
)
</script>

<template>
  <form v-if="sum" class="px-4 pb-3 text-note" :aria-label="sum.name" @submit.prevent>
    <p class="text-soft">{{ sum.about }}</p>
    <div v-if="sum.fields.length" class="mt-1 grid grid-cols-2 gap-2">
      <label v-for="f in sum.fields" :key="f.name" class="flex flex-col justify-end text-fine text-soft"
        >{{ f.label }}, mm<input
          v-model="typed[f.name]"
          class="input figure text-ink"
          inputmode="decimal"
          :aria-invalid="fault?.field === `figures.${f.name}`"
      /></label>
    </div>
    <TickField
      v-for="t in sum.ticks ?? []"
      :key="t.name"
      :model-value="!!ticks[t.name]"
      @update:model-value="ticks[t.name] = $event"
      >{{ t.label }}</TickField
    >
    <FaultNote v-if="fault" :fault="fault" />
    <template v-if="answer && asked">
      <p class="mt-1 border-l-4 pl-2" :class="answer.right ? 'border-petrol' : 'border-ochre'" role="status">
        <b>{{ answer.says }}</b>
      </p>
      <StackDrawing
        v-if="what === 'stack'"
        :stem="typedNumber(typed.stem_mm ?? '') ?? 0"
        :spacers="[...(answer.stack_mm ?? [])]"
        :gap="Number((answer.gap_mm ?? 0).toFixed(1))"
      />
      <LineDrawing v-if="answer.front_mm && answer.rear_mm" :front="answer.front_mm" :rear="answer.rear_mm" />
      <p v-for="m in answer.more ?? []" :key="m" class="mt-1 text-soft">{{ m }}</p>
    </template>
  </form>
</template>
