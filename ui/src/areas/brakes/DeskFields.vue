<script setup lang="ts">
import { useId } from 'vue'

import { noFigure, readFigure } from '@/parts/figures'

/** A row of figures to type, each with its unit. One that is none says so beneath. */
defineProps<{ fields: { key: string; label: string; words?: boolean; unknown?: boolean }[] }>()
const values = defineModel<Record<string, string>>({ required: true })
const id = useId()
const set = (key: string, event: Event) =>
  (values.value = { ...values.value, [key]: (event.target as HTMLInputElement).value })

function wrong(f: { key: string; words?: boolean; unknown?: boolean }) {
  const text = values.value[f.key] ?? ''
  if (f.words || (f.unknown && text.trim() === '') || readFigure(text) !== undefined) return ''
  return noFigure(text)
}
</script>

<template>
  <div class="flex flex-wrap gap-3">
    <label
      v-for="f in fields"
      :key="f.key"
      :for="`${id}-${f.key}`"
      class="flex flex-col text-sm text-soft"
      :class="f.words ? 'max-w-56' : 'max-w-36'"
      >{{ f.label
      }}<input
        :id="`${id}-${f.key}`"
        class="input text-lg text-ink"
        :class="!f.words && 'figure'"
        :inputmode="f.words ? 'text' : 'decimal'"
        :value="values[f.key]"
        :aria-invalid="wrong(f) !== ''"
        @input="set(f.key, $event)"
      /><span v-if="wrong(f)" role="alert" class="mt-1 text-brick">{{ wrong(f) }}</span></label
    >
  </div>
</template>
