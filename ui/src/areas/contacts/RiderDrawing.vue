<script setup lang="ts">
import { computed } from 'vue'

import type { Facts } from '@/api/client'
import { bonesOf } from '@/drawing/bike/bones'
import BikeLines from '@/drawing/BikeLines.vue'
import { drawingOf } from '@/drawing/geometry'
import { polar, type Place } from '@/drawing/plane'

import { type Contact, stands } from './contact'

/**
 * Where the rider meets the bike, from the side: each figure on its own dimension line, as found in
 * grey where it is another now. The bike is drawn by its facts; the figures are what was read.
 */
const props = defineProps<{ facts: Facts; contacts: Contact[]; chosen?: string }>()
const emit = defineEmits<{ choose: [id: string] }>()

const bike = computed(() => drawingOf(props.facts))
const bones = computed(() => bonesOf(props.facts))
const frame = computed(() => {
  const { saddle, clamp, rear } = bones.value
  const left = Math.min(saddle[0] - 430, rear[0] - 60)
  const right = clamp[0] + 420
  const top = Math.max(saddle[1], clamp[1]) + 190
  return { left, right, top, bottom: -70 }
})
const box = computed(() => {
  const f = frame.value
  return `${f.left} ${-f.top} ${f.right - f.left} ${f.top - f.bottom}`
})

/** A dimension: between two places, its figure beside it, with the lines that lead out to it. */
interface Dimension {
  id: string
  ends: [Place, Place]
  leads: [Place, Place][]
  text: Place
  anchor: 'start' | 'middle' | 'end'
}
const by = (a: Place, x: number, y: number): Place => [a[0] + x, a[1] + y]

const places = computed<Record<string, Omit<Dimension, 'id'>>>(() => {
  const b = bones.value
  const seatTop = by(b.saddle, 0, 30)
  const off = (p: Place): Place => by(p, -190, -58)
  const nose = by(b.saddle, 150, 22)
  const tail = by(b.saddle, -112, 30)
  const over: Place = [0, b.saddle[1] + 128]
  const down = b.clamp[1] < b.top[1] ? b.clamp : b.top
  const grip: Place = by(b.clamp, props.facts.bar === 'drop' ? 52 : -20, 6)
  const lever: Place = by(b.clamp, props.facts.bar === 'drop' ? 92 : 30, props.facts.bar === 'drop' ? 6 : -20)
  return {
    height: {
      ends: [off([0, 0]), off(seatTop)],
      leads: [
        [[0, 0], off([0, 0])],
        [seatTop, off(seatTop)],
      ],
      text: by(off([seatTop[0] / 2, seatTop[1] / 2]), -34, 0),
      anchor: 'end',
    },
    setback: {
      ends: [over, [nose[0], over[1]]],
      leads: [
        [[0, 40], by(over, 0, 18)],
        [nose, [nose[0], over[1] + 18]],
      ],
      text: by(over, nose[0] < 0 ? 18 : -18, -8),
      anchor: nose[0] < 0 ? 'start' : 'end',
    },
    tilt: {
      ends: [by(tail, -150, 0), by(tail, 0, 0)],
      leads: [[by(tail, -150, 34), tail]],
      text: by(tail, -166, 8),
      anchor: 'end',
    },
    stem: {
      ends: [by(b.headTop, -96, 0), by(b.top, -96, 0)],
      leads: [
        [by(b.headTop, -18, 0), by(b.headTop, -110, 0)],
        [by(down, -18, 0), by(b.top, -110, 0)],
      ],
      text: by(b.headTop, -118, 4),
      anchor: 'end',
    },
    roll: {
      ends: [by(grip, 0, 96), by(grip, 150, 96)],
      leads: [[by(grip, 0, 30), by(grip, 0, 110)]],
      text: by(grip, 166, 92),
      anchor: 'start',
    },
    angle: {
      ends: [by(lever, 40, -60), polar(by(lever, 40, -60), 130, -18)],
      leads: [[lever, by(lever, 40, -60)]],
      text: by(lever, 180, -104),
      anchor: 'start',
    },
    wing: {
      ends: [by(grip, -110, -70), by(grip, -20, -70)],
      leads: [[by(grip, -60, 0), by(grip, -60, -70)]],
      text: by(grip, -70, -128),
      anchor: 'middle',
    },
  }
})

const drawn = computed(() =>
  props.contacts.flatMap((c) => {
    const d = places.value[c.draws]
    return d
      ? [
          {
            c,
            ...d,
            now: stands(c),
            was: c.left && c.found && c.left.value !== c.found.value ? c.found : undefined,
          },
        ]
      : []
  }),
)
const line = (a: Place, b: Place) => ({ x1: a[0], y1: -a[1], x2: b[0], y2: -b[1] })
const tone = (c: Contact) =>
  c.id === props.chosen ? 'var(--color-petrol)' : stands(c) ? 'var(--color-ink)' : 'var(--color-faint)'
/** An end of a dimension is a short stroke across it, as a carpenter has it. */
const tick = ([x, y]: Place) => `M${x - 9} ${-y + 9}L${x + 9} ${-y - 9}`
</script>

<template>
  <svg :viewBox="box" class="h-full w-full" role="group" aria-label="How it is set, from the side">
    <BikeLines :shapes="bike.shapes" :thinnest="4" faint />
    <circle cx="0" cy="0" r="9" fill="var(--color-ink)" />
    <g
      v-for="d in drawn"
      :key="d.c.id"
      class="cursor-pointer"
      role="button"
      tabindex="-1"
      :aria-label="`${d.c.name}: ${d.now?.says ?? 'not noted'}`"
      @click="emit('choose', d.c.id)"
    >
      <line
        v-for="(l, i) in d.leads"
        :key="i"
        v-bind="line(...l)"
        stroke="var(--color-faint)"
        stroke-width="3"
      />
      <line
        v-bind="line(...d.ends)"
        :stroke="tone(d.c)"
        :stroke-width="d.c.id === chosen ? 7 : 4"
        :stroke-dasharray="d.now ? undefined : '14 10'"
      />
      <path v-for="(e, i) in d.ends" :key="`e${i}`" :d="tick(e)" :stroke="tone(d.c)" stroke-width="5" />
      <text
        :x="d.text[0]"
        :y="-d.text[1] + 14"
        :text-anchor="d.anchor"
        font-size="50"
        class="figure"
        :font-weight="d.c.id === chosen ? 700 : 500"
        :fill="tone(d.c)"
      >
        {{ d.now?.says ?? '–' }}
      </text>
      <text
        v-if="d.was"
        :x="d.text[0]"
        :y="-d.text[1] + 56"
        :text-anchor="d.anchor"
        font-size="38"
        class="figure"
        fill="var(--color-soft)"
      >
        was {{ d.was.says }}
      </text>
    </g>
  </svg>
</template>
