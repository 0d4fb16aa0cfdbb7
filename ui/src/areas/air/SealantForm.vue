<script setup lang="ts">
import { ref } from 'vue'

import type { Schemas } from '@/api/client'
import { given } from '@/api/given'
import { useRecord } from '@/api/job'
import { useOpenJob } from '@/areas/job/open'
import FigureField from '@/parts/FigureField.vue'
import FormFault from '@/parts/FormFault.vue'
import SendButton from '@/parts/SendButton.vue'
import TextField from '@/parts/TextField.vue'
import TickField from '@/parts/TickField.vue'
import { useTimes } from '@/parts/time'
import { figure } from '@/parts/words'

/** Sealant that is filled in, and when it is topped up next. */
const props = defineProps<{ bench: Schemas['TyreBench']; locked: boolean }>()
const { job } = useOpenJob()
const pen = useRecord(() => job.value.job.id)
const { date } = useTimes()
const ml = ref('')
const celsius = ref(15)
const dried = ref(false)
async function log() {
  const rest = { end: props.bench.end, celsius: celsius.value, dried: dried.value || undefined }
  await given([ml], ([typed]) => pen.record({ sealant_topped: { ...rest, ml: typed ?? '' } }))
}
</script>

<template>
  <form class="flex flex-col gap-3" @submit.prevent="log">
    <FormFault :fault="pen.fault.value" />
    <p class="text-note text-soft">
      A hole seals only once what made it is out. Shake the wheel: no slosh is dry. What has dried is peeled
      out before more goes in; a core that is clogged is renewed. Then it rests with the hole at the bottom.
    </p>
    <div class="grid gap-3 sm:grid-cols-3">
      <TextField
        v-model="ml"
        label="Filled in, ml"
        name="ml"
        :placeholder="bench.sealant_ml ? `about ${figure(bench.sealant_ml)}` : ''"
        :fault="pen.fault.value"
        :disabled="locked"
        figure
      />
      <FigureField
        v-model="celsius"
        label="°C where the bike lives"
        name="celsius"
        :fault="pen.fault.value"
      />
      <TickField v-model="dried" class="self-end" :disabled="locked">the old had dried</TickField>
    </div>
    <div class="flex flex-wrap items-center gap-3">
      <SendButton :disabled="locked || pen.busy.value" :wants="!ml.trim() && 'how much went in, in ml'">
        Log the sealant
      </SendButton>
      <span v-if="bench.topped" class="text-note"
        ><span class="figure">{{ figure(bench.topped.ml) }}</span> ml on {{ date(bench.topped.at) }}; again
        between {{ date(bench.topped.from) }} and {{ date(bench.topped.to) }}</span
      >
    </div>
  </form>
</template>
