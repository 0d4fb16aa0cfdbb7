<script setup lang="ts">
import { computed } from 'vue'

import { useOpenJob } from '@/areas/job/open'
import ChoiceField from '@/parts/ChoiceField.vue'
import FaultNote from '@/parts/FaultNote.vue'
import FoldBox from '@/parts/FoldBox.vue'
import LoadingRule from '@/parts/LoadingRule.vue'
import TextField from '@/parts/TextField.vue'

import { useLacing } from './lacing'
import LacingFields from './LacingFields.vue'
import WheelSection from './WheelSection.vue'

/** Which wheel it is and how it is laced, before it is read. */
const props = defineProps<{ end: 'front' | 'rear'; locked: boolean }>()
const { job, pen } = useOpenJob()
const {
  known,
  error,
  form,
  measures,
  typed,
  answer,
  fault: unread,
} = useLacing(
  () => props.end,
  () => job.value.job.id,
)
const begin = () => pen.record({ wheel_stand: typed.value })
/** What was refused, or cannot be as it stands. */
const fault = computed(() => pen.fault.value ?? unread.value)
</script>

<template>
  <div class="h-full overflow-y-auto px-5 py-4">
    <h2 class="mb-3 text-[22px]! text-ink!">True the {{ end }} wheel</h2>
    <FaultNote v-if="error" :fault="error" />
    <LoadingRule v-if="!known && !error" />
    <div v-if="known" class="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_380px]">
      <form class="flex max-w-3xl flex-col gap-3" @submit.prevent="begin">
        <FaultNote v-if="pen.fault.value" :fault="pen.fault.value" />
        <div class="grid gap-3 sm:grid-cols-2">
          <LacingFields :model-value="form" :known="known" :fault="fault" :locked="locked" />
          <ChoiceField
            v-model="form.where"
            label="It is spun"
            name="where"
            :fault="fault"
            :choices="[
              ['stand', 'out of the bike, on a stand'],
              ['frame', 'in the bike, against a stop'],
            ]"
            :disabled="locked"
          />
        </div>
        <FoldBox>
          <template #row>Measured on this wheel, in place of what is usual</template>
          <div class="grid gap-3 sm:grid-cols-3">
            <TextField
              v-for="[name, label, usual] in measures"
              :key="name"
              v-model="form[name]"
              :label="label"
              :name="name"
              :placeholder="usual === undefined ? '' : String(usual)"
              :fault="fault"
              figure
            />
          </div>
        </FoldBox>
        <p class="text-note text-soft">
          True enough {{ known.aim.name }}: <span class="figure">± {{ known.aim.wobble_mm }}</span> mm side to
          side, <span class="figure">± {{ known.aim.hop_mm }}</span> mm up and down, tensions within
          <span class="figure">± {{ Math.round(known.aim.uneven * 100) }}</span> % of their side.
        </p>
        <p class="bg-ochre-wash px-3 py-2">
          First look: a rim that is worn hollow or cracked at a nipple is not trued, it is replaced. Hub play
          is set before: it reads as wobble. Tyre flat or off; a drop of oil on each nipple where it meets the
          rim, none on a braking surface or a rotor.
        </p>
        <div>
          <button type="submit" class="button button-go min-h-[52px]" :disabled="locked || pen.busy.value">
            On the stand
          </button>
        </div>
      </form>
      <section v-if="answer" aria-label="Its spokes">
        <WheelSection :figured="answer" />
        <p v-for="f in answer.spokes" :key="f.side" class="text-note text-soft">
          {{ f.side === 'left' ? 'Left' : 'Right' }}: about <span class="figure">{{ f.tension_n }}</span> N in
          a sound wheel; plucked it sounds near <span class="figure">{{ f.sounds_hz }}</span> Hz.
        </p>
        <p class="mt-1 text-sm text-soft">
          From the hole in the flange to the nipple’s seat, by this hub and rim. Measure one that sits beside
          it before you order.
        </p>
      </section>
    </div>
  </div>
</template>
