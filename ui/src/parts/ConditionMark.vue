<script setup lang="ts">
import MarkShape from '@/drawing/MarkShape.vue'

import { markWords } from './marks'

/**
 * A condition by its fill, readable without colour: empty ring sound, half watch, full due,
 * full with a bar unsafe, dashed ring not looked at.
 */
withDefaults(defineProps<{ mark: string; size?: number }>(), { size: 20 })
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
    <MarkShape :mark="mark" />
  </svg>
</template>
