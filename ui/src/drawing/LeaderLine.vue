<script setup lang="ts">
/** A leader from a place on a drawing to its mark or name; that of the thing at hand is petrol. */
defineProps<{ from: readonly [number, number]; to: readonly [number, number]; here: boolean }>()
</script>

<template>
  <g>
    <line
      :x1="from[0]"
      :y1="from[1]"
      :x2="to[0]"
      :y2="to[1]"
      :stroke="here ? 'var(--color-petrol)' : 'var(--color-faint)'"
      :stroke-width="here ? 2 : 0.9"
    />
    <circle
      :cx="from[0]"
      :cy="from[1]"
      :r="here ? 4.5 : 2.8"
      :fill="here ? 'var(--color-petrol)' : 'var(--color-soft)'"
    />
  </g>
</template>
