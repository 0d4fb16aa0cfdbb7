<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef } from 'vue'

import type { Schemas } from '@/api/client'
import { given } from '@/api/given'
import { useCelsius } from '@/areas/air/celsius'
import { useGauge } from '@/areas/air/gauge'
import GaugePick from '@/areas/air/GaugePick.vue'
import { bar, psi, stripOf } from '@/areas/air/strip'
import TyreSection from '@/areas/air/TyreSection.vue'
import { useOpenJob, usePart } from '@/areas/job/open'
import { startsFigure, keys, useBenchKeys } from '@/parts/bench'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'
import FigureField from '@/parts/FigureField.vue'
import GaugeStrip from '@/parts/GaugeStrip.vue'
import KeyCap from '@/parts/KeyCap.vue'

/** A tyre before the bike leaves: what it is left at, held against what it, its rim and its rider ask for. */
const props = defineProps<{
  bench: Schemas['TyreBench']
  locked: boolean
  /** nothing is left of the run: what is next stands beside it */
  over?: boolean
}>()
const emit = defineEmits<{ onward: []; back: [] }>()
const { pen } = useOpenJob()
const told = usePart('air')
const typed = ref('')
const celsius = useCelsius()
const reads = ref<Schemas['PressureReads']>()
const { gauge, shownAt } = useGauge(props.bench.place)
const field = useTemplateRef('field')
const air = computed(() => told.value.pressures.find((a) => a.place === props.bench.place))
const name = computed(() => air.value?.name ?? '')
const place = computed(() => props.bench.place as Schemas['Air']['place'])
const strip = computed(() => air.value && stripOf(props.bench, air.value, reads.value))
const found = computed(() => air.value?.readings.findLast((r) => !r.set && r.here))
/** What was found, as the gauge in hand shows it. */
const back = computed(() => found.value && bar(shownAt(found.value.shows) ?? found.value.bar))

async function log(set: boolean) {
  if (props.locked || pen.busy.value) return
  if (!typed.value.trim()) return emit('onward')
  const sent = { place: place.value, celsius: celsius.value, set, gauge: gauge.value?.id }
  // What is left is done: the next thing opens. What is found is still to be set.
  if ((await given([typed], ([typed = '']) => pen.record({ air: { ...sent, typed } }))) && set) emit('onward')
}
async function solid() {
  if (await pen.record({ air: { place: place.value, celsius: celsius.value, set: true, solid: true } }))
    emit('onward')
}
onMounted(() => {
  pen.fault.value = undefined
  field.value?.focus({ preventScroll: true })
})
useBenchKeys((key) => {
  if (props.locked) return false
  if (key === keys.go) field.value?.focus()
  else if (key === keys.found && typed.value) void log(false)
  else if (key === keys.again && back.value) typed.value = back.value
  else if (key === keys.back && !typed.value) emit('back')
  else if (startsFigure(key, field.value)) {
    typed.value += key
    field.value?.focus()
  } else return false
  return true
})
</script>

<template>
  <section class="flex min-h-0 flex-col overflow-y-auto px-5 pt-4 pb-4 lg:px-8" :aria-label="name">
    <p class="text-soft">Before it leaves</p>
    <h2 class="text-[34px]! leading-tight! font-[720]! text-ink!">{{ name }}</h2>
    <div class="mt-2 grid items-center gap-4 sm:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
      <TyreSection
        :tyre="bench.read?.tyre"
        :hookless="bench.read?.hookless ?? false"
        :tubeless="bench.read?.tubeless ?? false"
        :load="bench.load_kg"
      />
      <div class="min-w-0">
        <p v-if="bench.advice" class="text-lg">
          Begin at <b class="figure text-[26px]">{{ bar(bench.advice.bar) }}</b> bar (<span class="figure">{{
            psi(bench.advice.bar)
          }}</span>
          psi). {{ bench.advice.says }}
        </p>
        <p v-else class="text-soft">
          What stands on its wall, and who rides it, is not written down yet:
          <RouterLink class="text-petrol underline" :to="{ name: 'job-air', query: { at: bench.place } }"
            >the air bench</RouterLink
          >
          says where to begin.
        </p>
        <p class="mt-2 flex items-center gap-2" aria-live="polite">
          <ConditionMark :mark="bench.stands.mark" :size="20" />
          <span
            ><template v-if="bench.stands.bar !== undefined"
              >{{ bench.stands.set ? 'Left' : 'Found' }} at
              <b class="figure">{{ bar(bench.stands.bar) }}</b> bar. </template
            >{{ bench.stands.says }}</span
          >
        </p>
      </div>
    </div>
    <GaugeStrip
      v-if="strip"
      class="mt-3"
      :ruling="strip.ruling"
      :zones="strip.zones"
      unit="bar"
      :past="strip.past"
      :now="strip.now"
      :target="strip.target"
      :band="strip.band"
      :label="name"
    />
    <FaultNote
      v-if="pen.fault.value"
      class="mt-3"
      :fault="pen.fault.value"
      @take="(v) => (typed = String(v))"
    />
    <GaugePick
      v-model:reads="reads"
      class="mt-auto pt-4"
      :place="bench.place"
      :typed="typed"
      :shows="bench.advice?.shows"
      :disabled="locked"
    />
    <div class="flex flex-wrap items-end gap-2 pt-2">
      <input
        ref="field"
        v-model="typed"
        data-bench
        class="input figure min-h-[52px] max-w-40 text-2xl"
        inputmode="decimal"
        :aria-label="`${name}, bar or psi`"
        placeholder="bar"
        :disabled="locked"
      />
      <FigureField v-model="celsius" class="max-w-20" label="°C" name="celsius" />
      <button
        v-if="!over || typed.trim()"
        type="button"
        class="button button-go min-h-[52px]"
        :disabled="locked || (!typed.trim() && !bench.stands.goes)"
        @click="log(true)"
      >
        {{ typed.trim() || !bench.stands.goes ? 'Left at this' : 'Go on' }} <KeyCap of="go" />
      </button>
      <button
        type="button"
        class="button min-h-[52px]"
        :disabled="locked || !typed.trim()"
        @click="log(false)"
      >
        Found at this <KeyCap of="found" />
      </button>
      <button v-if="back" type="button" class="button min-h-[52px]" @click="typed = back">
        As found <KeyCap of="again" />
      </button>
      <button type="button" class="button min-h-[52px]" @click="emit('back')">
        Back <KeyCap of="back" />
      </button>
      <button
        v-if="bench.stands.mark === 'open'"
        type="button"
        class="button button-quiet min-h-[52px]"
        :disabled="locked"
        @click="solid"
      >
        A solid tyre
      </button>
    </div>
  </section>
</template>
