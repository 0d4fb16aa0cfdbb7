<script setup lang="ts">
import { computed } from 'vue'

import type { Fault, Schemas } from '@/api/client'

import ChoiceField from './ChoiceField.vue'
import TextField from './TextField.vue'

/**
 * The particulars by which one part is told from another of its place: figures with their unit, or
 * one of a few words.
 */
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
const label = (p: Schemas['Particular']) => (p.unit ? `${p.name}, ${p.unit}` : p.name)
</script>

<template>
  <template v-for="p in asked" :key="p.id">
    <ChoiceField
      v-if="p.words?.length"
      :model-value="values[p.id] ?? ''"
      :label="label(p)"
      :name="`particulars.${p.id}`"
      :fault="wrong(p.id)"
      :choices="[['', 'not read'], ...p.words.map((w) => [w, w] as const)]"
      @update:model-value="emit('set', p.id, $event ?? '')"
    />
    <TextField
      v-else
      :model-value="values[p.id] ?? ''"
      :label="label(p)"
      :name="`particulars.${p.id}`"
      :fault="wrong(p.id)"
      inputmode="decimal"
      figure
      :placeholder="placeholder"
      @update:model-value="emit('set', p.id, $event ?? '')"
    />
  </template>
</template>
