<script setup lang="ts">
/** A centre line: what a part turns about, long and short dashes. */
defineProps<{ from: readonly [number, number]; to: readonly [number, number] }>()
</script>

<template>
  <line
    :x1="from[0]"
    :y1="from[1]"
    :x2="to[0]"
    :y2="to[1]"
    stroke="var(--color-faint)"
    stroke-width="1"
    stroke-dasharray="12 4 2 4"
  />
</template>
