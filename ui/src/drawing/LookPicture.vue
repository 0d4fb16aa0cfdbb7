<script setup lang="ts">
import { useId } from 'vue'

import type { Stroke } from './looks'

/** A small drawing of what a part looks like; what is cut is hatched. */
defineProps<{ strokes: readonly Stroke[] }>()
const pattern = useId()
const filled = { hatch: `url(#${pattern})`, paper: 'var(--color-paper)', ink: 'var(--color-ink)' }
</script>

<template>
  <svg viewBox="0 0 80 80" class="block" aria-hidden="true" stroke-linecap="round" stroke-linejoin="round">
    <defs>
      <pattern :id="pattern" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="5" height="5" fill="var(--color-paper)" />
        <line x1="0" y1="0" x2="0" y2="5" stroke="var(--color-soft)" stroke-width="1" />
      </pattern>
    </defs>
    <path
      v-for="(s, i) in strokes"
      :key="i"
      :d="s.d"
      :fill="s.fill ? filled[s.fill] : 'none'"
      stroke="var(--color-ink)"
      :stroke-width="s.width ?? 1.6"
    />
  </svg>
</template>
