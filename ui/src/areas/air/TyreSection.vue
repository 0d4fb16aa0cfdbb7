<script setup lang="ts">
import { computed, useId } from 'vue'

import type { Schemas } from '@/api/client'
import ZoneHatching from '@/drawing/ZoneHatching.vue'
import { figure } from '@/parts/words'

/**
 * A tyre cut across on its rim, to scale: its width as it stands, hooks or none, tube or sealant,
 * the load on it.
 */
const props = defineProps<{
  tyre?: Schemas['TyreAnswer']
  hookless: boolean
  tubeless: boolean
  load?: number
}>()
const pattern = useId()
const scale = computed(() => Math.min(3.4, 150 / (props.tyre?.width_mm ?? 40)))
const w = computed(() => (props.tyre?.width_mm ?? 40) * scale.value)
/** A rim is about six tenths as wide inside as its tyre stands. */
const rim = computed(() => w.value * 0.62)
const middle = 160
const seat = 190
const r = computed(() => w.value / 2)
const top = computed(() => seat - r.value * 1.75)
const outer = computed(() => {
  const [x, y] = [rim.value / 2, seat]
  const bulge = r.value
  return `M${middle - x} ${y}C${middle - bulge * 1.25} ${y - bulge * 0.55} ${middle - bulge * 1.1} ${top.value} ${middle} ${top.value}S${middle + bulge * 1.25} ${y - bulge * 0.55} ${middle + x} ${y}`
})
const inner = computed(() => {
  const [x, y] = [rim.value / 2 - 7, seat - 4]
  const bulge = r.value - 8
  return `M${middle - x} ${y}C${middle - bulge * 1.25} ${y - bulge * 0.5} ${middle - bulge * 1.1} ${top.value + 10} ${middle} ${top.value + 10}S${middle + bulge * 1.25} ${y - bulge * 0.5} ${middle + x} ${y}`
})
const walls = computed(() => {
  const x = rim.value / 2
  const hook = props.hookless ? 0 : 5
  const side = (s: 1 | -1) =>
    `M${middle + s * x} ${seat + 14}V${seat - 12}${hook ? `h${-s * hook}v-4h${s * (hook + 6)}` : `h${s * 6}`}V${seat + 14}`
  return side(1) + side(-1)
})
const well = computed(
  () =>
    `M${middle - rim.value / 2 - 6} ${seat + 14}H${middle - rim.value / 2 + 8}l8 14H${middle + rim.value / 2 - 16}l8 -14H${middle + rim.value / 2 + 6}l-6 22L${middle + 12} ${seat + 62}h-24L${middle - rim.value / 2} ${seat + 36}z`,
)
const said = computed(() =>
  props.tyre
    ? `The tyre cut across: ${figure(props.tyre.width_mm)} mm on a bead seat of ${props.tyre.seat_mm}, ${props.hookless ? 'no hooks' : 'hooks'}, ${props.tubeless ? 'sealant' : 'a tube'}`
    : 'A tyre cut across, not read yet',
)
</script>

<template>
  <svg viewBox="0 0 320 268" class="w-full max-w-[340px]" role="img" :aria-label="said">
    <ZoneHatching :id="pattern" />
    <path :d="`${outer}L${middle} ${seat}z`" fill="none" />
    <path :d="outer" fill="var(--color-paper)" stroke="var(--color-ink)" stroke-width="2.4" />
    <path
      :d="inner"
      fill="none"
      :stroke="tubeless ? 'var(--color-ink)' : 'var(--color-petrol)'"
      :stroke-width="tubeless ? 1 : 2.4"
    />
    <path
      v-if="!tubeless"
      :d="`M${middle - rim / 2 + 7} ${seat - 4}Q${middle} ${seat + 12} ${middle + rim / 2 - 7} ${seat - 4}`"
      fill="none"
      stroke="var(--color-petrol)"
      stroke-width="2.4"
    />
    <path
      v-else
      :d="`M${middle - r * 0.62} ${seat - r * 0.62}Q${middle} ${seat - r * 0.2} ${middle + r * 0.62} ${seat - r * 0.62}`"
      fill="none"
      stroke="var(--color-petrol)"
      stroke-width="2.4"
      stroke-dasharray="5 4"
    />
    <path :d="well" :fill="`url(#${pattern}-watch)`" stroke="var(--color-ink)" stroke-width="1.6" />
    <path :d="walls" fill="none" stroke="var(--color-ink)" stroke-width="2.4" />
    <template v-if="tyre">
      <path
        :d="`M${middle - r} ${top - 16}v-8H${middle + r}v8`"
        fill="none"
        stroke="var(--color-soft)"
        stroke-width="1"
      />
      <text
        :x="middle"
        :y="top - 30"
        text-anchor="middle"
        font-size="16"
        class="figure"
        fill="var(--color-ink)"
      >
        {{ figure(tyre.width_mm) }}
      </text>
      <text
        :x="middle"
        :y="seat + 84 > 262 ? 262 : seat + 78"
        text-anchor="middle"
        font-size="var(--text-fine)"
        class="figure"
        fill="var(--color-soft)"
      >
        seat {{ tyre.seat_mm }}
      </text>
    </template>
    <template v-if="load !== undefined">
      <path
        :d="`M${middle} ${seat + 20}v${-34}m-5 26l5 8l5 -8`"
        fill="none"
        stroke="var(--color-petrol)"
        stroke-width="2"
      />
      <text
        :x="middle + rim / 2 + 16"
        :y="seat + 24"
        font-size="14"
        class="figure"
        fill="var(--color-petrol)"
      >
        {{ figure(load) }} kg
      </text>
    </template>
  </svg>
</template>
