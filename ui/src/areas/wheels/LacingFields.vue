<script setup lang="ts">
import type { Fault, Schemas } from '@/api/client'
import FormField from '@/parts/FormField.vue'
import TextField from '@/parts/TextField.vue'

/** What is asked first of any wheel: its hub, how many spokes, where the first one goes. */
defineProps<{ known: Schemas['WheelKnown']; fault?: Fault; locked: boolean }>()
const form = defineModel<{ build: string; spokes: string; first: 'left' | 'right' }>({ required: true })
</script>

<template>
  <FormField v-slot="f" label="Laced round" name="build" :fault="fault">
    <select :id="f.id" v-model="form.build" class="input" :disabled="locked">
      <option v-for="b in known.builds" :key="b.id" :value="b.id">{{ b.name }}</option>
    </select>
  </FormField>
  <TextField v-model="form.spokes" label="Spokes" name="spokes" inputmode="numeric" :fault="fault" figure />
  <FormField
    v-slot="f"
    label="Spoke 1, the first clockwise from the valve, goes to the"
    name="first"
    :fault="fault"
  >
    <select :id="f.id" v-model="form.first" class="input" :disabled="locked">
      <option value="right">right flange, the chain’s side</option>
      <option value="left">left flange</option>
    </select>
  </FormField>
</template>
