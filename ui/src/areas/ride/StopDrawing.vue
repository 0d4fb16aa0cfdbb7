<script setup lang="ts">
import { computed } from 'vue'

import type { Facts } from '@/api/client'
import { bonesOf } from '@/drawing/bike/bones'
import BikeLines from '@/drawing/BikeLines.vue'
import { drawingOf } from '@/drawing/geometry'
import { percent } from '@/parts/words'

/** How the weight goes forward while it slows: an arrow under each wheel, as long as what it bears. */
const props = defineProps<{ facts: Facts; front: number; says: string }>()
const bike = computed(() => drawingOf(props.facts))
const bones = computed(() => bonesOf(props.facts))
const ground = computed(() => bones.value.m.bottomBracket + 10)
const longest = 300
const box = computed(() => {
  const { left, right, top } = bike.value.box
  return `${left - 60} ${-top} ${right - left + 420} ${top + ground.value + longest + 40}`
})
const wheels = computed(() => [
  { id: 'rear', x: bones.value.rear[0], share: 1 - props.front },
  { id: 'front', x: bones.value.front[0], share: props.front },
])
</script>

<template>
  <svg
    :viewBox="box"
    class="w-full"
    role="img"
    :aria-label="`${percent(front)} of the weight on the front wheel, ${says}`"
  >
    <BikeLines :shapes="bike.shapes" :thinnest="5" faint />
    <line
      :x1="bike.box.left - 200"
      :x2="bike.box.right + 200"
      :y1="ground"
      :y2="ground"
      stroke="var(--color-ink)"
      stroke-width="5"
    />
    <g v-for="w in wheels" :key="w.id">
      <path
        :d="`M${w.x} ${ground + 20 + w.share * longest}V${ground + 20}m-26 44l26 -44l26 44`"
        fill="none"
        stroke="var(--color-petrol)"
        stroke-width="11"
      />
      <text
        :x="w.x + 46"
        :y="ground + 40 + (w.share * longest) / 2 + 30"
        font-size="110"
        class="figure"
        fill="var(--color-ink)"
      >
        {{ percent(w.share) }}
      </text>
    </g>
  </svg>
</template>
