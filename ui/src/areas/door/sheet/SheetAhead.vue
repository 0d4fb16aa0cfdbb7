<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useId, useTemplateRef } from 'vue'

import type { Schemas } from '@/api/client'
import { useTimes } from '@/parts/time'

import { rulerOf } from './ruler'

/** What comes next on one ruler of time: dotted up to its span, the span hatched. */
const props = defineProps<{ ahead: Schemas['Ahead'] }>()
const { date } = useTimes()
const box = useTemplateRef('box')
const { width } = useElementSize(box)
const pattern = useId()
const w = computed(() => Math.max(width.value, 160))
const ruler = computed(() => rulerOf(props.ahead.from, props.ahead.to, w.value))
const x = (at: string | number) => ruler.value.x(at)
const months = computed(() => ruler.value.months(w.value > 420 ? 6 : 3))
const month = new Intl.DateTimeFormat(undefined, { month: 'short' })
</script>

<template>
  <div
    class="grid grid-cols-[minmax(0,8rem)_minmax(0,1fr)] items-center gap-x-3 sm:grid-cols-[minmax(0,10rem)_minmax(0,1fr)_minmax(0,11rem)]"
  >
    <span></span>
    <div ref="box" aria-hidden="true">
      <svg :width="w" height="24" :viewBox="`0 0 ${w} 24`" class="block">
        <path :d="`M6 16V22H${w - 6}`" fill="none" stroke="var(--color-ink)" />
        <g v-for="m in months" :key="m">
          <path :d="`M${x(m)} 17V22`" stroke="var(--color-ink)" />
          <text :x="x(m)" y="13" text-anchor="middle" class="figure fill-soft text-[12px]">
            {{ month.format(m) }}
          </text>
        </g>
      </svg>
    </div>
    <span class="hidden sm:block"></span>
    <template v-for="d in ahead.due" :key="d.name + d.from">
      <span class="text-right text-note">{{ d.name }}</span>
      <svg
        :width="w"
        height="24"
        :viewBox="`0 0 ${w} 24`"
        class="block"
        role="img"
        :aria-label="`${date(d.from)} to ${date(d.to)}`"
      >
        <defs>
          <pattern
            :id="pattern"
            width="6"
            height="6"
            patternTransform="rotate(45)"
            patternUnits="userSpaceOnUse"
          >
            <path d="M0 0V6" stroke="var(--color-ink)" stroke-width="1.6" />
          </pattern>
        </defs>
        <path :d="`M6 12H${x(d.from)}`" stroke="var(--color-ink)" stroke-dasharray="1.5 4" />
        <rect
          :x="x(d.from)"
          y="6"
          :width="Math.max(6, x(d.to) - x(d.from))"
          height="12"
          :fill="`url(#${pattern})`"
          stroke="var(--color-ink)"
        />
      </svg>
      <span class="col-start-2 text-sm text-soft sm:col-start-auto">{{ d.says }}</span>
    </template>
  </div>
</template>
