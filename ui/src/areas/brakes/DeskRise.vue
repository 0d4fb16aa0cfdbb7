<script setup lang="ts">
import { computed, ref } from 'vue'

import { useAnswer } from '@/api/answer'
import { ask, client, type Schemas } from '@/api/client'
import FaultNote from '@/parts/FaultNote.vue'
import { noFigure, readFigure } from '@/parts/figures'
import { figure } from '@/parts/words'

const props = defineProps<{ side: Schemas['BrakeSide'] }>()
const line = ref(
  props.side.end === 'front'
    ? [
        { length: '250', angle: '75' },
        { length: '400', angle: '60' },
        { length: '250', angle: '20' },
      ]
    : [
        { length: '420', angle: '-8' },
        { length: '700', angle: '45' },
        { length: '580', angle: '35' },
      ],
)
const unread = computed(() =>
  line.value.flatMap((s) => [s.length, s.angle]).find((text) => readFigure(text) === undefined),
)
const segments = computed(() =>
  unread.value === undefined
    ? line.value.map((s) => ({ length_mm: readFigure(s.length) ?? 0, angle_deg: readFigure(s.angle) ?? 0 }))
    : undefined,
)
const { answer, fault } = useAnswer(
  () => segments.value,
  (asked) =>
    ask(client.POST('/api/brake/rise', { body: { line: asked, bore_mm: props.side.circuit.bore_mm } })),
)
/** The line drawn from the caliper at the lower left, as it lies and tilted as advised. */
function draw(tilt: number, hang = 0) {
  let [x, y] = [0, 0]
  const points = [[x, y]]
  segments.value?.forEach((s, i) => {
    const angle = i < hang ? 90 : s.angle_deg + tilt
    x += s.length_mm * Math.cos((angle * Math.PI) / 180)
    y -= s.length_mm * Math.sin((angle * Math.PI) / 180)
    points.push([x, y])
  })
  return points as [number, number][]
}
const drawings = computed(() => {
  const all = [{ name: 'As it lies', points: draw(0), falls: answer.value?.falls ?? [] }]
  if (answer.value?.falls.length)
    all.push({ name: 'As advised', points: draw(answer.value.tilt_deg, answer.value.hang), falls: [] })
  return all.map((d) => {
    const xs = d.points.map((p) => p[0])
    const ys = d.points.map((p) => p[1])
    const size = Math.max(400, Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)) * 1.15
    const box = `${(Math.min(...xs) + Math.max(...xs) - size) / 2} ${(Math.min(...ys) + Math.max(...ys) - size) / 2} ${size} ${size}`
    return { ...d, box, size }
  })
})
</script>

<template>
  <p class="text-soft">
    The hose in straight pieces from the caliper to the lever, bike level. 90° is straight up, below 0° it
    falls.
  </p>
  <div class="mt-3 flex flex-wrap gap-x-6 gap-y-3">
    <ol class="flex flex-col gap-2">
      <li v-for="(s, i) in line" :key="i" class="flex items-end gap-2">
        <span class="figure w-6 pb-2.5" :class="answer?.falls.includes(i) && 'font-bold text-brick'">{{
          i + 1
        }}</span>
        <label class="flex flex-col text-sm text-soft"
          >mm<input
            v-model="s.length"
            class="input figure max-w-24 text-lg text-ink"
            inputmode="decimal"
            :aria-label="`Piece ${i + 1}, mm`"
            :aria-invalid="readFigure(s.length) === undefined"
        /></label>
        <label class="flex flex-col text-sm text-soft"
          >degrees<input
            v-model="s.angle"
            class="input figure max-w-24 text-lg text-ink"
            :aria-label="`Piece ${i + 1}, degrees`"
            :aria-invalid="readFigure(s.angle) === undefined"
        /></label>
        <button
          type="button"
          class="button button-quiet"
          :aria-label="`Out: piece ${i + 1}`"
          :disabled="line.length < 2"
          @click="line.splice(i, 1)"
        >
          Out
        </button>
      </li>
      <li>
        <button type="button" class="button" @click="line.push({ length: '200', angle: '10' })">
          Another piece
        </button>
      </li>
    </ol>
    <figure v-for="d in drawings" :key="d.name" class="w-44">
      <svg
        :viewBox="d.box"
        class="block h-44 w-full border border-rule bg-paper"
        role="img"
        :aria-label="`The hose, ${d.name.toLowerCase()}`"
      >
        <line
          v-for="(p, i) in d.points.slice(1)"
          :key="i"
          :x1="d.points[i]?.[0]"
          :y1="d.points[i]?.[1]"
          :x2="p[0]"
          :y2="p[1]"
          :stroke="d.falls.includes(i) ? 'var(--color-brick)' : 'var(--color-ink)'"
          :stroke-dasharray="d.falls.includes(i) ? `${d.size / 30} ${d.size / 60}` : undefined"
          :stroke-width="d.size / 60"
          stroke-linecap="round"
        />
        <circle :cx="d.points[0]?.[0]" :cy="d.points[0]?.[1]" :r="d.size / 35" fill="var(--color-petrol)" />
      </svg>
      <figcaption class="text-sm text-soft">{{ d.name }}; the dot is the caliper</figcaption>
    </figure>
  </div>
  <p v-if="unread !== undefined" role="alert" class="mt-3 text-brick">{{ noFigure(unread) }}</p>
  <FaultNote v-if="fault" class="mt-3" :fault="fault" />
  <p v-if="answer" class="mt-3 border-l-4 border-petrol pl-3 text-xl">{{ answer.says }}</p>
  <p v-if="answer && answer.traps_ml" class="text-soft">
    The falling pieces can hold up to {{ figure(Number(answer.traps_ml.toFixed(2))) }} ml of air.
  </p>
</template>
