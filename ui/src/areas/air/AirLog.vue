<script setup lang="ts">
import { ref } from 'vue'

import type { Schemas } from '@/api/client'
import { given } from '@/api/given'
import { useRecord } from '@/api/job'
import { useOpenJob } from '@/areas/job/open'
import FaultNote from '@/parts/FaultNote.vue'
import FigureField from '@/parts/FigureField.vue'
import TextField from '@/parts/TextField.vue'
import { useTimes } from '@/parts/time'

import { useCelsius } from './celsius'
import { useGauge } from './gauge'
import GaugePick from './GaugePick.vue'
import { bar } from './strip'

/**
 * A pressure as it was found or left, with the temperature around it; what was read before; what
 * this rider liked.
 */
const props = defineProps<{
  air: Schemas['AirView']
  liked: Schemas['AirLiked'][]
  locked: boolean
  shows?: Schemas['GaugeShows'][]
}>()
const typed = defineModel<string>({ required: true })
const reads = defineModel<Schemas['PressureReads']>('reads')
const { gauge } = useGauge(props.air.place)
const { job } = useOpenJob()
/** Its own pen: what is refused here is told here. */
const pen = useRecord(() => job.value.job.id)
const { date } = useTimes()
type Place = Schemas['Air']['place']
const celsius = useCelsius()
const least = ref('')

async function log(sent: Event) {
  const set = (sent as SubmitEvent).submitter?.getAttribute('name') === 'left'
  const air = {
    place: props.air.place as Place,
    typed: typed.value,
    celsius: celsius.value,
    set,
    least: least.value || undefined,
    gauge: gauge.value?.id,
  }
  await given([typed], () => pen.record({ air }))
}
const conditions = [
  ['dry', 'Dry'],
  ['soft', 'Soft'],
  ['wet', 'Wet'],
] as const
const likes = (condition: string) => props.liked.find((l) => l.condition === condition)?.bar
const over = (condition: string) => props.liked.some((l) => l.condition === condition && l.over)
async function like(condition: Schemas['Liking']['condition']) {
  const air_liking = {
    place: props.air.place as Place,
    condition,
    typed: typed.value,
    gauge: gauge.value?.id,
  }
  await given([typed], () => pen.record({ air_liking }))
}
</script>

<template>
  <aside
    class="flex min-h-0 flex-col border-rule bg-paper lg:overflow-y-auto lg:border-l"
    aria-label="Its air"
  >
    <form class="border-b border-ink px-4 py-3" @submit.prevent="log">
      <h2 class="mb-2">Pressure</h2>
      <FaultNote
        v-if="pen.fault.value"
        class="mb-2"
        :fault="pen.fault.value"
        @take="(v) => (typed = String(v))"
      />
      <div class="grid gap-3">
        <TextField v-model="typed" label="bar, or with psi" name="typed" figure :disabled="locked" />
        <div class="grid grid-cols-2 gap-3">
          <FigureField v-model="celsius" label="°C around it" name="celsius" :disabled="locked" />
          <TextField
            v-model="least"
            label="Owner’s least"
            name="least"
            figure
            :disabled="locked"
            :placeholder="air.least_bar === undefined ? 'not known' : bar(air.least_bar)"
          />
        </div>
        <GaugePick
          v-model:reads="reads"
          :place="air.place"
          :typed="typed"
          :shows="shows"
          :disabled="locked"
        />
      </div>
      <div class="mt-3 grid grid-cols-2 gap-2">
        <button type="submit" class="button button-go px-2!" :disabled="locked || !typed.trim()">
          Found at this
        </button>
        <button type="submit" name="left" class="button px-2!" :disabled="locked || !typed.trim()">
          Left at this
        </button>
      </div>
      <p class="mt-2 text-note">{{ air.says }}</p>
    </form>
    <div class="border-b border-rule px-4 py-3">
      <h2 class="mb-1">This rider likes</h2>
      <div v-for="[id, name] in conditions" :key="id" class="flex min-h-11 items-center gap-2">
        {{ name }}
        <span v-if="over(id)" class="ml-auto text-note text-brick">more than is borne now:</span>
        <span class="figure" :class="over(id) ? 'text-brick' : 'ml-auto'">{{
          likes(id) === undefined ? '' : `${bar(likes(id) ?? 0)} bar`
        }}</span>
        <button
          v-if="!locked && typed.trim()"
          type="button"
          class="button px-3!"
          :aria-label="`Liked when ${name.toLowerCase()}: ${typed}`"
          @click="like(id)"
        >
          this
        </button>
        <span v-else-if="likes(id) === undefined" class="text-soft">not known</span>
      </div>
      <p class="text-sm text-soft">
        Liked wins over reckoned, within what tyre and rim bear. Type it above, then press where it was liked.
      </p>
    </div>
    <div v-if="air.readings.length" class="px-4 py-3">
      <h2 class="mb-1">Read before</h2>
      <ol>
        <li
          v-for="(r, i) in air.readings.slice(-5).reverse()"
          :key="i"
          class="flex flex-wrap gap-x-2 border-b border-rule py-1.5 text-note"
        >
          <span class="figure">{{ bar(r.bar) }} bar</span>
          <span class="text-soft">{{ r.set ? 'left' : 'found' }}, {{ r.celsius }} °C</span>
          <span class="ml-auto text-soft">{{ date(r.at) }}</span>
          <span v-if="r.gauge" class="w-full text-sm text-soft"
            >{{ r.gauge
            }}<template v-if="r.shown_bar !== undefined"
              >, which showed <span class="figure">{{ bar(r.shown_bar) }}</span></template
            ></span
          >
        </li>
      </ol>
    </div>
    <p class="mt-auto px-4 py-3 text-sm text-soft">
      Cold is told from leaked by the gas law on absolute pressures. A gauge that was
      <RouterLink class="text-petrol underline" :to="{ name: 'shop-gauges' }"
        >held against another</RouterLink
      >
      is put right by what was found.
    </p>
  </aside>
</template>
