<script setup lang="ts">
import type { Fault } from '@/api/client'
import FormField from '@/parts/FormField.vue'

import type { useDraft } from './draft'

/** What the owner says, before anybody reads anything into it. */
const draft = defineModel<ReturnType<typeof useDraft>['value']>({ required: true })
defineProps<{ fault?: Fault }>()
</script>

<template>
  <FormField v-slot="f" label="What the owner says, in their own words" name="words" :fault="fault">
    <textarea
      :id="f.id"
      v-model="draft.words"
      data-first="words"
      rows="2"
      class="input text-lg"
      :aria-invalid="f.invalid"
      :aria-describedby="f.described"
    ></textarea>
  </FormField>
</template>
