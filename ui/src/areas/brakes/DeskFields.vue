<script setup lang="ts">
import { useId } from 'vue'

import { noFigure, readFigure } from '@/parts/figures'

/** A row of figures to type, each with its unit. One that is none says so beneath. */
interface Field {
  key: string
  label: string
  words?: boolean
  unknown?: boolean // may be left empty
}
defineProps<{ fields: Field[] }>()
const values = defineModel<Record<string, string>>({ required: true })
const id = useId()
const set = (key: string, event: Event) =>
  (values.value = { ...values.value, [key]: (event.target as HTMLInputElement).value })

function wrong(f: Field) {
  const text = values.value[f.key] ?? ''
  if (f.words || (f.unknown && text.trim() === '') || readFigure(text) !== undefined) return ''
  return noFigure(text)
}
</script>

<template>
  <div class="flex flex-wrap gap-3">
    <div
      v-for="f in fields"
      :key="f.key"
      class="text-sm text-soft"
      :class="f.words ? 'max-w-56' : 'max-w-36'"
    >
      <label :for="`${id}-${f.key}`" class="block">{{ f.label }}</label>
      <input
        :id="`${id}-${f.key}`"
        class="input text-lg text-ink"
        :class="!f.words && 'figure'"
        :inputmode="f.words ? 'text' : 'decimal'"
        :value="values[f.key]"
        :aria-invalid="wrong(f) !== ''"
        :aria-describedby="wrong(f) ? `${id}-${f.key}-wrong` : undefined"
        @input="set(f.key, $event)"
      />
      <p v-if="wrong(f)" :id="`${id}-${f.key}-wrong`" role="alert" class="mt-1 text-brick">{{ wrong(f) }}</p>
    </div>
  </div>
</template>
