<script setup lang="ts">
import { computed, reactive, ref } from 'vue'

import { useAnswer } from '@/api/answer'
import { ask, client, type Schemas } from '@/api/client'
import FaultNote from '@/parts/FaultNote.vue'
import { typedNumber } from '@/parts/words'

import StackDrawing from './StackDrawing.vue'
import { sums } from './sums'

/** One sum of an assembly: figures in, and what they mean. It records nothing. */
const props = defineProps<{ what: Schemas['SumAsked']['what'] }>()
const sum = computed(() => sums[props.what])
const typed = reactive<Record<string, string>>(
  Object.fromEntries((sums[props.what]?.fields ?? []).map((f) => [f.name, f.start ?? ''])),
)
const thread = ref(true)
const asked = computed(() =>
  Object.values(typed).every((t) => t.trim())
    ? { what: props.what, figures: { ...typed }, thread: thread.value }
    : undefined,
)
const { answer, fault } = useAnswer(
  () => asked.value,
  (body) => ask(client.POST('/api/sums', { body })),
)
</script>

<template>
  <form v-if="sum" class="px-4 pb-3 text-[15px]" :aria-label="sum.name" @submit.prevent>
    <p class="text-soft">{{ sum.about }}</p>
    <div class="mt-1 grid grid-cols-2 gap-2">
      <label v-for="f in sum.fields" :key="f.name" class="flex flex-col justify-end text-[13px] text-soft"
        >{{ f.label }}, mm<input
          v-model="typed[f.name]"
          class="input figure text-ink"
          inputmode="decimal"
          :aria-invalid="fault?.field === `figures.${f.name}`"
      /></label>
    </div>
    <label v-if="sum.thread" class="flex min-h-11 items-center gap-2"
      ><input v-model="thread" type="checkbox" class="size-5" /> it has a thread</label
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
      <p v-for="m in answer.more ?? []" :key="m" class="mt-1 text-soft">{{ m }}</p>
    </template>
  </form>
</template>
