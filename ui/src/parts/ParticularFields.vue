<script setup lang="ts">
import { computed } from 'vue'

import type { Fault, Schemas } from '@/api/client'

import FormField from './FormField.vue'

/** The particulars by which one part is told from another of its place: figures with their unit, or one of a few words. */
const props = defineProps<{
  particulars: readonly Schemas['Particular'][]
  /** what is typed, by the ids of the particulars */
  values: Record<string, string>
  fault?: Fault
  placeholder?: string
}>()
/** One that hangs on a word of another is asked when that word is chosen. */
const asked = computed(() =>
  props.particulars.filter((p) =>
    Object.entries(p.if ?? {}).every(([id, words]) => words.includes(props.values[id] ?? '')),
  ),
)
const wrong = (id: string) => (props.fault?.field === `particulars.${id}` ? props.fault : undefined)
const emit = defineEmits<{ set: [id: string, text: string] }>()
const typed = (event: Event) => (event.target as HTMLInputElement | HTMLSelectElement).value
</script>

<template>
  <FormField
    v-for="p in asked"
    :key="p.id"
    v-slot="f"
    :label="p.unit ? `${p.name}, ${p.unit}` : p.name"
    :name="`particulars.${p.id}`"
    :fault="wrong(p.id)"
  >
    <select
      v-if="p.words?.length"
      :id="f.id"
      class="input"
      :value="values[p.id] ?? ''"
      :aria-invalid="f.invalid"
      @change="emit('set', p.id, typed($event))"
    >
      <option value="">not read</option>
      <option v-for="w in p.words" :key="w" :value="w">{{ w }}</option>
    </select>
    <input
      v-else
      :id="f.id"
      class="input figure"
      inputmode="decimal"
      :placeholder="placeholder"
      :value="values[p.id] ?? ''"
      :aria-invalid="f.invalid"
      @input="emit('set', p.id, typed($event))"
    />
  </FormField>
</template>
