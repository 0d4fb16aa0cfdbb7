<script setup lang="ts">
import { computed, reactive } from 'vue'

import { usePart } from '@/areas/job/open'
import GaugeStrip from '@/parts/GaugeStrip.vue'
import { strip } from '@/parts/scale'
import TextField from '@/parts/TextField.vue'
import TickField from '@/parts/TickField.vue'
import { typedNumber } from '@/parts/words'

import { typed } from './benches'
import FigureBench from './FigureBench.vue'
import SlotDrawing from './SlotDrawing.vue'

/** A chain that nothing takes up: where the axle lies, which sprockets it goes on, how tight it is. */
defineProps<{ locked: boolean }>()
const told = usePart('gears')
const known = told.value.known.single
const form = reactive({
  ring: known?.ring ?? '',
  sprocket: known?.sprocket ?? '',
  links: known?.links ?? '',
  from: known?.from ?? '',
  room: known?.room ?? '',
  lies: known?.lies ?? '',
  moves: '',
  case: known?.case ?? false,
})
const asked = computed(() =>
  typed(form.ring, form.sprocket, form.from, form.room) ? { single: { ...form } } : undefined,
)
</script>

<template>
  <FigureBench
    bench="single"
    title="Chain and axle"
    about="two teeth more on either end are half an inch of chain, taken up in the slot"
    missing="Type ring, sprocket, how far it is from axle to axle with the hub right forward, and the slot’s room."
    :asked="asked"
    :locked="locked"
  >
    <template #drawing="{ figured }">
      <SlotDrawing :asked="form" :single="figured?.single" />
      <GaugeStrip
        v-if="figured?.single"
        label="Chain's middle, up and down"
        v-bind="strip(figured.single.moves)"
        :now="typedNumber(form.moves)"
        class="max-w-3xl"
      />
      <p v-if="figured?.single" class="text-sm text-soft">
        The chain’s middle, up and down, at its tightest: the crank turned once round.
      </p>
    </template>
    <template #default="{ fault }">
      <div class="grid max-w-4xl grid-cols-2 gap-3 md:grid-cols-4">
        <TextField v-model="form.ring" label="Ring, teeth" name="single.ring" :fault="fault" figure />
        <TextField
          v-model="form.sprocket"
          label="Sprocket, teeth"
          name="single.sprocket"
          :fault="fault"
          figure
        />
        <TextField
          v-model="form.links"
          label="Links that it has"
          name="single.links"
          :fault="fault"
          hint="left empty: the shortest that goes"
          figure
        />
        <TextField
          v-model="form.from"
          label="Axle to axle, hub forward, mm"
          name="single.from"
          :fault="fault"
          figure
        />
        <TextField v-model="form.room" label="Slot’s room, mm" name="single.room" :fault="fault" figure />
        <TextField
          v-model="form.lies"
          label="The axle lies back, mm"
          name="single.lies"
          :fault="fault"
          figure
        />
        <TextField v-model="form.moves" label="Middle moves, mm" name="moves_mm" :fault="fault" figure />
        <TickField v-model="form.case" class="self-end">in a chain case</TickField>
      </div>
    </template>
    <template #more="{ figured }">
      <p v-if="figured?.single?.takes.length" class="mt-2 text-note">
        <span class="text-soft">With this ring and slot it goes on sprockets of </span
        ><span class="figure">{{ figured.single.takes.join(' ') }}</span>
      </p>
    </template>
  </FigureBench>
</template>
