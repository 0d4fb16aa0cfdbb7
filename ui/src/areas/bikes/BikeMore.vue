<script setup lang="ts">
import type { Fault, Schemas } from '@/api/client'
import FigureField from '@/parts/FigureField.vue'
import TextField from '@/parts/TextField.vue'

/** What is noted of a bike when there is time for it. */
const bike = defineModel<Schemas['Bike']>({ required: true })
defineProps<{ fault?: Fault }>()
</script>

<template>
  <TextField
    :model-value="bike.frame_number"
    label="Frame number"
    name="bike.frame_number"
    :fault="fault"
    @update:model-value="bike = { ...bike, frame_number: $event ?? '' }"
  />
  <FigureField
    :model-value="bike.weekly_km"
    label="Km a week, by the owner"
    name="bike.weekly_km"
    :fault="fault"
    whole
    :blank="0"
    placeholder="not known"
    @update:model-value="bike = { ...bike, weekly_km: $event }"
  />
</template>
