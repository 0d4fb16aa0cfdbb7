<script setup lang="ts">
import { computed, reactive } from 'vue'

import { usePart } from '@/areas/job/open'
import TextField from '@/parts/TextField.vue'

import { typed } from './benches'
import FigureBench from './FigureBench.vue'
import HangerClock from './HangerClock.vue'

/** The hanger by itself: the gauge all round, which way it leans, whether to bend or to replace. */
defineProps<{ locked: boolean }>()
const told = usePart('gears')
const kept = told.value.notes.find((n) => n.figured.bench === 'hanger')?.asked.hanger
const form = reactive({
  reach: kept?.reach ?? '300',
  readings: { '12': '', '3': '', '6': '', '9': '', ...kept?.readings } as Record<string, string>,
})
const hours = [
  ['12', 'Above (12)'],
  ['3', 'Ahead (3)'],
  ['6', 'Below (6)'],
  ['9', 'Behind (9)'],
] as const
const asked = computed(() =>
  typed(form.reach) && Object.values(form.readings).filter((r) => r.trim()).length >= 3
    ? { hanger: { reach: form.reach, readings: { ...form.readings } } }
    : undefined,
)
</script>

<template>
  <FigureBench
    bench="hanger"
    title="The hanger, by its gauge"
    about="mech off; the arm turned by the clock, seen from the drive side"
    missing="Three readings at least, all round."
    :asked="asked"
    :locked="locked"
  >
    <template #drawing="{ figured }">
      <HangerClock :readings="form.readings" :hanger="figured?.hanger" class="mx-auto" />
    </template>
    <template #default="{ fault }">
      <div class="grid max-w-3xl grid-cols-2 gap-3 sm:grid-cols-5">
        <TextField
          v-for="[h, says] in hours"
          :key="h"
          v-model="form.readings[h]"
          :label="`${says}, mm`"
          :name="`readings.${h}`"
          :fault="fault"
          figure
          inputmode="decimal"
        />
        <TextField
          v-model="form.reach"
          label="Gauge’s reach, mm"
          name="reach"
          :fault="fault"
          figure
          inputmode="decimal"
        />
      </div>
      <p class="mt-2 text-note text-soft">
        From the arm’s tip to the rim. Turn the wheel along with the arm, so that the same place of the rim is
        read and the wheel’s own wobble does not count.
      </p>
    </template>
  </FigureBench>
</template>
