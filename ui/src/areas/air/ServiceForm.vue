<script setup lang="ts">
import { computed, reactive } from 'vue'

import type { Schemas } from '@/api/client'
import { useRecord } from '@/api/job'
import { useOpenJob } from '@/areas/job/open'
import ChoiceField from '@/parts/ChoiceField.vue'
import FormFault from '@/parts/FormFault.vue'
import FormField from '@/parts/FormField.vue'
import SendButton from '@/parts/SendButton.vue'
import TextField from '@/parts/TextField.vue'
import { useTimes } from '@/parts/time'
import { pairs } from '@/parts/words'

import HoursRule from './HoursRule.vue'

/**
 * When a leg was opened last and when it is due by the hours it is ridden; what goes in, and by
 * which paper. Guided work says which of it was served.
 */
const props = defineProps<{ bench: Schemas['LegBench']; served?: string; locked: boolean }>()
const { job } = useOpenJob()
const pen = useRecord(() => job.value.job.id)
const { date } = useTimes()
const shock = computed(() => props.bench.place === 'shock')
const form = reactive({
  what: (props.bench.place === 'shock' || props.served?.endsWith('-air')
    ? 'air'
    : 'lowers') as Schemas['LegServed']['what'],
  every: String(props.bench.due?.every_hours ?? ''),
  weekly: '',
  right_ml: '',
  left_ml: '',
  grade: '',
  source: '',
})
async function log() {
  const leg_served = {
    leg: props.bench.place,
    what: form.what,
    every: form.every,
    weekly: form.weekly || undefined,
    right_ml: form.right_ml || undefined,
    left_ml: form.left_ml || undefined,
    grade: form.grade || undefined,
    source: form.source || undefined,
  }
  await pen.record({ leg_served })
}
const kinds = computed(() =>
  shock.value
    ? { air: 'its air can', all: 'all of it, with the damper' }
    : { lowers: 'its lower legs', air: 'its air spring', all: 'all of it, with the damper' },
)
</script>

<template>
  <div class="flex flex-col gap-3">
    <template v-if="bench.due">
      <HoursRule :due="bench.due" />
      <p>
        {{ bench.due.says }}
        <template v-if="bench.due.from && bench.due.to"
          >Due between <b>{{ date(bench.due.from) }}</b> and <b>{{ date(bench.due.to) }}</b>.</template
        >
        <span class="block text-note text-soft"
          >Opened {{ date(bench.due.at) }} by {{ bench.due.by
          }}<template v-if="bench.due.oil">; {{ bench.due.oil }}</template></span
        >
      </p>
    </template>
    <p v-else class="text-note text-soft">
      Nobody has written down that it was opened. Makers ask for the lower legs after 30 hours of riding or
      after 50: its manual says.
    </p>
    <form v-if="!locked" class="flex flex-col gap-3" @submit.prevent="log">
      <FormFault :fault="pen.fault.value" />
      <div class="grid gap-3 sm:grid-cols-3">
        <ChoiceField
          v-model="form.what"
          label="Served now"
          name="what"
          :fault="pen.fault.value"
          :choices="pairs(kinds)"
        />
        <FormField v-slot="f" label="Again after, hours" name="every" :fault="pen.fault.value">
          <div class="flex gap-1">
            <input
              :id="f.id"
              v-model="form.every"
              class="input figure min-w-0 flex-1"
              inputmode="decimal"
              :aria-invalid="f.invalid"
              :aria-describedby="f.described"
            />
            <button
              v-for="h in ['30', '50']"
              :key="h"
              type="button"
              class="button figure px-3!"
              :aria-label="`Every ${h} hours`"
              @click="form.every = h"
            >
              {{ h }}
            </button>
          </div>
        </FormField>
        <TextField
          v-model="form.weekly"
          label="Ridden in a week, hours"
          name="weekly"
          placeholder="by its kilometres"
          :fault="pen.fault.value"
          figure
        />
        <TextField
          v-model="form.right_ml"
          :label="shock ? 'Oil in the can, ml' : 'Oil, right leg, ml'"
          name="right_ml"
          :fault="pen.fault.value"
          figure
        />
        <TextField
          v-if="!shock"
          v-model="form.left_ml"
          label="Oil, left leg, ml"
          name="left_ml"
          :fault="pen.fault.value"
          figure
        />
        <TextField v-model="form.grade" label="Its grade" name="grade" :fault="pen.fault.value" />
      </div>
      <TextField
        v-model="form.source"
        label="Where these figures stand"
        name="source"
        placeholder="the manual of this leg, its page, its year"
        :fault="pen.fault.value"
      />
      <div class="flex flex-wrap gap-3">
        <SendButton :disabled="pen.busy.value" :wants="!form.every.trim() && 'after how many hours again'">
          Log the service
        </SendButton>
      </div>
    </form>
  </div>
</template>
