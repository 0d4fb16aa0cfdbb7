<script setup lang="ts">
import { computed, reactive } from 'vue'

import { useOpenJob, usePart } from '@/areas/job/open'
import ChoiceRow from '@/parts/ChoiceRow.vue'
import TextField from '@/parts/TextField.vue'
import { figure } from '@/parts/words'

import { typed } from './benches'
import FigureBench from './FigureBench.vue'
import FrontDrawing from './FrontDrawing.vue'

/** The front mech: height and angle before the cable, the cable before the screws. */
defineProps<{ locked: boolean }>()
const { job } = useOpenJob()
const told = usePart('gears')
const kept = told.value.notes.find((n) => n.figured.bench === 'front')?.asked.front
const hints = computed(() => {
  const { cage_height: height, cage_angle: angle } = told.value.known
  return {
    height:
      height?.target && `a coin’s thickness: ${figure(height.target.from)} to ${figure(height.target.to)} mm`,
    angle:
      angle?.target &&
      `0 is parallel to the ring; minus towards the frame; more than ${figure(angle.target.to)}° spoils it`,
  }
})
const rings = computed(() => job.value.bike.facts.rings)
type Rub = 'none' | 'inner' | 'outer'
const form = reactive({
  height: kept?.height ?? '',
  angle: kept?.angle ?? '',
  rubs: Array.from({ length: rings.value }, (_, i) => (kept?.rubs[i] ?? 'none') as Rub),
  over: kept?.over ?? ('none' as 'none' | 'large' | 'small'),
  climbs: kept ? (kept.climbs ? 'yes' : 'no') : ('yes' as 'yes' | 'no'),
})
const named = (i: number) =>
  i === 0 ? 'the smallest ring' : i === rings.value - 1 ? 'the largest ring' : 'the middle ring'
const rubs = [
  ['none', 'Free'],
  ['inner', 'Inner plate rubs'],
  ['outer', 'Outer plate rubs'],
] as const
const asked = computed(() =>
  typed(form.height, form.angle)
    ? {
        front: {
          height: form.height,
          angle: form.angle,
          rubs: [...form.rubs],
          over: form.over,
          climbs: form.climbs === 'yes',
        },
      }
    : undefined,
)
</script>

<template>
  <FigureBench
    bench="front"
    title="Front mech"
    about="height and angle first, then cable, then screws: each spoils what comes after it"
    missing="Measure the cage’s height over the largest ring, and sight its angle along the ring."
    :asked="asked"
    :locked="locked"
  >
    <template #drawing
      ><FrontDrawing
        :rings="rings"
        :height="form.height"
        :angle="form.angle"
        :rubs="form.rubs"
        :scales="{ height: told.known.cage_height, angle: told.known.cage_angle }"
    /></template>
    <template #default="{ fault }">
      <div class="flex max-w-4xl flex-col gap-3">
        <div class="grid gap-3 sm:grid-cols-2">
          <TextField
            v-model="form.height"
            label="Outer plate over the largest ring’s teeth, mm"
            name="height_mm"
            :fault="fault"
            :hint="hints.height"
            figure
            inputmode="decimal"
          />
          <TextField
            v-model="form.angle"
            label="Its tail turned away from the frame, degrees"
            name="angle_deg"
            :fault="fault"
            :hint="hints.angle"
            figure
          />
        </div>
        <ChoiceRow
          v-for="(_, i) in form.rubs"
          :key="i"
          v-model="form.rubs[i]"
          :label="`On ${named(i)}, over the sprockets it is ridden with`"
          :choices="rubs"
        />
        <div class="flex flex-wrap gap-x-8 gap-y-3">
          <ChoiceRow
            v-model="form.climbs"
            label="Does it climb to the largest ring?"
            :choices="[
              ['yes', 'It climbs'],
              ['no', 'It does not'],
            ]"
          />
          <ChoiceRow
            v-model="form.over"
            label="Does the chain leave the rings?"
            :choices="[
              ['none', 'No'],
              ['large', 'Over the largest'],
              ['small', 'Inside the smallest'],
            ]"
          />
        </div>
      </div>
    </template>
  </FigureBench>
</template>
