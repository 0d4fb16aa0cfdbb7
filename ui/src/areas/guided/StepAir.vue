<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'

import type { Schemas } from '@/api/client'
import { given } from '@/api/given'
import { useRecord } from '@/api/job'
import { useCelsius } from '@/areas/air/celsius'
import { useGauge } from '@/areas/air/gauge'
import GaugePick from '@/areas/air/GaugePick.vue'
import { bar } from '@/areas/air/strip'
import { useOpenJob, usePart } from '@/areas/job/open'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'
import FigureField from '@/parts/FigureField.vue'

/** A pressure that a step reads, as it is found or as it is left: it goes where the air bench has it. */
const props = defineProps<{ place: string; left: boolean; run: Schemas['RunView']; locked: boolean }>()
const { job } = useOpenJob()
const told = usePart('air')
const pen = useRecord(() => job.value.job.id)
const typed = ref('')
const celsius = useCelsius()
const { gauge, shownAt } = useGauge(props.place)
const field = useTemplateRef('field')
defineExpose({ field })
const air = computed(() => told.value.pressures.find((a) => a.place === props.place))
const read = computed(() => !props.run.missing)
const last = computed(() => air.value?.readings.at(-1))
const advice = computed(() => told.value.bench.tyres.find((t) => t.place === props.place)?.advice)
/** What was let out goes back; a tyre is asked what it, its rim and its rider ask for. */
const goes = computed(() => {
  if (!props.left) return ''
  const found = air.value?.readings.findLast((r) => !r.set && r.here)
  const shown = shownAt(found?.shows)
  const parts = []
  if (found)
    parts.push(
      `found at ${bar(found.bar)} bar` +
        (shown === undefined ? '' : `, ${bar(shown)} on ${gauge.value?.name}`),
    )
  if (advice.value)
    parts.push(`begin at ${bar(advice.value.bar)}, no more than ${bar(advice.value.most_bar)}`)
  return parts.join('; ')
})
async function log() {
  const place = props.place as Schemas['Air']['place']
  await given([typed], ([typed = '']) =>
    pen.record({ air: { place, typed, celsius: celsius.value, set: props.left, gauge: gauge.value?.id } }),
  )
}
</script>

<template>
  <p v-if="!air" class="text-soft">This bike holds no air there: go on.</p>
  <template v-else>
    <p class="flex flex-wrap items-center gap-x-2.5">
      <ConditionMark :mark="read ? 'sound' : 'open'" :size="20" />
      <b>{{ air.name }}</b>
      <span v-if="read && last" class="text-soft"
        >{{ last.set ? 'left at' : 'found at' }} <span class="figure">{{ bar(last.bar) }}</span> bar</span
      >
      <span v-else-if="goes" class="text-soft">{{ goes }}</span>
      <RouterLink class="ml-auto text-petrol underline" :to="{ name: 'job-air', query: { at: place } }"
        >Air bench</RouterLink
      >
    </p>
    <FaultNote
      v-if="pen.fault.value"
      class="mt-2"
      :fault="pen.fault.value"
      @take="(v) => (typed = String(v))"
    />
    <GaugePick
      class="mt-2"
      :place="place"
      :typed="typed"
      :shows="left ? advice?.shows : undefined"
      :disabled="locked"
    />
    <form class="mt-2 flex flex-wrap items-end gap-2" @submit.prevent="log">
      <input
        ref="field"
        v-model="typed"
        class="input figure max-w-44 text-xl"
        inputmode="decimal"
        :aria-label="`${air.name}, bar or psi`"
        placeholder="bar, or psi"
        :disabled="locked"
      />
      <FigureField v-model="celsius" class="max-w-28" label="°C" name="celsius" :disabled="locked" />
      <button type="submit" class="button" :disabled="locked || !typed.trim() || pen.busy.value">
        {{ left ? 'Left at this' : 'Found at this' }}
      </button>
    </form>
  </template>
</template>
