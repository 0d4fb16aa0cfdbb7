<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, nextTick, useId, useTemplateRef, watch } from 'vue'

import type { Schemas } from '@/api/client'
import CentreLine from '@/drawing/CentreLine.vue'
import MarkShape from '@/drawing/MarkShape.vue'
import { halfSection } from '@/drawing/section'

import { type DrawnPart, layOut } from './layout'

/**
 * An assembly in half section, pulled apart along its axis: cut on the right, seen on the left. What
 * lies on the tray is drawn thin; the part at hand is petrol.
 */
const props = defineProps<{ strip: Schemas['Strip']; here?: string }>()
const emit = defineEmits<{ open: [part: string] }>()
const pattern = useId()
const frame = useTemplateRef('frame')
const { width, height: room } = useElementSize(frame)

/** Names need room; on a narrow screen the list beside tells them. */
const wide = computed(() => Math.max(340, Math.min(760, width.value || 760)))
const axis = computed(() => wide.value / 2)
const layout = computed(() => layOut(props.strip.parts, Math.max(240, room.value - 56)))
const look = (d: DrawnPart) => {
  const p = d.part
  const at = p.id === props.here
  const away = p.state === 'tray' || p.state === 'absent'
  return {
    stroke: at ? 'var(--color-petrol)' : away ? 'var(--color-faint)' : 'var(--color-ink)',
    width: at ? 2.4 : away ? 1 : 1.5,
    dash: p.state === 'absent' ? '2 4' : undefined,
    hatch: at ? `url(#${pattern}-here)` : away ? 'none' : `url(#${pattern})`,
    seen: away && !at ? 'none' : 'var(--color-paper)',
  }
}
/** An assembly of many parts may be taller than its place: the part at hand is kept in view. */
watch(
  () => props.here,
  async () => {
    await nextTick()
    frame.value?.querySelector('[data-here]')?.scrollIntoView({ block: 'nearest' })
  },
)
const labelAt = (d: DrawnPart) => (d.side === 'left' ? axis.value - 178 : axis.value + 178)
const leader = (d: DrawnPart) => {
  const from = d.side === 'left' ? axis.value - d.out - 3 : axis.value + d.out + 3
  const to = d.side === 'left' ? labelAt(d) + 14 : labelAt(d) - 14
  const middle = (d.top + d.foot) / 2
  const knee = d.side === 'left' ? to + 12 : to - 12
  return `M${from} ${middle}L${knee} ${d.label}H${to}`
}
const cut = (text: string, most: number) => (text.length > most ? `${text.slice(0, most - 1)}…` : text)
const most = computed(() => Math.floor((axis.value - 200) / 7.6))
const below = (p: Schemas['PartView']) =>
  p.state === 'tray' ? `on the tray, ${p.number}` : p.felt ? p.felt.name : p.size || p.goes
</script>

<template>
  <div
    ref="frame"
    tabindex="0"
    role="group"
    aria-label="Drawing"
    class="min-h-80 flex-1 bg-chalk px-2 py-1 lg:min-h-0 lg:overflow-y-auto"
  >
    <svg
      :viewBox="`0 0 ${wide} ${layout.height + 48}`"
      class="mx-auto block w-full"
      :style="{ maxWidth: `${wide}px` }"
      role="img"
      :aria-label="`${strip.name}, pulled apart: ${strip.parts.map((p) => p.name).join(', ')}`"
    >
      <defs>
        <pattern
          :id="pattern"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1="0" y1="0" x2="0" y2="6" stroke="var(--color-soft)" stroke-width="0.9" />
        </pattern>
        <pattern
          :id="`${pattern}-here`"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1="0" y1="0" x2="0" y2="6" stroke="var(--color-petrol)" stroke-width="1.2" />
        </pattern>
      </defs>
      <text :x="axis" y="14" text-anchor="middle" class="fill-soft text-fine">↑ {{ strip.top }}</text>
      <text :x="axis" :y="layout.height + 38" text-anchor="middle" class="fill-soft text-fine">
        ↓ {{ strip.bottom }}
      </text>
      <g transform="translate(0 20)">
        <CentreLine :from="[axis, 2]" :to="[axis, layout.height]" />
        <g
          v-for="d in layout.parts"
          :key="d.part.id"
          :data-here="d.part.id === here ? '' : undefined"
          class="cursor-pointer"
          @click="emit('open', d.part.id)"
        >
          <rect
            :x="axis - d.out - 8"
            :y="d.top - 6"
            :width="2 * d.out + 16"
            :height="d.foot - d.top + 12"
            fill="transparent"
          />
          <template v-for="(o, i) in d.outlines" :key="i">
            <path
              :d="halfSection(axis, o).seen"
              :fill="look(d).seen"
              :stroke="look(d).stroke"
              :stroke-width="look(d).width"
              :stroke-dasharray="look(d).dash"
              stroke-linejoin="round"
            />
            <path
              :d="halfSection(axis, o).cut"
              :fill="look(d).hatch"
              :stroke="look(d).stroke"
              :stroke-width="look(d).width"
              :stroke-dasharray="look(d).dash"
              stroke-linejoin="round"
            />
          </template>
          <template v-if="wide > 560">
            <path
              :d="leader(d)"
              fill="none"
              :stroke="d.part.id === here ? 'var(--color-petrol)' : 'var(--color-rule)'"
              :stroke-width="d.part.id === here ? 2 : 1"
            />
            <g :transform="`translate(${labelAt(d) - 9} ${d.label - 9}) scale(0.9)`">
              <MarkShape :mark="d.part.mark" />
            </g>
            <text
              :x="d.side === 'left' ? labelAt(d) - 16 : labelAt(d) + 16"
              :y="d.label - 1"
              :text-anchor="d.side === 'left' ? 'end' : 'start'"
              class="text-note"
              :class="d.part.id === here ? 'fill-petrol font-semibold' : 'fill-ink'"
            >
              {{ cut(d.part.name, most) }}
            </text>
            <text
              :x="d.side === 'left' ? labelAt(d) - 16 : labelAt(d) + 16"
              :y="d.label + 15"
              :text-anchor="d.side === 'left' ? 'end' : 'start'"
              class="fill-soft text-fine"
            >
              {{ cut(below(d.part), most + 4) }}
            </text>
          </template>
        </g>
      </g>
    </svg>
  </div>
</template>
