<script setup lang="ts">
import { computed, reactive } from 'vue'

import type { Schemas } from '@/api/client'
import { useRecord } from '@/api/job'
import { useOpenJob } from '@/areas/job/open'
import ChoiceField from '@/parts/ChoiceField.vue'
import FormFault from '@/parts/FormFault.vue'
import SendButton from '@/parts/SendButton.vue'
import TextField from '@/parts/TextField.vue'
import { pairs } from '@/parts/words'

import TyreRound from './TyreRound.vue'

/**
 * A flat: how the hole looks, where it lies along the tube, and so where to look in the tyre for
 * what made it.
 */
const props = defineProps<{ bench: Schemas['TyreBench']; locked: boolean }>()
const { job } = useOpenJob()
const pen = useRecord(() => job.value.job.id)
type Shape = Schemas['FlatFound']['shape']
const form = reactive({ shape: props.bench.flat?.shape as Shape | undefined, hole: '', tube: '', found: '' })
const seen = computed(() => props.bench.flat)
async function log() {
  if (!form.shape) return
  const flat_found = {
    end: props.bench.end,
    shape: form.shape,
    hole: form.hole || undefined,
    tube: form.tube || undefined,
    found: form.found || undefined,
  }
  const sent = JSON.stringify(form)
  if ((await pen.record({ flat_found })) && JSON.stringify(form) === sent)
    Object.assign(form, { hole: '', found: '' })
}
const shapes = {
  one: 'one hole on the tread’s side',
  pair: 'two side by side',
  rim: 'towards the rim',
  valve: 'torn at the valve',
  seam: 'along a seam, or under a patch',
  wall: 'where the tyre’s wall is cut',
  none: 'none that bubbles',
}
</script>

<template>
  <div class="grid items-start gap-4 sm:grid-cols-[minmax(0,1fr)_230px]">
    <form class="flex flex-col gap-3" @submit.prevent="log">
      <FormFault :fault="pen.fault.value" />
      <p class="text-note text-soft">
        Before the tube comes out, mark which way round it lay. A breath of air in it, and listen, or under
        water.
      </p>
      <ChoiceField
        v-model="form.shape"
        label="The hole"
        name="shape"
        :fault="pen.fault.value"
        :choices="pairs(shapes)"
        none="how it looks"
        :disabled="locked"
      />
      <div class="grid grid-cols-2 gap-3">
        <TextField
          v-model="form.hole"
          label="From the valve, mm"
          name="hole"
          :fault="pen.fault.value"
          :disabled="locked"
          figure
        />
        <TextField
          v-model="form.tube"
          label="Tube all round, mm"
          name="tube"
          :fault="pen.fault.value"
          :disabled="locked"
          figure
        />
      </div>
      <TextField
        v-model="form.found"
        label="What was in the tyre"
        name="found"
        placeholder="flint, glass, a thorn; nothing yet"
        :fault="pen.fault.value"
        :disabled="locked"
      />
      <div class="flex flex-wrap gap-3">
        <SendButton :disabled="locked || pen.busy.value" :wants="!form.shape && 'how the hole looks'">
          Log the flat
        </SendButton>
      </div>
    </form>
    <div v-if="seen" aria-live="polite">
      <TyreRound v-if="seen.search" :search="seen.search" />
      <p class="text-note">{{ seen.says }}</p>
      <p v-if="seen.found" class="mt-1 text-note text-soft">Found: {{ seen.found }}</p>
      <p v-else-if="seen.shape === 'one'" class="mt-1 bg-ochre-wash px-2 py-1 text-note">
        What made it is not found yet: it makes the next one.
      </p>
    </div>
  </div>
</template>
