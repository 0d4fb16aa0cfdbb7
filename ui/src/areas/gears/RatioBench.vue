<script setup lang="ts">
import { computed, reactive, ref } from 'vue'

import { useOpenJob, usePart } from '@/areas/job/open'
import ChoiceField from '@/parts/ChoiceField.vue'
import TextField from '@/parts/TextField.vue'

import { typed } from './benches'
import FigureBench from './FigureBench.vue'
import RatioRule from './RatioRule.vue'

/** A bike's gears on one rule, and those that it would have with other rings, sprockets or tyres. */
defineProps<{ locked: boolean }>()
const { job } = useOpenJob()
const told = usePart('gears')
const known = told.value.known.ratio
const blank = { rings: '', sprockets: '', hub: '', seat: '', width: '' }
const form = reactive({
  now: { ...blank, ...known?.now },
  then: { ...blank, ...(known?.then ?? known?.now) },
  power: known?.power ?? '',
  mass: known?.mass ?? '',
  cadence: known?.cadence ?? '',
})
const changed = ref(!!known?.then)
const hubs = [2, 3, 4, 5, 7, 8, 11, 14]
const geared = computed(() => job.value.bike.facts.gears === 'hub')
const whole = (t: typeof blank) => typed(t.rings, t.sprockets, t.seat, t.width)
const asked = computed(() => {
  if (!whole(form.now)) return undefined
  const { power, mass, cadence } = form
  const then = changed.value && whole(form.then) ? { ...form.then } : undefined
  return { ratio: { now: { ...form.now }, then, power, mass, cadence } }
})
function change() {
  form.then = { ...form.now }
  changed.value = true
}
const rows = computed(() => [
  { id: 'now' as const, name: 'Now', train: form.now },
  ...(changed.value ? [{ id: 'then' as const, name: 'Then', train: form.then }] : []),
])
const hill = (share?: number) => `${((share ?? 0) * 100).toFixed(0)} %`
</script>

<template>
  <FigureBench
    bench="ratio"
    title="Ratios on one rule"
    about="metres for a turn of the cranks; equal steps look equal"
    missing="Type rings, sprockets, and the driven wheel: bead seat and tyre."
    :asked="asked"
    :locked="locked"
  >
    <template #drawing="{ figured }">
      <RatioRule :ratio="figured?.ratio" :cadence="form.cadence" />
    </template>
    <template #default="{ fault }">
      <div class="flex max-w-4xl flex-col gap-3">
        <fieldset
          v-for="r in rows"
          :key="r.id"
          class="grid grid-cols-2 gap-3 md:grid-cols-[1fr_2fr_6rem_6rem]"
        >
          <legend class="mb-1 font-[720]">{{ r.name }}</legend>
          <TextField
            v-model="r.train.rings"
            :label="geared ? 'Ring, teeth' : 'Rings, teeth'"
            :name="`ratio.${r.id}.rings`"
            :fault="fault"
            figure
          />
          <TextField
            v-model="r.train.sprockets"
            :label="geared ? 'Sprocket, teeth' : 'Sprockets, teeth, smallest first'"
            :name="`ratio.${r.id}.sprockets`"
            :fault="fault"
            figure
          />
          <TextField
            v-model="r.train.seat"
            label="Bead seat"
            :name="`ratio.${r.id}.seat`"
            :fault="fault"
            figure
          />
          <TextField
            v-model="r.train.width"
            label="Tyre, mm"
            :name="`ratio.${r.id}.width`"
            :fault="fault"
            figure
          />
          <ChoiceField
            v-if="geared"
            v-model="r.train.hub"
            label="Gears in the hub"
            :choices="[['', 'none'], ...hubs.map((h) => [`hub-${h}`, String(h)] as const)]"
          />
        </fieldset>
        <div class="flex flex-wrap gap-2">
          <button v-if="!changed" type="button" class="button" @click="change">
            What if something is changed?
          </button>
          <button v-else type="button" class="button" @click="changed = false">Without the change</button>
        </div>
        <fieldset class="grid grid-cols-3 gap-3">
          <legend class="mb-1 font-[720]">Who rides it uphill</legend>
          <TextField
            v-model="form.power"
            label="Keeps up, W"
            name="ratio.power"
            :fault="fault"
            placeholder="150"
            figure
          />
          <TextField
            v-model="form.mass"
            label="Rider, bike, load, kg"
            name="ratio.mass"
            :fault="fault"
            placeholder="95"
            figure
          />
          <TextField
            v-model="form.cadence"
            label="Slowest cadence"
            name="ratio.cadence"
            :fault="fault"
            placeholder="60"
            figure
          />
        </fieldset>
      </div>
    </template>
    <template #more="{ figured }">
      <dl v-if="figured?.ratio" class="mt-2 grid grid-cols-[1fr_auto_auto] gap-x-3 text-note">
        <dt />
        <dd class="text-right text-soft">now</dd>
        <dd class="text-right text-soft">{{ figured.ratio.then ? 'then' : '' }}</dd>
        <template
          v-for="[name, value] in [
            [
              'hill in the lowest',
              (g: 'now' | 'then') => hill(g === 'now' ? figured?.ratio?.hill : figured?.ratio?.hill_then),
            ],
            ['lowest, inches', (g: 'now' | 'then') => figured?.ratio?.[g]?.gears[0]?.inches.toFixed(0)],
            ['highest, inches', (g: 'now' | 'then') => figured?.ratio?.[g]?.gears.at(-1)?.inches.toFixed(0)],
            ['gears felt', (g: 'now' | 'then') => figured?.ratio?.[g]?.felt],
            ['widest step', (g: 'now' | 'then') => hill(figured?.ratio?.[g]?.widest)],
          ] as const"
          :key="name"
        >
          <dt class="text-soft">{{ name }}</dt>
          <dd class="figure text-right">{{ value('now') }}</dd>
          <dd class="figure text-right">{{ figured.ratio.then ? value('then') : '' }}</dd>
        </template>
      </dl>
      <p v-if="figured?.ratio" class="mt-2 text-sm text-soft">Taken: {{ figured.ratio.takes }}.</p>
    </template>
  </FigureBench>
</template>
