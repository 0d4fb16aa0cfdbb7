<script setup lang="ts" generic="T extends string">
import { useId } from 'vue'

/** One of a few words, as buttons beside each other; none is chosen until somebody does. */
defineProps<{ label: string; choices: readonly (readonly [T, string])[]; disabled?: boolean }>()
const chosen = defineModel<T | undefined>()
const name = useId()
</script>

<template>
  <fieldset>
    <legend class="mb-1 text-note text-soft">{{ label }}</legend>
    <div class="flex flex-wrap gap-2">
      <label
        v-for="[word, says] in choices"
        :key="word"
        class="button has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-petrol"
        :class="
          chosen === word &&
          'border-petrol! bg-wash! text-petrol! shadow-[inset_0_0_0_1px_var(--color-petrol)]'
        "
        ><input
          v-model="chosen"
          type="radio"
          class="sr-only"
          :name="name"
          :value="word"
          :disabled="disabled"
        />{{ says }}</label
      >
    </div>
  </fieldset>
</template>
