<script setup lang="ts">
/** A ruled scale like a steel rule's: a line for each step, a taller one with its figure for each great one. */
defineProps<{ ticks: { x: number; major: boolean; text: string }[]; base: number }>()
</script>

<template>
  <g>
    <template v-for="t in ticks" :key="t.x">
      <line
        :x1="t.x"
        :x2="t.x"
        :y1="base"
        :y2="base + (t.major ? 9 : 5)"
        stroke="var(--color-ink)"
        :stroke-width="t.major ? 1.4 : 0.8"
      />
      <text
        v-if="t.major"
        :x="t.x"
        :y="base + 25"
        text-anchor="middle"
        font-size="var(--text-fine)"
        fill="var(--color-soft)"
        class="figure"
      >
        {{ t.text }}
      </text>
    </template>
  </g>
</template>
