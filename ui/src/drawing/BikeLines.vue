<script setup lang="ts">
import type { Shape } from './plane'

/** The strokes of a bike, as its drawing has them; faint where something else is drawn over it. */
withDefaults(defineProps<{ shapes: Shape[]; thinnest: number; faint?: boolean }>(), { faint: false })
</script>

<template>
  <g stroke-linecap="round" stroke-linejoin="round" :opacity="faint ? 0.34 : undefined">
    <path
      v-for="(s, i) in shapes"
      :key="i"
      :d="s.d"
      :stroke="`var(--color-${s.tone})`"
      :stroke-width="Math.max(s.width, thinnest)"
      :stroke-dasharray="s.dash"
      :fill="s.fill ? `var(--color-${s.fill})` : 'none'"
    />
  </g>
</template>
