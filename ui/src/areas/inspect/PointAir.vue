<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Schemas } from '@/api/client'
import { given } from '@/api/given'
import { useRecord } from '@/api/job'
import { useCelsius } from '@/areas/air/celsius'
import { useGauge } from '@/areas/air/gauge'
import GaugePick from '@/areas/air/GaugePick.vue'
import { bar } from '@/areas/air/strip'
import { useOpenJob } from '@/areas/job/open'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'
import FigureField from '@/parts/FigureField.vue'

/** A tyre's pressure as it is found on the walk-round, judged: by its limits, and by who rides it. */
const props = defineProps<{ bench: Schemas['TyreBench']; locked: boolean }>()
const { job } = useOpenJob()
/** Its own pen: what is refused here is told here. */
const pen = useRecord(() => job.value.job.id)
const typed = ref('')
const stands = computed(() => props.bench.stands)
const place = computed(() => props.bench.place as Schemas['Air']['place'])
const celsius = useCelsius()
const { gauge } = useGauge(props.bench.place)
const log = () =>
  given([typed], ([typed = '']) =>
    pen.record({
      air: { place: place.value, typed, celsius: celsius.value, set: false, gauge: gauge.value?.id },
    }),
  )
</script>

<template>
  <form class="mt-2.5 flex flex-wrap items-center gap-2 border-t border-rule pt-2.5" @submit.prevent="log">
    <span class="flex min-w-0 basis-full items-center gap-2.5">
      <ConditionMark :mark="stands.mark" :size="20" />
      <span class="text-note"
        ><b>Pressure</b>
        <template v-if="stands.bar !== undefined"
          >{{ stands.set ? ' left' : ' found' }} at <b class="figure">{{ bar(stands.bar) }}</b> bar.</template
        >
        {{ stands.says }}</span
      >
    </span>
    <input
      v-model="typed"
      class="input figure max-w-36"
      inputmode="decimal"
      aria-label="Pressure found, bar or psi"
      placeholder="bar, or psi"
      :disabled="locked"
    />
    <FigureField v-model="celsius" bare class="max-w-20" label="°C" name="celsius" :disabled="locked" />
    <GaugePick bare class="max-w-52" :place="bench.place" :typed="typed" :disabled="locked" />
    <button type="submit" class="button" :disabled="locked || !typed.trim() || pen.busy.value">
      Found at this
    </button>
    <RouterLink class="button button-quiet" :to="{ name: 'job-air', query: { at: bench.place } }"
      >What it asks for</RouterLink
    >
    <FaultNote
      v-if="pen.fault.value"
      class="w-full"
      :fault="pen.fault.value"
      @take="(v) => (typed = String(v))"
    />
  </form>
</template>
