<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import { typedNumber } from '@/parts/words'

import { type Round, tangent } from './loop'

/**
 * The two ways that a chain has to go, to scale from the drive side: the largest pair with the cage
 * drawn forward, the smallest with it folded back.
 */
const props = defineProps<{ pairs: Schemas['ChainPair'][]; stay: string; cage: string; links?: number }>()
const pitch = 12.7 / (2 * Math.PI)
const pulley = 11 * pitch
const stay = computed(() => typedNumber(props.stay) ?? 420)
const cage = computed(() => typedNumber(props.cage) ?? 60)
const ways = computed(() =>
  props.pairs.map((p, i) => {
    const long = i === 0
    const ring: Round = { x: stay.value, y: 0, r: p.ring * pitch }
    const sprocket: Round = { x: 0, y: 0, r: p.sprocket * pitch }
    const guide: Round = { x: long ? 16 : 10, y: sprocket.r + pulley + 6, r: pulley }
    const hangs = ((long ? 38 : 112) * Math.PI) / 180
    const tail: Round = {
      x: guide.x + cage.value * Math.cos(hangs),
      y: guide.y + cage.value * Math.sin(hangs),
      r: pulley,
    }
    const runs = [
      tangent(sprocket, ring, 1, 1),
      tangent(ring, tail, 1, 1),
      tangent(tail, guide, 1, -1),
      tangent(guide, sprocket, -1, 1),
    ]
    return { ...p, long, rounds: [ring, sprocket, guide, tail], runs }
  }),
)
const say = (p: Schemas['ChainPair']) => `${p.ring} × ${p.sprocket}`
</script>

<template>
  <svg
    :viewBox="`-115 -125 ${stay + 250} 300`"
    class="max-h-[280px] w-full"
    role="img"
    aria-label="The longest and the shortest way of the chain"
  >
    <g v-for="w in ways" :key="w.ring * 100 + w.sprocket" :opacity="w.long ? 1 : 0.75">
      <circle
        v-for="(o, i) in w.rounds"
        :key="i"
        :cx="o.x"
        :cy="o.y"
        :r="o.r"
        fill="none"
        :stroke="w.long ? 'var(--color-ink)' : 'var(--color-soft)'"
        :stroke-width="w.long ? 1.6 : 1.2"
        :stroke-dasharray="w.long ? undefined : '4 4'"
      />
      <line
        :x1="w.rounds[2]?.x"
        :y1="w.rounds[2]?.y"
        :x2="w.rounds[3]?.x"
        :y2="w.rounds[3]?.y"
        stroke="var(--color-faint)"
        stroke-width="5"
        stroke-linecap="round"
      />
      <path
        v-for="(r, i) in w.runs"
        :key="i"
        :d="`M${r[0][0]} ${r[0][1]}L${r[1][0]} ${r[1][1]}`"
        :stroke="w.long ? 'var(--color-petrol)' : 'var(--color-soft)'"
        :stroke-width="w.long ? 3.4 : 2"
        :stroke-dasharray="w.long ? undefined : '6 4'"
        stroke-linecap="round"
      />
      <text
        :x="stay / 2"
        :y="w.long ? -100 : -18"
        text-anchor="middle"
        font-size="17"
        class="figure"
        :fill="w.long ? 'var(--color-petrol)' : 'var(--color-soft)'"
      >
        {{ say(w) }}
      </text>
    </g>
    <text
      v-if="links && ways.length"
      :x="stay / 2"
      y="34"
      text-anchor="middle"
      font-size="26"
      font-weight="700"
      class="figure"
      fill="var(--color-ink)"
    >
      {{ links }} links
    </text>
    <path v-if="ways.length" :d="`M0 -3v6M${stay} -3v6M0 0H${stay}`" stroke="var(--color-faint)" />
    <text
      v-if="!ways.length"
      :x="stay / 2"
      y="20"
      text-anchor="middle"
      font-size="18"
      fill="var(--color-soft)"
    >
      drawn as it is typed
    </text>
  </svg>
</template>
