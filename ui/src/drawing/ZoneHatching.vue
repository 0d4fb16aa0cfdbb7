<script setup lang="ts">
/**
 * The hatchings of a drawing: zones by how much they concern, from wide and faint to close and
 * heavy. Each is named for its mark behind the drawing's own id: `url(#id-due)`.
 */
defineProps<{ id: string }>()
const kinds = [
  { mark: 'watch', apart: 9, turn: -45, tone: 'faint', width: 1 },
  { mark: 'due', apart: 7, turn: -45, tone: 'ochre', width: 2 },
  { mark: 'unsafe', apart: 6, turn: 45, tone: 'brick', width: 3.4 },
]
</script>

<template>
  <defs>
    <pattern
      v-for="k in kinds"
      :id="`${id}-${k.mark}`"
      :key="k.mark"
      :width="k.apart"
      :height="k.apart"
      patternUnits="userSpaceOnUse"
      :patternTransform="`rotate(${k.turn})`"
    >
      <line x1="0" y1="0" x2="0" :y2="k.apart" :stroke="`var(--color-${k.tone})`" :stroke-width="k.width" />
    </pattern>
  </defs>
</template>
