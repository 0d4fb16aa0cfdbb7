<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'

import type { Schemas } from '@/api/client'

import { rulerOf } from './ruler'

/** What is on the bike, each place on one ruler of time: fitted, read, tended, came off, due. */
const props = defineProps<{ lives: Schemas['Lives'] }>()
const box = useTemplateRef('box')
const { width } = useElementSize(box)
const w = computed(() => Math.max(width.value, 160))
const ruler = computed(() => rulerOf(props.lives.from, props.lives.to, w.value))
const x = (at: string | number) => ruler.value.x(at)
const months = computed(() => ruler.value.months(w.value > 420 ? 8 : 4))
const year = new Intl.DateTimeFormat(undefined, { month: 'short', year: '2-digit' })
const middle = 10
</script>

<template>
  <div
    class="grid grid-cols-[minmax(0,9rem)_minmax(0,1fr)] items-center gap-x-3 sm:grid-cols-[minmax(0,10rem)_minmax(0,1fr)_minmax(0,11rem)]"
  >
    <span></span>
    <div ref="box" aria-hidden="true">
      <svg :width="w" height="22" :viewBox="`0 0 ${w} 22`" class="block">
        <path :d="`M6 20H${w - 6}`" stroke="var(--color-ink)" />
        <path :d="`M${x(lives.today)} 6V20`" stroke="var(--color-ink)" stroke-width="2" />
        <g v-for="m in months" :key="m">
          <path :d="`M${x(m)} 16V20`" stroke="var(--color-ink)" />
          <text :x="x(m)" y="12" text-anchor="middle" class="figure fill-soft text-[11px]">
            {{ year.format(m) }}
          </text>
        </g>
      </svg>
    </div>
    <span class="hidden sm:block"></span>
    <template v-for="l in lives.lines" :key="l.name">
      <span class="text-note" :class="l.strong && 'font-bold'">{{ l.name }}</span>
      <svg :width="w" height="20" :viewBox="`0 0 ${w} 20`" class="block" aria-hidden="true">
        <g v-for="(s, i) in l.spans" :key="i" stroke="var(--color-ink)" fill="none">
          <path
            :d="`M${s.from ? x(s.from) : 6} ${middle}H${x(s.to ?? lives.today)}`"
            :stroke-width="i === l.spans.length - 1 ? 2.4 : 1"
          />
          <path v-if="s.from" :d="`M${x(s.from)} 4V16`" stroke-width="1.4" />
          <path v-if="s.to" :d="`M${x(s.to) - 4} 6l8 8m0 -8l-8 8`" stroke-width="1.4" />
          <circle
            v-for="r in s.reads"
            :key="r"
            :cx="x(r)"
            :cy="middle"
            r="3"
            fill="var(--color-paper)"
            stroke-width="1.4"
          />
        </g>
        <path v-for="t in l.tended" :key="t" :d="`M${x(t)} 8l-4 -6h8z`" fill="var(--color-ink)" />
        <rect
          v-if="l.due"
          :x="x(l.due.from)"
          y="5"
          :width="Math.max(4, x(l.due.to) - x(l.due.from))"
          height="10"
          fill="none"
          stroke="var(--color-ink)"
        />
      </svg>
      <span class="col-start-2 text-sm text-soft sm:col-start-auto sm:text-right">{{ l.says }}</span>
    </template>
  </div>
</template>
