<script setup lang="ts">
import type { Fault } from '@/api/client'
import FormField from '@/parts/FormField.vue'
import TextField from '@/parts/TextField.vue'

import type { useDraft } from './draft'

/** What is noted of the job when there is time for it. */
const draft = defineModel<ReturnType<typeof useDraft>['value']>({ required: true })
defineProps<{ fault?: Fault }>()
</script>

<template>
  <TextField v-model="draft.reading" label="What you make of it" name="reading" :fault="fault" />
  <TextField v-model="draft.stand" label="Stand" name="stand" :fault="fault" />
  <FormField
    v-slot="f"
    class="col-span-full"
    label="Condition at arrival: scratches, what is missing"
    name="condition"
    :fault="fault"
  >
    <textarea :id="f.id" v-model="draft.condition" rows="3" class="input"></textarea>
  </FormField>
</template>
