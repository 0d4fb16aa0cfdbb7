<script setup lang="ts">
import type { Fault, Schemas } from '@/api/client'
import TextField from '@/parts/TextField.vue'

/** What is said of a bike at the counter. */
const bike = defineModel<Schemas['Bike']>({ required: true })
defineProps<{ fault?: Fault }>()
const texts = [
  { key: 'make', label: 'Make' },
  { key: 'model', label: 'Model' },
  { key: 'colour', label: 'Colour' },
] as const
</script>

<template>
  <div class="grid grid-cols-3 gap-3">
    <TextField
      v-for="t in texts"
      :key="t.key"
      :model-value="bike[t.key]"
      :label="t.label"
      :name="`bike.${t.key}`"
      :fault="fault"
      @update:model-value="bike = { ...bike, [t.key]: $event }"
    />
  </div>
</template>
