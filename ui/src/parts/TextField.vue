<script setup lang="ts">
import type { Fault } from '@/api/client'

import FormField from './FormField.vue'

/** A labelled field of one line. Whatever else an input takes is passed on to it. */
defineOptions({ inheritAttrs: false })
defineProps<{ label: string; name: string; fault?: Fault; hint?: string; figure?: boolean; bare?: boolean }>()
const text = defineModel<string>()
</script>

<template>
  <FormField v-slot="f" :label="label" :name="name" :fault="fault" :hint="hint" :bare="bare"
    ><input
      v-bind="$attrs"
      :id="f.id"
      v-model="text"
      class="input"
      :class="figure && 'figure'"
      :aria-invalid="f.invalid"
      :aria-describedby="f.described"
  /></FormField>
</template>
