<script setup lang="ts">
import { computed, reactive, watch } from 'vue'

import type { Schemas } from '@/api/client'
import { useRecord } from '@/api/job'
import { useOpenJob } from '@/areas/job/open'
import ChoiceField from '@/parts/ChoiceField.vue'
import ConditionMark from '@/parts/ConditionMark.vue'
import FormFault from '@/parts/FormFault.vue'
import SendButton from '@/parts/SendButton.vue'
import TextField from '@/parts/TextField.vue'
import { pairs } from '@/parts/words'
import { figure, typedNumber } from '@/parts/words'

import StanchionDrawing from './StanchionDrawing.vue'

/**
 * A mark on a stanchion or a shaft: where it lies against the seal's way, what a nail feels, and
 * what becomes of it.
 */
const props = defineProps<{ bench: Schemas['LegBench']; locked: boolean }>()
const { job } = useOpenJob()
const pen = useRecord(() => job.value.job.id)
const shock = props.bench.place === 'shock'
const form = reactive({
  side: (shock ? 'shaft' : undefined) as Schemas['NickFound']['side'] | undefined, // there are two
  felt: undefined as Schemas['NickFound']['felt'] | undefined, // nobody has felt it yet
  above: '',
  travel: '',
})
/** A travel that was read with the sag need not be typed again. */
watch(
  () => props.bench.reads.at(-1)?.travel_mm,
  (mm) => {
    if (mm && !form.travel) form.travel = figure(mm)
  },
  { immediate: true },
)
const felt = {
  seen: 'seen, not felt',
  edge: 'a raised edge',
  deep: 'a groove',
}
async function log() {
  const { felt: by, side, ...rest } = form
  if (!by || !side) return
  const sent = { leg: props.bench.place, ...rest, side, felt: by }
  if ((await pen.record({ nick_found: sent })) && form.above === sent.above) {
    form.above = ''
    form.felt = undefined
  }
}
const travel = computed(() => typedNumber(form.travel) ?? props.bench.nicks.at(-1)?.travel_mm ?? 120)
</script>

<template>
  <div class="grid items-start gap-4 sm:grid-cols-[minmax(0,1fr)_200px]">
    <div class="flex flex-col gap-3">
      <form v-if="!locked" class="flex flex-col gap-3" @submit.prevent="log">
        <FormFault :fault="pen.fault.value" />
        <div class="grid gap-3 sm:grid-cols-2">
          <ChoiceField
            v-if="!shock"
            v-model="form.side"
            label="On"
            none="which one?"
            name="side"
            :fault="pen.fault.value"
            :choices="[
              ['left', 'the left stanchion'],
              ['right', 'the right stanchion'],
            ]"
          />
          <ChoiceField
            v-model="form.felt"
            label="By a fingernail"
            name="felt"
            :fault="pen.fault.value"
            :choices="pairs(felt)"
            none="not felt yet"
          />
          <TextField
            v-model="form.above"
            label="Over the seal, mm"
            name="above"
            :fault="pen.fault.value"
            figure
          />
          <TextField
            v-model="form.travel"
            label="The leg’s travel, mm"
            name="travel"
            :fault="pen.fault.value"
            figure
          />
        </div>
        <div class="flex flex-wrap gap-3">
          <SendButton
            :disabled="pen.busy.value"
            :wants="
              (!form.side && 'on which stanchion') ||
              (!form.felt && 'what a fingernail feels') ||
              (!form.above.trim() && 'how far above the seal it is') ||
              (!form.travel.trim() && 'the leg’s travel')
            "
          >
            Log the mark
          </SendButton>
        </div>
      </form>
      <ul v-if="bench.nicks.length">
        <li v-for="n in bench.nicks" :key="n.id" class="flex items-start gap-2 border-b border-rule py-1.5">
          <ConditionMark class="mt-0.5" :mark="n.mark" :size="20" />
          <span
            ><b class="figure">{{ figure(n.above_mm) }} mm</b> over the seal<template
              v-if="n.side !== 'shaft'"
              >, {{ n.side }}</template
            >. {{ n.says }}</span
          >
        </li>
      </ul>
      <p class="text-sm text-soft">
        Fingernail down each tube, all round, the leg standing out. Its maker’s word on a coated tube wins.
      </p>
    </div>
    <StanchionDrawing
      :travel="travel"
      :nicks="bench.nicks"
      :typed="typedNumber(form.above)"
      :side="form.side ?? ''"
      :felt="form.felt ?? ''"
      :shock="shock"
    />
  </div>
</template>
