<script setup lang="ts">
import { type MaybeElement, unrefElement, useElementBounding, useWindowSize } from '@vueuse/core'
import { computed } from 'vue'

/**
 * What drops from a field, above everything that scrolls round it: under the field, or over it
 * where there is more room.
 */
const props = defineProps<{ beside: MaybeElement }>()
const field = useElementBounding(() => unrefElement(props.beside))
const window = useWindowSize()
/** The least height under a field, px, that shows four rows. */
const enough = 200
const place = computed(() => {
  const under = window.height.value - field.bottom.value
  const upward = under < enough && field.top.value > under
  return {
    left: `${field.left.value}px`,
    minWidth: `${field.width.value}px`,
    maxWidth: `${window.width.value - field.left.value - 8}px`,
    maxHeight: `${(upward ? field.top.value : under) - 8}px`,
    ...(upward
      ? { bottom: `${window.height.value - field.top.value + 2}px` }
      : { top: `${field.bottom.value + 2}px` }),
  }
})
</script>

<template>
  <ul :style="place" class="fixed z-40 overflow-auto border border-ink bg-paper text-ink shadow-lg">
    <slot />
  </ul>
</template>
