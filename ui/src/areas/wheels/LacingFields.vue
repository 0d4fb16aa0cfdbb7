<script setup lang="ts">
import type { Fault, Schemas } from '@/api/client'
import ChoiceField from '@/parts/ChoiceField.vue'
import TextField from '@/parts/TextField.vue'

/** What is asked first of any wheel: its hub, how many spokes, where the first one goes. */
defineProps<{ known: Schemas['WheelFacts']; fault?: Fault; locked: boolean }>()
const form = defineModel<{ build: string; spokes: string; first: 'left' | 'right' }>({ required: true })
</script>

<template>
  <ChoiceField
    v-model="form.build"
    label="Laced round"
    name="build"
    :fault="fault"
    :choices="known.builds.map((b) => [b.id, b.name] as const)"
    :disabled="locked"
  />
  <TextField v-model="form.spokes" label="Spokes" name="spokes" inputmode="numeric" :fault="fault" figure />
  <ChoiceField
    v-model="form.first"
    label="Spoke 1, the first clockwise from the valve, goes to the"
    name="first"
    :fault="fault"
    :choices="[
      ['right', 'right flange, the chain’s side'],
      ['left', 'left flange'],
    ]"
    :disabled="locked"
  />
</template>
