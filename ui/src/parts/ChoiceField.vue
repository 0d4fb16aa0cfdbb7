<script setup lang="ts" generic="T extends string | number">
import { Listbox, ListboxButton, ListboxLabel, ListboxOption, ListboxOptions } from '@headlessui/vue'
import { computed, nextTick, useTemplateRef } from 'vue'

import type { Fault } from '@/api/client'

import DropPanel from './DropPanel.vue'
import FormField from './FormField.vue'
import KeyCap from './KeyCap.vue'

/** One of several words, which drop from a field; those that have a digit on their row are chosen by it. */
const props = defineProps<{
  label: string
  choices: readonly (readonly [T, string])[]
  /** the field's name in a refusal */
  name?: string
  fault?: Fault
  hint?: string
  bare?: boolean
  /** in a row with its label */
  beside?: boolean
  disabled?: boolean
  /** what is said while nothing is chosen */
  none?: string
  /** the class of the field itself */
  look?: string
}>()
const chosen = defineModel<T | undefined>()
/** With undefined the library would go on with what was chosen last. */
const held = computed(() => chosen.value ?? null)
/** done: something was chosen, and the field has the focus again */
const emit = defineEmits<{ done: [] }>()
function choose(to: T) {
  chosen.value = to
  void settle()
}
async function settle() {
  await nextTick() // the list closes
  await nextTick() // the field is focused
  emit('done')
}
const field = useTemplateRef('button')
const said = computed(() => props.choices.find(([word]) => word === chosen.value)?.[1])
/** More rows than digits have none: half of them with, half without would only be confusing. */
const digits = computed(() => props.choices.length <= 9)

function byDigit(event: KeyboardEvent, close: () => void) {
  const choice = digits.value && /^[1-9]$/.test(event.key) ? props.choices[Number(event.key) - 1] : undefined
  if (!choice) return
  event.preventDefault()
  event.stopPropagation()
  chosen.value = choice[0]
  close()
  void settle()
}
/** Headless has no way to close from outside but the button itself. */
const close = () => (field.value?.$el as HTMLElement | undefined)?.click()
</script>

<template>
  <Listbox :model-value="held" :disabled="disabled" @update:model-value="choose">
    <FormField :label="label" :name="name ?? label" :fault="fault" :hint="hint" :bare="bare" :beside="beside">
      <template #label="l"
        ><ListboxLabel :class="l.shown">{{ label }}</ListboxLabel></template
      >
      <template #default="f">
        <ListboxButton
          ref="button"
          class="input flex items-center justify-between gap-2 text-left disabled:text-faint"
          :class="look"
          :aria-invalid="f.invalid"
          :aria-describedby="f.described"
        >
          <span class="truncate" :class="!said && 'text-soft'">{{ said ?? none ?? 'choose' }}</span>
          <svg width="11" height="7" viewBox="0 0 11 7" class="shrink-0" aria-hidden="true">
            <path d="M1 1h9L5.5 6z" fill="none" stroke="currentColor" stroke-width="1.4" />
          </svg>
        </ListboxButton>
        <ListboxOptions :as="DropPanel" :beside="field" @keydown.capture="byDigit($event, close)">
          <ListboxOption
            v-for="([word, says], i) in choices"
            :key="word"
            v-slot="{ active, selected }"
            as="template"
            :value="word"
          >
            <li
              class="flex min-h-11 cursor-pointer items-center justify-between gap-3 border-b border-rule px-3 py-1.5 last:border-b-0"
              :class="[
                active && 'bg-wash',
                selected && 'font-[640] text-petrol shadow-[inset_4px_0_var(--color-petrol)]',
              ]"
            >
              <span class="min-w-0">{{ says }}</span>
              <KeyCap v-if="digits" aria-hidden="true">{{ i + 1 }}</KeyCap>
            </li>
          </ListboxOption>
        </ListboxOptions>
      </template>
    </FormField>
  </Listbox>
</template>
