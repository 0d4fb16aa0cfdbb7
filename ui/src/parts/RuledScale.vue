<script setup lang="ts">
/** The edge of a steel rule, as the first thing seen of the workshop. */
</script>

<template>
  <svg viewBox="0 0 780 40" aria-hidden="true">
    <path d="M0 8H780" stroke="var(--color-ink)" stroke-width="1.6" />
    <path
      v-for="i in 79"
      :key="i"
      :d="`M${(i - 1) * 10} 8v${(i - 1) % 10 === 0 ? 22 : (i - 1) % 5 === 0 ? 14 : 8}`"
      stroke="var(--color-ink)"
      :stroke-width="(i - 1) % 10 === 0 ? 1.6 : 0.8"
    />
  </svg>
</template>
