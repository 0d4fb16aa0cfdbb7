<script setup lang="ts">
import ConditionMark from './ConditionMark.vue'
import KeyCap from './KeyCap.vue'

/**
 * One of the answers at a bench: its mark, its name, the digit that gives it. None is filled before
 * it is chosen: what is seen is not to be led.
 */
defineProps<{ n?: number; mark?: string; chosen?: boolean; disabled?: boolean }>()
</script>

<template>
  <button
    type="button"
    class="button min-h-12 justify-between! gap-1.5! px-2.5! text-left"
    :class="chosen && 'border-petrol! bg-wash! shadow-[inset_4px_0_var(--color-petrol)]'"
    :aria-pressed="chosen || undefined"
    :disabled="disabled"
  >
    <span class="flex min-w-0 items-center gap-2 leading-tight"
      ><ConditionMark v-if="mark" :mark="mark" :size="20" /><span class="first-letter:uppercase inline-block"
        ><slot /></span
    ></span>
    <KeyCap v-if="n">{{ n }}</KeyCap>
  </button>
</template>
