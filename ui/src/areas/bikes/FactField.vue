<script setup lang="ts">
import type { Fault } from '@/api/client'
import type { Choice } from '@/api/words'
import ChoiceField from '@/parts/ChoiceField.vue'

/** One fact of a bike, chosen from its words. */
defineProps<{
  choice: Choice
  fault?: Fault
  hint?: string
}>()
const word = defineModel<string>({ required: true })
</script>

<template>
  <ChoiceField
    v-model="word"
    :label="choice.label"
    :name="`bike.facts.${choice.fact}`"
    :fault="fault"
    :hint="hint"
    :choices="choice.words.map((w) => [w.word, w.name] as const)"
  />
</template>
