<script setup lang="ts">
import { ref } from 'vue'

import type { Schemas } from '@/api/client'
import { useSession } from '@/api/session'
import { given } from '@/api/given'
import { useOpenJob } from '@/areas/job/open'
import FaultNote from '@/parts/FaultNote.vue'
import FigureField from '@/parts/FigureField.vue'
import TextField from '@/parts/TextField.vue'
import { useTimes } from '@/parts/time'
import { figure } from '@/parts/words'

/** The air in tyres and suspension: what it was left at, what is found, what the cold explains. */
const { job, pen, closed } = useOpenJob()
const { hands } = useSession()
const { date } = useTimes()
type Place = Schemas['Air']['place']
const place = ref<Place>()
const typed = ref('')
const celsius = ref(20)
const least = ref('')

function open(at: string) {
  place.value = at as Place
  typed.value = ''
  least.value = ''
  pen.fault.value = undefined
}
async function log(sent: Event) {
  if (!place.value) return
  const set = (sent as SubmitEvent).submitter?.getAttribute('name') === 'left'
  const air = {
    place: place.value,
    typed: typed.value,
    celsius: celsius.value,
    set,
    least: least.value || undefined,
  }
  await given([typed], () => pen.record({ air }))
}
</script>

<template>
  <div class="px-5 py-3">
    <RouterLink :to="{ name: 'job-inspect' }" class="button button-quiet -ml-2">← Walk-round</RouterLink>
    <h1 class="mt-1">Air</h1>
    <p class="text-soft">
      Note each pressure before air is let out, with the temperature; what is lost is then told apart from
      what is only cold.
    </p>
    <FaultNote
      v-if="pen.fault.value"
      class="mt-2"
      :fault="pen.fault.value"
      @take="(v) => (typed = String(v))"
    />
    <ul class="mt-3 max-w-4xl border-t border-ink">
      <li v-for="a in job.air" :key="a.place" class="border-b border-rule py-3">
        <div class="flex flex-wrap items-baseline gap-x-4">
          <h2 class="text-lg! text-ink!">{{ a.name }}</h2>
          <p class="min-w-0 flex-1">{{ a.says }}</p>
          <button
            v-if="!closed && hands"
            type="button"
            class="button"
            :aria-expanded="place === a.place"
            @click="open(a.place)"
          >
            Measure
          </button>
        </div>
        <p v-if="a.readings.length" class="figure text-sm text-soft">
          {{
            a.readings
              .slice(-4)
              .map((r) => `${r.set ? 'left' : 'found'} ${figure(r.bar)} bar, ${r.celsius} °C, ${date(r.at)}`)
              .join(' → ')
          }}
        </p>
        <form v-if="place === a.place" class="mt-3" @submit.prevent="log">
          <div class="grid max-w-2xl gap-3 sm:grid-cols-3">
            <TextField v-model="typed" label="bar, or with psi" name="typed" figure />
            <FigureField v-model="celsius" label="°C around it" name="celsius" />
            <TextField
              v-model="least"
              label="Owner’s least"
              name="least"
              figure
              :placeholder="a.least_bar === undefined ? 'not known' : figure(a.least_bar)"
            />
          </div>
          <div class="mt-3 flex gap-2">
            <button type="submit" class="button button-go" :disabled="!typed.trim()">Found at this</button>
            <button type="submit" name="left" class="button" :disabled="!typed.trim()">Left at this</button>
          </div>
        </form>
      </li>
    </ul>
    <p class="mt-3 max-w-3xl text-sm text-soft">
      By the gas law at constant volume, on absolute pressures. Keep within the range on the sidewall, the
      rim’s limit and the suspension maker’s chart; theirs win.
    </p>
  </div>
</template>
