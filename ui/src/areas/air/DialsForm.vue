<script setup lang="ts">
import { computed, reactive, ref } from 'vue'

import type { Schemas } from '@/api/client'
import { useRecord } from '@/api/job'
import { useOpenJob } from '@/areas/job/open'
import FaultNote from '@/parts/FaultNote.vue'
import { typedNumber } from '@/parts/words'
import TextField from '@/parts/TextField.vue'
import SendButton from '@/parts/SendButton.vue'

/** A damper's clicks, counted from fully in: as they are found, or as they are left. */
const props = defineProps<{
  leg: Schemas['LegBench']['place']
  dials: Schemas['DialsView']
  left: boolean
  locked: boolean
}>()
const { job } = useOpenJob()
const pen = useRecord(() => job.value.job.id)
const names = { rebound: 'Rebound', compression: 'Compression', high: 'Hard hits' } as const
type Dial = keyof typeof names
/** What goes back is what was found: it is only to be looked at, and pressed. */
const before = props.left ? props.dials.found : undefined
const typed = reactive(
  Object.fromEntries(Object.keys(names).map((d) => [d, before?.[d as Dial]?.toString() ?? ''])) as Record<
    Dial,
    string
  >,
)
const asked = ref('')
const any = computed(() => Object.values(typed).some((t) => t.trim()))
async function log(none: boolean) {
  const counted = Object.fromEntries(
    Object.entries(typed).flatMap(([d, t]) => (t.trim() ? [[d, typedNumber(t)]] : [])),
  )
  await pen.record({
    dials_counted: {
      leg: props.leg,
      ...(none ? { none } : counted),
      left: props.left || undefined,
      asked: asked.value || undefined,
    },
  })
}
</script>

<template>
  <form class="flex flex-col gap-2" @submit.prevent="log(false)">
    <FaultNote v-if="pen.fault.value && pen.fault.value.field !== 'asked'" :fault="pen.fault.value" />
    <div class="grid grid-cols-3 gap-3">
      <TextField
        v-for="(name, dial) in names"
        :key="dial"
        v-model="typed[dial]"
        :label="name"
        :name="dial"
        inputmode="numeric"
        figure
        :disabled="locked"
      />
    </div>
    <TextField
      v-if="asked || pen.fault.value?.field === 'asked'"
      v-model="asked"
      label="Why they are left otherwise"
      name="asked"
      :fault="pen.fault.value"
      :disabled="locked"
    />
    <div class="flex flex-wrap gap-2">
      <SendButton class="button-go" :disabled="locked || pen.busy.value" :wants="!any && 'count a dial'">
        {{ left ? 'Left at these clicks' : 'Found at these clicks' }}
      </SendButton>
      <button
        v-if="!left"
        type="button"
        class="button button-quiet"
        :disabled="locked || any"
        @click="log(true)"
      >
        It has no dials
      </button>
    </div>
    <p class="text-sm text-soft">Clockwise until it stops, counting: that is how far out it was.</p>
  </form>
</template>
