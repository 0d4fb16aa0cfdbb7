<script setup lang="ts">
import { computed, reactive } from 'vue'

import { usePart } from '@/areas/job/open'
import ChoiceRow from '@/parts/ChoiceRow.vue'
import GaugeStrip from '@/parts/GaugeStrip.vue'
import { strip } from '@/parts/scale'
import TextField from '@/parts/TextField.vue'
import TickField from '@/parts/TickField.vue'
import { typedNumber } from '@/parts/words'

import { typed } from './benches'
import FigureBench from './FigureBench.vue'

/** Electronic gears: power, codes and software first, what a knock bent next, fine adjustment last. */
defineProps<{ locked: boolean }>()
const told = usePart('gears')
const kept = told.value.notes.find((n) => n.figured.bench === 'wired')?.asked.wired
type Wired = NonNullable<typeof kept>
const form = reactive({
  battery: kept?.battery ?? '',
  code: kept?.code ?? '',
  software: kept?.software ?? ('unread' as Wired['software']),
  before: kept?.before ?? '',
  after: kept?.after ?? '',
  knocked: kept?.knocked ?? false,
  shifts: kept?.shifts as Wired['shifts'] | undefined,
  steps: kept?.steps ?? '',
  pivots: kept?.pivots ?? ('unseen' as Wired['pivots']),
})
const asked = computed(() =>
  typed(form.battery) && form.shifts ? { wired: { ...form, shifts: form.shifts } } : undefined,
)
</script>

<template>
  <FigureBench
    bench="wired"
    title="Electronic gears"
    about="set up right it needs no adjusting: power, codes, software, and only then fine steps"
    missing="Read the battery, and say what the shifts do."
    :asked="asked"
    :locked="locked"
  >
    <template #drawing>
      <div class="grid max-w-4xl gap-x-6 sm:grid-cols-2">
        <div>
          <p class="text-note text-soft">Battery</p>
          <GaugeStrip
            v-if="told.known.battery"
            label="Battery"
            v-bind="strip(told.known.battery)"
            :now="typedNumber(form.battery)"
          />
        </div>
        <div>
          <p class="text-note text-soft">Fine adjustment, steps: frame − · + spokes</p>
          <GaugeStrip
            v-if="told.known.steps"
            label="Fine adjustment"
            v-bind="strip(told.known.steps)"
            :now="typedNumber(form.steps)"
          />
        </div>
      </div>
    </template>
    <template #default="{ fault }">
      <div class="flex max-w-4xl flex-col gap-3">
        <div class="grid grid-cols-2 gap-3 md:grid-cols-5">
          <TextField v-model="form.battery" label="Battery, %" name="battery" :fault="fault" figure />
          <TextField v-model="form.code" label="Error code, if any" name="code" :fault="fault" figure />
          <TextField v-model="form.before" label="Software found" name="before" :fault="fault" figure />
          <TextField v-model="form.after" label="Software left" name="after" :fault="fault" figure />
          <TextField v-model="form.steps" label="Fine steps so far" name="steps" :fault="fault" figure />
        </div>
        <ChoiceRow
          v-model="form.software"
          label="Software"
          :choices="[
            ['current', 'Up to date'],
            ['old', 'A newer one is out'],
            ['unread', 'Not read'],
          ]"
        />
        <ChoiceRow
          v-model="form.shifts"
          label="Every shift, both ways"
          :choices="[
            ['crisp', 'Crisp'],
            ['noisy_in', 'Rubs towards the spokes'],
            ['noisy_out', 'Rubs towards the frame'],
            ['grows', 'Worse from sprocket to sprocket'],
            ['none', 'It does not shift'],
          ]"
        />
        <ChoiceRow
          v-model="form.pivots"
          label="Mech’s pivots and springs"
          :choices="[
            ['oiled', 'Oiled'],
            ['dry', 'Dry'],
            ['unseen', 'Not looked at'],
          ]"
        />
        <TickField v-model="form.knocked">it fell or was hit since it shifted well</TickField>
      </div>
    </template>
  </FigureBench>
</template>
