<script setup lang="ts" generic="T extends string">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'
import { computed } from 'vue'

import KeyCap from './KeyCap.vue'

/** One of a few words, as buttons beside each other; none is chosen until somebody does. */
defineProps<{
  label: string
  /** the word, what it is called, what speaks for it */
  choices: readonly (readonly [T, string, string?])[]
  disabled?: boolean
  bare?: boolean
  /** it is the question that is open, and has the digits */
  digits?: boolean
}>()
const chosen = defineModel<T | undefined>()
/** With undefined the library would go on with what was chosen last. */
const held = computed(() => chosen.value ?? '')
</script>

<template>
  <RadioGroup :model-value="held" :disabled="disabled" @update:model-value="(to: T) => (chosen = to)">
    <RadioGroupLabel :class="bare ? 'sr-only' : 'mb-1 block text-note text-soft'">{{
      label
    }}</RadioGroupLabel>
    <div class="flex flex-wrap gap-2">
      <RadioGroupOption
        v-for="([word, says, why], i) in choices"
        :key="word"
        v-slot="{ checked }"
        as="template"
        :value="word"
      >
        <div
          class="button"
          :class="[
            why && 'flex-col! items-start! gap-0.5! py-2',
            checked && 'border-petrol! bg-wash! text-petrol! shadow-[inset_0_0_0_1px_var(--color-petrol)]',
            disabled ? 'opacity-50' : 'cursor-pointer',
          ]"
        >
          <template v-if="digits"
            ><span>{{ says }}</span> <KeyCap :class="why && 'order-last'">{{ i + 1 }}</KeyCap></template
          ><template v-else>{{ says }}</template
          ><span v-if="why" class="text-sm font-normal text-soft">{{ why }}</span>
        </div>
      </RadioGroupOption>
    </div>
  </RadioGroup>
</template>
