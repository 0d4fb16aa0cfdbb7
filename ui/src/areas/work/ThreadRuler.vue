<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useId, useTemplateRef } from 'vue'

import ZoneHatching from '@/drawing/ZoneHatching.vue'
import { useTimes } from '@/parts/time'

import { type Thread, useMinutes } from './thread'

/**
 * The job on a ruler of minutes: its pieces as blocks, what is made once for several as a bracket,
 * what goes on by itself hatched below, the end as far as it is unsure, and the promise as a notch.
 */
const props = defineProps<{ thread: Thread; promised?: string; mine: number; chosen?: string }>()
const emit = defineEmits<{ choose: [id: string] }>()
const id = useId()
const { clock, dayAndClock, wallClock } = useTimes()
const { now, away, over } = useMinutes()
const box = useTemplateRef('box')
const { width } = useElementSize(box)

const side = { left: 14, right: 18 }
const axis = 30
const row = { top: 42, high: 40 }
const brackets = computed(() => props.thread.brackets.slice(0, 3))
const lanesFrom = computed(() => row.top + row.high + (brackets.value.length ? 34 : 12))
const height = computed(() => lanesFrom.value + Math.max(1, props.thread.alone.length) * 24 + 6)

const promise = computed(() => (props.promised ? away(props.promised) : undefined))
/** The ruler ends behind the last the work may take; a promise soon after is on it, a later one said. */
const span = computed(() => {
  const work = Math.max(props.thread.late, ...props.thread.alone.map((a) => away(a.until)), 20)
  const far = promise.value !== undefined && promise.value > 0 && promise.value < work * 1.7 + 30
  return { from: -4, to: (far ? Math.max(work, promise.value ?? 0) : work) * 1.04 + 4, far }
})
const x = (minutes: number) =>
  side.left +
  ((Math.min(Math.max(minutes, span.value.from), span.value.to) - span.value.from) /
    (span.value.to - span.value.from)) *
    (Math.max(width.value, 300) - side.left - side.right)

/** Marks of the clock: a taller one with its figure where there is room for it. */
const ticks = computed(() => {
  const pixel = x(1) - x(0)
  const great = [10, 15, 30, 60, 120, 240].find((m) => m * pixel > 90) ?? 480
  const small = great / (great === 15 ? 3 : 6)
  const start = new Date(now.value)
  start.setSeconds(0, 0)
  // By the shop's clock, not the tablet's.
  const [hour = 0, minute = 0] = wallClock(start.toISOString()).slice(11).split(':').map(Number)
  const into = hour * 60 + minute
  const list = []
  for (let m = Math.ceil((into + span.value.from) / small) * small; m - into < span.value.to; m += small)
    list.push({
      x: x(m - into),
      great: m % great === 0,
      text: clock(new Date(start.getTime() + (m - into) * 60_000).toISOString()),
    })
  return list
})

const blocks = computed(() =>
  props.thread.pieces.map((p, i) => {
    const [from, to] = [x(p.from), x(p.to)]
    const letters = Math.floor((to - from - 12) / 7.4)
    const place = i === props.mine ? 0 : i < props.mine ? i + 1 : i
    const said = place ? `${place} ${p.title}` : p.title
    return {
      id: p.id,
      from,
      wide: Math.max(2, to - from - 1.5),
      now: i === props.mine,
      chosen: p.id === props.chosen,
      title: p.title,
      text:
        letters > 5
          ? said.length > letters
            ? `${said.slice(0, letters - 1)}…`
            : said
          : letters >= 1
            ? place
              ? String(place)
              : '▼'
            : '',
    }
  }),
)
/** Where a name stands that has no room behind its bar: in it, at its end. */
const beside = (a: Thread['alone'][number]) => {
  const end = x(away(a.until))
  const fits = end + 8 + a.what.length * 7.4 < Math.max(width.value, 300)
  return fits ? { x: end + 8 } : { x: end - 8, 'text-anchor': 'end' }
}
const at = (minutes: number) => clock(new Date(now.value.getTime() + minutes * 60_000).toISOString())
const kept = computed(() => promise.value === undefined || promise.value >= props.thread.finish)
const label = computed(
  () =>
    `${props.thread.pieces.length} pieces from now, about ${props.thread.finish} minutes; over between ${at(props.thread.early)} and ${at(props.thread.late)}`,
)
</script>

