<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'

import type { Facts } from '@/api/client'
import { markWords } from '@/parts/marks'

import BikeLines from './BikeLines.vue'
import { drawingOf, placeOf } from './geometry'
import { placeLabels } from './labels'
import LeaderLine from './LeaderLine.vue'
import MarkShape from './MarkShape.vue'

/**
 * The bike as a map of the job, drawn from its own facts. Points carry condition marks;
 * choosing one opens it. Without points it is a plain small picture.
 */
const props = withDefaults(
  defineProps<{
    facts: Facts
    points?: readonly { id: string; name: string; mark: string; at?: string }[]
    chosen?: string
    title?: string
    /** the points are a way that is walked, and its legs are drawn */
    way?: boolean
  }>(),
  { points: () => [], chosen: undefined, title: 'The bike', way: true },
)
const emit = defineEmits<{ choose: [id: string] }>()

const box = useTemplateRef('box')
const { width, height } = useElementSize(box)

const drawing = computed(() => drawingOf(props.facts))
const size = computed(() => ({ w: Math.max(width.value, 40), h: Math.max(height.value, 30) }))
// In the hand there is no room for names beside the bike: the open point's stands under it.
const narrow = computed(() => size.value.w < 560)
const fit = computed(() => {
  const { left, right, top, bottom } = drawing.value.box
  const side = !props.points.length ? 2 : narrow.value ? 18 : Math.min(132, size.value.w * 0.225)
  const lid = props.points.length ? 14 : 2
  const scale = Math.min(
    (size.value.w - 2 * side) / (right - left),
    (size.value.h - 2 * lid) / (top - bottom),
  )
  return {
    scale,
    x: size.value.w / 2 - ((left + right) / 2) * scale,
    y: size.value.h / 2 + ((top + bottom) / 2) * scale,
  }
})
const thinnest = computed(() => (props.points.length ? 1 : 1.1) / fit.value.scale)

const asks = ['watch', 'due', 'unsafe']
const marked = computed(() => {
  const known = props.points.flatMap((p) => {
    const place = placeOf(drawing.value.anchors, p)
    return place
      ? [
          {
            ...p,
            at: [fit.value.x + place[0] * fit.value.scale, fit.value.y - place[1] * fit.value.scale] as const,
          },
        ]
      : []
  })
  // With room for all names each has one. Else what asks for something, what is open at the bench
  // and what comes next are named; the rest carry their mark where they are on the bike.
  const room = narrow.value ? 0 : Math.floor((size.value.h - 48) / 24) * 2
  const at = known.findIndex((p) => p.id === props.chosen)
  const named =
    known.length <= room
      ? known
      : known.filter((p, i) => i === at || (at >= 0 && i === at + 1) || asks.includes(p.mark)).slice(0, room)
  const labels = new Map(
    placeLabels(named, 24, size.value.h - 24, named.length < known.length ? size.value.w / 2 : undefined).map(
      (l) => [l.id, l],
    ),
  )
  return known.flatMap((p) => {
    const label = labels.get(p.id)
    if (!label) return [{ ...p, named: false, left: true, x: p.at[0], y: p.at[1] }]
    const left = label.side === 'left'
    const edge = Math.min(124, size.value.w * 0.21)
    return [
      {
        ...p,
        named: true,
        left,
        x: left ? edge : size.value.w - edge,
        y: label.y,
      },
    ]
  })
})
/** The last legs of the way walked, fading, and the next one: all of it at once would tangle. */
const legs = computed(() => {
  const order = props.points.flatMap((p) => marked.value.find((m) => m.id === p.id) ?? [])
  const at = order.findIndex((m) => m.id === props.chosen)
  if (at < 0 || !props.way) return []
  const leg = (from: number, next: boolean, opacity: number) => {
    const a = order[from]
    const b = order[from + 1]
    return a && b ? [{ id: `${a.id}-${b.id}`, a: a.at, b: b.at, next, opacity }] : []
  }
  return [
    ...leg(at - 3, false, 0.25),
    ...leg(at - 2, false, 0.4),
    ...leg(at - 1, false, 0.6),
    ...leg(at, true, 0.9),
  ]
})
</script>

<template>
  <div ref="box" class="relative min-h-0 min-w-0">
    <svg
      :width="size.w"
      :height="size.h"
      :viewBox="`0 0 ${size.w} ${size.h}`"
      class="absolute inset-0"
      :role="points.length ? 'group' : 'img'"
      :aria-label="title"
    >
      <BikeLines
        :transform="`translate(${fit.x} ${fit.y}) scale(${fit.scale})`"
        :shapes="drawing.shapes"
        :thinnest="thinnest"
      />
      <template v-if="points.length">
        <line
          v-for="l in legs"
          :key="l.id"
          :x1="l.a[0]"
          :y1="l.a[1]"
          :x2="l.b[0]"
          :y2="l.b[1]"
          stroke="var(--color-petrol)"
          :stroke-width="l.next ? 2 : 1.4"
          :stroke-dasharray="l.next ? '1 6' : undefined"
          stroke-linecap="round"
          :opacity="l.opacity"
        />
        <LeaderLine
          v-for="m in marked.filter((m) => m.named)"
          :key="m.id"
          :from="m.at"
          :to="[m.x, m.y]"
          :here="m.id === chosen"
        />
        <g
          v-for="m in marked"
          :key="`${m.id}-label`"
          role="button"
          tabindex="-1"
          class="cursor-pointer"
          :aria-label="`${m.name}: ${markWords(m.mark)}`"
          :aria-pressed="m.id === chosen"
          @click="emit('choose', m.id)"
        >
          <rect
            v-if="m.named"
            :x="m.left ? 0 : m.x - 18"
            :y="m.y - 20"
            :width="m.left ? m.x + 18 : size.w - m.x + 18"
            height="40"
            fill="transparent"
          />
          <circle v-else :cx="m.x" :cy="m.y" r="15" fill="transparent" />
          <circle
            v-if="m.id === chosen"
            :cx="m.x"
            :cy="m.y"
            r="15"
            fill="var(--color-paper)"
            :fill-opacity="m.named ? 1 : 0.6"
            stroke="var(--color-petrol)"
            stroke-width="2.4"
          />
          <g
            :transform="
              m.named
                ? `translate(${m.x - 9} ${m.y - 9}) scale(0.9)`
                : `translate(${m.x - 5.5} ${m.y - 5.5}) scale(0.55)`
            "
          >
            <MarkShape :mark="m.mark" />
          </g>
          <text
            v-if="m.named"
            :x="m.left ? m.x - 18 : m.x + 18"
            :y="m.y + 5"
            :text-anchor="m.left ? 'end' : 'start'"
            font-size="14"
            :font-weight="m.id === chosen ? 700 : 420"
            :fill="m.id === chosen ? 'var(--color-petrol)' : 'var(--color-soft)'"
          >
            {{ m.name }}
          </text>
        </g>
      </template>
    </svg>
  </div>
</template>
