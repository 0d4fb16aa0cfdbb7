<script setup lang="ts">
import type { Fault } from '@/api/client'
import type { Choice } from '@/api/words'
import FormField from '@/parts/FormField.vue'

/** One fact of a bike, chosen from its words. */
defineProps<{
  choice: Choice
  fault?: Fault
  hint?: string
}>()
const word = defineModel<string>({ required: true })
</script>

<template>
  <FormField v-slot="f" :label="choice.label" :name="`bike.facts.${choice.fact}`" :fault="fault" :hint="hint">
    <select :id="f.id" v-model="word" class="input" :aria-invalid="f.invalid" :aria-describedby="f.described">
      <option v-for="w in choice.words" :key="w.word" :value="w.word">{{ w.name }}</option>
    </select>
  </FormField>
</template>
