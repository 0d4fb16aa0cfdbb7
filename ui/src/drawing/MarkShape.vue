<script setup lang="ts">
import { markColour } from '@/parts/marks'

/** A condition mark as it is drawn, 20 by 20: by its fill, readable without colour. */
defineProps<{ mark: string }>()
</script>

<template>
  <g>
    <circle
      cx="10"
      cy="10"
      r="7.6"
      fill="var(--color-paper)"
      :stroke="markColour(mark)"
      stroke-width="2"
      :stroke-dasharray="mark === 'open' ? '3 2.97' : undefined"
    />
    <path v-if="mark === 'watch'" d="M2.4 10a7.6 7.6 0 0 0 15.2 0z" :fill="markColour(mark)" />
    <circle v-if="mark === 'due' || mark === 'unsafe'" cx="10" cy="10" r="7.6" :fill="markColour(mark)" />
    <rect v-if="mark === 'unsafe'" x="5" y="8.5" width="10" height="3" fill="var(--color-paper)" />
  </g>
</template>
