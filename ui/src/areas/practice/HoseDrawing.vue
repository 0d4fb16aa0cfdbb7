<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'

/** The hose of the practice brake as the bike stands, with the bubbles where they are. */
const props = defineProps<{
  practice: Schemas['BrakeAttempt']
  bubbles: Schemas['BrakeAttempt']['bubbles']
}>()

/** The line on paper, from the caliper upward, as the bike stands. */
const drawn = computed(() => {
  const line = props.practice.line
  let [x, y] = [0, 0]
  return line.map((s, i) => {
    const angle = props.practice.hung && !i ? 90 : s.angle_deg + props.practice.tilt_deg
    const from = { x, y }
    x += s.length_mm * Math.cos((angle * Math.PI) / 180)
    y -= s.length_mm * Math.sin((angle * Math.PI) / 180)
    return { from, to: { x, y }, length: s.length_mm }
  })
})
const box = computed(() => {
  const all = drawn.value.flatMap((d) => [d.from, d.to])
  const xs = all.map((p) => p.x)
  const ys = all.map((p) => p.y)
  const size = Math.max(900, Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)) * 1.2
  return {
    view: `${(Math.min(...xs) + Math.max(...xs) - size) / 2} ${(Math.min(...ys) + Math.max(...ys) - size) / 2} ${size} ${size}`,
    size,
  }
})
function placeOf(at: number) {
  let left = at
  for (const d of drawn.value) {
    if (left <= d.length || d === drawn.value.at(-1)) {
      const share = Math.min(1, left / d.length)
      return { x: d.from.x + (d.to.x - d.from.x) * share, y: d.from.y + (d.to.y - d.from.y) * share }
    }
    left -= d.length
  }
  return { x: 0, y: 0 }
}
</script>

<template>
  <svg
    :viewBox="box.view"
    role="img"
    :aria-label="`The hose from the caliper up to the lever, ${bubbles.length} bubbles in it`"
  >
    <polyline
      :points="[drawn[0]?.from, ...drawn.map((d) => d.to)].map((p) => `${p?.x},${p?.y}`).join(' ')"
      fill="none"
      stroke="var(--color-wash)"
      :stroke-width="box.size / 22"
      stroke-linejoin="round"
      stroke-linecap="round"
    />
    <polyline
      :points="[drawn[0]?.from, ...drawn.map((d) => d.to)].map((p) => `${p?.x},${p?.y}`).join(' ')"
      fill="none"
      stroke="var(--color-petrol)"
      :stroke-width="box.size / 300"
      stroke-linejoin="round"
    />
    <circle
      v-for="(b, i) in bubbles"
      :key="i"
      :cx="placeOf(b.at_mm).x"
      :cy="placeOf(b.at_mm).y"
      :r="(box.size / 80) * Math.cbrt(b.ml / 0.03)"
      fill="var(--color-paper)"
      stroke="var(--color-ink)"
      :stroke-width="box.size / 250"
    />
    <text
      :x="drawn[0]?.from.x"
      :y="(drawn[0]?.from.y ?? 0) + box.size / 18"
      text-anchor="middle"
      :font-size="box.size / 30"
      fill="var(--color-soft)"
    >
      caliper
    </text>
    <text
      :x="drawn.at(-1)?.to.x"
      :y="(drawn.at(-1)?.to.y ?? 0) - box.size / 28"
      text-anchor="middle"
      :font-size="box.size / 30"
      fill="var(--color-soft)"
    >
      lever, {{ practice.second ? 'syringe' : 'cup' }} on
    </text>
  </svg>
</template>
