<script setup lang="ts">
/** The button that sends a form. While something is wanted first it is grey, and says beside it what. */
defineOptions({ inheritAttrs: false })
defineProps<{ wants?: string | false; disabled?: boolean }>()
</script>

<template>
  <button type="submit" class="button" v-bind="$attrs" :disabled="disabled || !!wants"><slot /></button>
  <span v-if="wants && !disabled" class="self-center text-note text-soft"
    >First {{ wants }}{{ /[.?!]$/.test(wants) ? '' : '.' }}</span
  >
</template>
