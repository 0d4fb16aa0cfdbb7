<script setup lang="ts">
import { computed } from 'vue'

import type { Facts } from '@/api/client'

import { drawingOf } from './geometry'

/** A piece of the bike as it would look with these facts: the drawing, cut out round one of its places. */
const props = withDefaults(defineProps<{ facts: Facts; place: string; reach?: number }>(), { reach: 190 })
const drawing = computed(() => drawingOf(props.facts))
const box = computed(() => {
  const [x, y] = drawing.value.anchors[props.place] ?? [0, 0]
  return `${x - props.reach} ${-y - props.reach} ${2 * props.reach} ${2 * props.reach}`
})
</script>

<template>
  <svg :viewBox="box" class="block" aria-hidden="true" stroke-linecap="round" stroke-linejoin="round">
    <path
      v-for="(s, i) in drawing.shapes"
      :key="i"
      :d="s.d"
      :stroke="`var(--color-${s.tone})`"
      :stroke-width="Math.max(s.width, 4)"
      :stroke-dasharray="s.dash"
      :fill="s.fill ? `var(--color-${s.fill})` : 'none'"
    />
  </svg>
</template>
