<script setup lang="ts">
import { useTimeout } from '@vueuse/core'

/** Shown for waits over 300 ms. */
const shown = useTimeout(300)
</script>

<template>
  <p v-if="shown" role="status" class="flex items-center gap-3 text-soft">
    <svg width="120" height="14" viewBox="0 0 120 14" aria-hidden="true">
      <path d="M0 1H120" stroke="var(--color-ink)" stroke-width="1.4" />
      <path
        v-for="i in 13"
        :key="i"
        :d="`M${(i - 1) * 10} 1v${i % 5 === 1 ? 10 : 6}`"
        stroke="var(--color-ink)"
        class="animate-pulse"
        :style="{ animationDelay: `${i * 80}ms` }"
      />
    </svg>
    Fetching
  </p>
</template>
