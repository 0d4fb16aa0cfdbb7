<script setup lang="ts">
import { computed } from 'vue'

import { markColour, markWords } from './marks'

/**
 * A condition by its fill, readable without colour: empty ring sound, half watch, full due,
 * full with a bar unsafe, dashed ring not looked at.
 */
const props = withDefaults(defineProps<{ mark: string; size?: number }>(), { size: 20 })
const colour = computed(() => markColour(props.mark))
</script>

<template>
  <svg
    :width="size"
    :height="size"
    viewBox="0 0 20 20"
    role="img"
    :aria-label="markWords(mark)"
    class="shrink-0"
  >
    <circle
      cx="10"
      cy="10"
      r="7.6"
      fill="var(--color-paper)"
      :stroke="colour"
      stroke-width="2"
      :stroke-dasharray="mark === 'open' ? '3 2.97' : undefined"
    />
    <path v-if="mark === 'watch'" d="M2.4 10a7.6 7.6 0 0 0 15.2 0z" :fill="colour" />
    <circle v-if="mark === 'due' || mark === 'unsafe'" cx="10" cy="10" r="7.6" :fill="colour" />
    <rect v-if="mark === 'unsafe'" x="5" y="8.5" width="10" height="3" fill="var(--color-paper)" />
  </svg>
</template>