<template>
  <div ref="box" class="w-full">
    <svg :width="Math.max(width, 300)" :height="height" role="img" :aria-label="label">
      <ZoneHatching :id="id" />
      <line
        :x1="side.left"
        :x2="Math.max(width, 300) - side.right"
        :y1="axis"
        :y2="axis"
        stroke="var(--color-ink)"
        stroke-width="1.4"
      />
      <g v-for="t in ticks" :key="t.x">
        <line
          :x1="t.x"
          :x2="t.x"
          :y1="axis"
          :y2="axis - (t.great ? 12 : 6)"
          stroke="var(--color-ink)"
          :stroke-width="t.great ? 1.4 : 0.8"
        />
        <text
          v-if="t.great"
          :x="t.x + 5"
          :y="axis - 8"
          font-size="var(--text-fine)"
          fill="var(--color-soft)"
          class="figure"
        >
          {{ t.text }}
        </text>
      </g>
      <g v-for="b in blocks" :key="b.id" class="cursor-pointer" @click="emit('choose', b.id)">
        <title>{{ b.title }}</title>
        <rect
          :x="b.from"
          :y="row.top"
          :width="b.wide"
          :height="row.high"
          :fill="b.now ? 'var(--color-wash)' : 'var(--color-paper)'"
          :stroke="b.now || b.chosen ? 'var(--color-petrol)' : 'var(--color-ink)'"
          :stroke-width="b.now || b.chosen ? 2.4 : 1.2"
        />
        <text
          :x="b.from + 6"
          :y="row.top + 25"
          font-size="var(--text-fine)"
          :fill="b.now ? 'var(--color-petrol)' : 'var(--color-ink)'"
          :font-weight="b.now ? 680 : 400"
        >
          {{ b.text }}
        </text>
      </g>
      <rect
        v-if="thread.pieces.length"
        :x="x(thread.finish)"
        :y="row.top"
        :width="Math.max(3, x(thread.late) - x(thread.finish))"
        :height="row.high"
        :fill="`url(#${id}-watch)`"
        stroke="var(--color-faint)"
        stroke-dasharray="4 3"
      />
      <g v-for="b in brackets" :key="b.name + b.from">
        <path
          :d="`M${x(b.from)} ${row.top + row.high + 4}v7H${x(b.to)}v-7`"
          fill="none"
          stroke="var(--color-petrol)"
          stroke-width="2"
        />
        <text
          v-if="width > 620 || brackets.length < 2"
          :x="Math.min(x(b.from) + 6, Math.max(width, 300) - 240)"
          :y="row.top + row.high + 26"
          font-size="var(--text-fine)"
          fill="var(--color-petrol)"
        >
          {{ b.name }}: once, for {{ b.pieces }}
        </text>
      </g>
      <g v-for="(a, i) in thread.alone" :key="a.id">
        <rect
          :x="x(away(a.since))"
          :y="lanesFrom + i * 24"
          :width="Math.max(4, x(away(a.until)) - x(away(a.since)))"
          height="14"
          :fill="`url(#${id}-${over(a) ? 'due' : 'watch'})`"
          :stroke="over(a) ? 'var(--color-ochre)' : 'var(--color-faint)'"
        />
        <text
          v-bind="beside(a)"
          :y="lanesFrom + 12 + i * 24"
          font-size="var(--text-fine)"
          fill="var(--color-soft)"
          stroke="var(--color-chalk)"
          stroke-width="5"
          paint-order="stroke"
        >
          {{ a.what }}
        </text>
      </g>
      <text
        v-if="!thread.alone.length"
        :x="x(0) + 10"
        :y="lanesFrom + 14"
        font-size="var(--text-fine)"
        fill="var(--color-faint)"
      >
        nothing goes on by itself
      </text>
      <line :x1="x(0)" :x2="x(0)" :y1="axis" :y2="height - 4" stroke="var(--color-petrol)" stroke-width="2" />
      <path :d="`M${x(0) - 7} ${axis}h14l-7 11z`" fill="var(--color-petrol)" />
      <g v-if="promise !== undefined && span.far">
        <path
          :d="`M${x(promise)} ${axis}V${lanesFrom}m-7 0h14`"
          fill="none"
          :stroke="kept ? 'var(--color-ink)' : 'var(--color-brick)'"
          stroke-width="2.2"
        />
        <text
          :x="x(promise) + 4"
          :y="lanesFrom + 16"
          text-anchor="end"
          font-size="var(--text-fine)"
          font-weight="680"
          :fill="kept ? 'var(--color-ink)' : 'var(--color-brick)'"
        >
          promised {{ clock(promised) }}
        </text>
      </g>
      <text
        v-else-if="promised"
        :x="Math.max(width, 300) - side.right"
        :y="lanesFrom + 16"
        text-anchor="end"
        font-size="var(--text-fine)"
        font-weight="680"
        :fill="kept ? 'var(--color-ink)' : 'var(--color-brick)'"
      >
        promised {{ dayAndClock(promised) }}{{ kept ? ' →' : ': past' }}
      </text>
    </svg>
  </div>
</template>
