<script setup lang="ts">
import { computed, useId } from 'vue'

import type { Fault } from '@/api/client'

/**
 * A labelled field; a bare one shows its label to screen readers alone, one beside its label is a
 * row with it. A refusal that names it is shown right under it.
 */
const props = defineProps<{
  label: string
  name: string
  fault?: Fault
  hint?: string
  bare?: boolean
  beside?: boolean
}>()
const id = useId()
const wrong = computed(() => (props.fault?.field === props.name ? props.fault.detail : undefined))
const shown = computed(() =>
  props.bare ? 'sr-only' : `text-note text-soft ${props.beside ? 'shrink-0' : 'mb-1 block'}`,
)
</script>

<template>
  <div :class="beside && 'flex flex-wrap items-center gap-x-2'">
    <slot name="label" :shown="shown"
      ><label :for="id" :class="shown">{{ label }}</label></slot
    >
    <slot :id="id" :invalid="wrong !== undefined" :described="wrong || hint ? `${id}-hint` : undefined" />
    <p v-if="wrong" :id="`${id}-hint`" data-says-fault role="alert" class="mt-1 text-note text-brick">
      {{ wrong }}
    </p>
    <p v-else-if="hint" :id="`${id}-hint`" class="mt-1 text-sm text-soft">{{ hint }}</p>
  </div>
</template>
