<script setup lang="ts">
import { computed, ref, useTemplateRef, watch } from 'vue'

import { Fault } from '@/api/client'

import { noFigure, readFigure } from './figures'
import FormField from './FormField.vue'

/**
 * A labelled field for one figure. What cannot be read stays as it was typed, with what to type
 * instead, and its form is not sent. An empty field means `blank`; without one it must be filled.
 */
defineOptions({ inheritAttrs: false })
const props = defineProps<{
  label: string
  name: string
  fault?: Fault
  hint?: string
  whole?: boolean
  bare?: boolean
  blank?: number
}>()
const value = defineModel<number>({ required: true })
const field = useTemplateRef('field')

const shown = (v: number) => (v === props.blank ? '' : String(v))
const text = ref(shown(value.value))
const read = (typed: string) => {
  const figure = typed.trim() === '' ? props.blank : readFigure(typed)
  return props.whole && !Number.isInteger(figure) ? undefined : figure
}
const wrong = computed(() => (read(text.value) === undefined ? noFigure(text.value, props.whole) : ''))
const told = computed(() =>
  wrong.value ? new Fault(422, 'Not a figure', wrong.value, props.name) : props.fault,
)

watch(text, (typed) => (value.value = read(typed) ?? value.value))
watch(value, (v) => {
  if (read(text.value) !== v) text.value = shown(v)
})
watch([wrong, field], () => field.value?.setCustomValidity(wrong.value), { flush: 'post' })
/**
 * The browser would say it a second time, over the neighbours; the first field that is wrong takes
 * the focus.
 */
function refuse() {
  if (field.value === field.value?.form?.querySelector(':invalid')) field.value?.focus()
}
</script>

<template>
  <FormField v-slot="f" :label="label" :name="name" :fault="told" :hint="hint" :bare="bare"
    ><input
      v-bind="$attrs"
      :id="f.id"
      ref="field"
      v-model="text"
      class="input figure"
      :inputmode="whole ? 'numeric' : 'decimal'"
      :aria-invalid="f.invalid"
      :aria-describedby="f.described"
      @invalid.prevent="refuse"
  /></FormField>
</template>
