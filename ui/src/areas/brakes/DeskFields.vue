<script setup lang="ts">
import { useId } from 'vue'

/** A row of figures to type, each with its unit. */
defineProps<{ fields: { key: string; label: string; words?: boolean }[] }>()
const values = defineModel<Record<string, string>>({ required: true })
const id = useId()
const set = (key: string, event: Event) =>
  (values.value = { ...values.value, [key]: (event.target as HTMLInputElement).value })
</script>

<template>
  <div class="flex flex-wrap gap-3">
    <label v-for="f in fields" :key="f.key" :for="`${id}-${f.key}`" class="flex flex-col text-sm text-soft"
      >{{ f.label
      }}<input
        :id="`${id}-${f.key}`"
        class="input text-lg text-ink"
        :class="f.words ? 'max-w-56' : 'figure max-w-36'"
        :inputmode="f.words ? 'text' : 'decimal'"
        :value="values[f.key]"
        @input="set(f.key, $event)"
    /></label>
  </div>
</template>
