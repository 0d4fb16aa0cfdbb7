<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import { figure, typedNumber } from '@/parts/words'

import { tangent } from './loop'

/**
 * Ring and sprocket to scale, and the slot beneath, three times as large: where the axle lies, and
 * where it is to lie.
 */
const props = defineProps<{
  asked: { ring: string; sprocket: string; from: string; room: string; lies: string }
  single?: Schemas['SingleAnswer']
}>()
const pitch = 12.7 / (2 * Math.PI)
const n = (text: string, usual: number) => typedNumber(text) ?? usual
const at = computed(() => {
  const from = n(props.asked.from, 430)
  const lies = n(props.asked.lies, 0)
  const rear = { x: 90, y: 100, r: n(props.asked.sprocket, 18) * pitch }
  const front = { x: 90 + from + lies, y: 100, r: n(props.asked.ring, 44) * pitch }
  return {
    rear,
    front,
    room: n(props.asked.room, 25),
    lies,
    to: props.single ? props.single.slot.between_mm - from : undefined,
    runs: [tangent(rear, front, 1, 1), tangent(front, rear, 1, 1)],
  }
})
const times = 4
/** The slot opens to the rear: its front end lies to the right. */
const x = (back: number) => 300 - back * times
</script>

<template>
  <svg
    viewBox="0 0 700 292"
    class="max-h-[280px] w-full max-w-[860px]"
    role="img"
    aria-label="Chain, sprockets and the axle in its slot"
  >
    <circle
      v-for="(o, i) in [at.rear, at.front]"
      :key="i"
      :cx="o.x"
      :cy="o.y"
      :r="o.r"
      fill="var(--color-paper)"
      stroke="var(--color-ink)"
      stroke-width="1.6"
    />
    <path
      v-for="(r, i) in at.runs"
      :key="`r${i}`"
      :d="`M${r[0][0]} ${r[0][1]}L${r[1][0]} ${r[1][1]}`"
      stroke="var(--color-petrol)"
      stroke-width="3.2"
    />
    <text
      :x="at.rear.x"
      :y="at.rear.y + 6"
      text-anchor="middle"
      font-size="15"
      class="figure"
      fill="var(--color-ink)"
    >
      {{ asked.sprocket }}
    </text>
    <text
      :x="at.front.x"
      :y="at.front.y + 6"
      text-anchor="middle"
      font-size="15"
      class="figure"
      fill="var(--color-ink)"
    >
      {{ asked.ring }}
    </text>
    <text
      v-if="single"
      :x="(at.rear.x + at.front.x) / 2"
      :y="106"
      text-anchor="middle"
      font-size="20"
      font-weight="700"
      class="figure"
      fill="var(--color-ink)"
    >
      {{ single.links }} links
    </text>
    <path
      :d="`M${x(at.room) - 24} 240H${x(0)}a13 13 0 0 1 0 26H${x(at.room) - 24}`"
      fill="var(--color-paper)"
      stroke="var(--color-ink)"
      stroke-width="1.8"
    />
    <g v-for="mm in Math.floor(at.room / 5) + 1" :key="mm">
      <line
        :x1="x((mm - 1) * 5)"
        :x2="x((mm - 1) * 5)"
        y1="268"
        :y2="(mm - 1) % 2 ? 273 : 277"
        stroke="var(--color-ink)"
        stroke-width="0.9"
      />
      <text
        v-if="(mm - 1) % 2 === 0"
        :x="x((mm - 1) * 5)"
        y="290"
        text-anchor="middle"
        font-size="var(--text-fine)"
        class="figure"
        fill="var(--color-soft)"
      >
        {{ (mm - 1) * 5 }}
      </text>
    </g>
    <circle
      :cx="x(at.lies)"
      cy="253"
      r="11"
      fill="var(--color-chalk)"
      stroke="var(--color-ink)"
      stroke-width="1.8"
    />
    <template v-if="at.to !== undefined">
      <circle
        :cx="x(at.to)"
        cy="253"
        r="11"
        fill="none"
        :stroke="single?.slot.fits ? 'var(--color-petrol)' : 'var(--color-ochre)'"
        stroke-width="3"
        :stroke-dasharray="single?.slot.fits ? undefined : '4 3'"
      />
      <text
        :x="x(at.to)"
        y="230"
        text-anchor="middle"
        font-size="14"
        class="figure"
        font-weight="700"
        :fill="single?.slot.fits ? 'var(--color-petrol)' : 'var(--color-ochre)'"
      >
        {{ figure(Number(at.to.toFixed(1))) }} mm
      </text>
    </template>
    <text x="330" y="257" font-size="var(--text-fine)" fill="var(--color-soft)">
      front to the right; the ring is where this chain puts the axle
    </text>
  </svg>
</template>
