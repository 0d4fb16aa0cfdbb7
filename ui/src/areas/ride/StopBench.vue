<script setup lang="ts">
import { computed, reactive, ref } from 'vue'

import type { Schemas } from '@/api/client'
import { useOpenJob, usePart } from '@/areas/job/open'
import { usePreview } from '@/parts/bench'
import ChoiceRow from '@/parts/ChoiceRow.vue'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'
import GaugeStrip from '@/parts/GaugeStrip.vue'
import SendButton from '@/parts/SendButton.vue'
import TextField from '@/parts/TextField.vue'
import { useTimes } from '@/parts/time'
import { figure } from '@/parts/words'

import RecordedStops from './RecordedStops.vue'
import StopDrawing from './StopDrawing.vue'

/** A stop from a mark: how hard the brake took hold, against what it has to do, can do, and did before. */
const props = defineProps<{ at?: string; locked: boolean }>()
const { job, pen } = useOpenJob()
const ride = usePart('ride')
const { dayAndClock } = useTimes()
type Stop = Schemas['Stopped']

/** What is measured again is what its line before the door leads to: stop-front-wet. */
const meant = (words: readonly string[]) => words.find((w) => props.at?.split('-').includes(w))

const asked = reactive({
  pulls: (meant(['front', 'both']) ?? 'rear') as Stop['pulls'],
  ground: (meant(['wet', 'loose']) ?? 'dry') as Stop['ground'],
  speed: '',
  distance: '',
  slope: '',
})
/** How far off a recorded speed may be goes with it; one that is typed instead is read off a screen. */
const recorded = ref({ speed: '', off: '' })
function take(kmh: number, off: number) {
  asked.speed = figure(kmh)
  recorded.value = { speed: asked.speed, off: String(Math.round(off * 100) / 100) }
}
const content = computed(() =>
  asked.speed.trim() && asked.distance.trim()
    ? {
        stopped: {
          ...asked,
          slope: asked.slope.trim() || undefined,
          off: asked.speed === recorded.value.speed ? recorded.value.off : undefined,
        },
      }
    : undefined,
)
const {
  preview,
  fault: wrong,
  clear,
} = usePreview(
  () => job.value.job.id,
  () => content.value,
)
const fault = computed(() => pen.fault.value ?? wrong.value)
const limits = computed(() =>
  ride.value.limits.find((l) => l.pulls === asked.pulls && l.ground === asked.ground),
)
const before = computed(() =>
  ride.value.stops.filter((s) => s.pulls === asked.pulls && s.ground === asked.ground),
)
const last = computed(() => before.value.at(-1))
/** What is drawn: the stop that is being typed, else the last one. */
const shown = computed(() => preview.value?.stopped ?? last.value)
const earlier = computed(() =>
  before.value.flatMap((s) => (s.slowed && s !== shown.value ? s.slowed.mean : [])),
)
async function write() {
  if (!content.value || props.locked) return
  clear()
  if (await pen.record(content.value)) asked.speed = asked.distance = ''
}
</script>

<template>
  <section class="flex min-h-0 flex-1 flex-col px-5 pt-4 pb-4 lg:px-8" aria-label="Measure a stop">
    <h2 class="text-[30px]! leading-tight! font-[720]! text-ink!">Measure a stop</h2>
    <p class="mt-2 max-w-[64ch]">
      Ride past a mark at a steady speed and pull there, as hard as the wheel still turns; measure from the
      mark to where the front wheel stands. Helmet on, level and empty ground, the weight back; never the
      first try, never in traffic.
    </p>
    <p v-if="ride.held" class="mt-2 border-l-4 border-brick bg-brick-wash px-3 py-2" role="status">
      <b>Nobody rides it now: {{ ride.held }}.</b> Put that right first, and read it again.
    </p>
    <div class="mt-3 flex flex-wrap gap-x-8 gap-y-3">
      <ChoiceRow
        v-model="asked.pulls"
        label="Pulled"
        :choices="[
          ['rear', 'Rear'],
          ['front', 'Front'],
          ['both', 'Both'],
        ]"
        :disabled="locked"
      />
      <ChoiceRow
        v-model="asked.ground"
        label="Ground"
        :choices="[
          ['dry', 'Dry'],
          ['wet', 'Wet'],
          ['loose', 'Loose'],
        ]"
        :disabled="locked"
      />
    </div>
    <form class="mt-3 flex flex-wrap items-end gap-3" @submit.prevent="write">
      <TextField
        v-model="asked.speed"
        class="w-32"
        label="At the mark, km/h"
        name="speed"
        inputmode="decimal"
        figure
        autocomplete="off"
        :disabled="locked"
      />
      <TextField
        v-model="asked.distance"
        class="w-32"
        label="Stood after, m"
        name="distance"
        inputmode="decimal"
        figure
        autocomplete="off"
        :disabled="locked"
      />
      <TextField
        v-model="asked.slope"
        class="w-32"
        label="Downhill, %"
        name="slope"
        inputmode="text"
        figure
        autocomplete="off"
        placeholder="level"
        :disabled="locked"
      />
      <SendButton
        class="button-go min-h-[52px]"
        :disabled="locked || !!ride.held || pen.busy.value"
        :wants="!content && 'speed and distance'"
        >Write it down</SendButton
      >
    </form>
    <RecordedStops :locked="locked" @take="take" />
    <FaultNote v-if="fault" class="mt-2" :fault="fault" />
    <p v-if="shown?.slowed" class="mt-3 flex items-start gap-2.5" aria-live="polite">
      <ConditionMark class="mt-0.5" :mark="shown.mark ?? 'open'" /><span
        >{{ shown.says
        }}<span v-if="shown === last && last" class="text-soft">
          From <span class="figure">{{ figure(last.kmh ?? 0) }}</span> km/h in
          <span class="figure">{{ figure(last.metres ?? 0) }}</span> m, {{ last.by }},
          {{ dayAndClock(last.at) }}<template v-if="last.stale">; since then {{ last.stale }}</template
          >.</span
        ></span
      >
    </p>
    <GaugeStrip
      v-if="limits"
      class="mt-2 max-w-[760px]"
      label="How hard it slows"
      unit="m/s²"
      :ruling="limits.ruling"
      :zones="limits.zones"
      :past="earlier"
      :now="shown?.slowed ? Number(shown.slowed.mean.toFixed(1)) : undefined"
      :band="shown?.slowed ? [shown.slowed.from, shown.slowed.to] : undefined"
    />
    <StopDrawing
      v-if="limits"
      class="mt-1 h-[215px] max-w-[760px] shrink-0"
      :facts="job.bike.facts"
      :front="last && shown === last ? last.front : limits.front"
      :says="last && shown === last ? 'while it stopped so' : 'at the most that it can do'"
    />
    <p class="mt-2 max-w-[64ch] text-note text-soft">
      The arrows are what each wheel bears
      {{ last && shown === last ? 'while it stopped so' : 'at the most that it can do' }}. Ten in a hundred
      either way, at best: the speed counts twice. What it has to do is asked of city and trekking bikes by
      their standard; hatched on the right is what a seated rider cannot. The maker and the local code win.
    </p>
  </section>
</template>
