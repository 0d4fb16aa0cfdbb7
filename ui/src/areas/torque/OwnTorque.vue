<script setup lang="ts">
import { ref } from 'vue'

import type { BoltView } from '@/api/client'
import { boltKey, useOpenJob } from '@/areas/job/open'
import PhotoStrip from '@/areas/job/PhotoStrip.vue'
import FaultNote from '@/parts/FaultNote.vue'
import TickField from '@/parts/TickField.vue'

/** The figure of this bike's manual, or marked on the part. It wins over ours from now on. */
const props = defineProps<{ bolt: BoltView; unit: string }>()
const emit = defineEmits<{ done: [] }>()
const { job, pen } = useOpenJob()
const least = ref('')
const most = ref('')
const source = ref('')
const part = ref('')
const forModel = ref(false)

async function save() {
  if (
    await pen.record({
      figure: {
        fastener: props.bolt.fastener,
        typed_min: least.value,
        typed_max: most.value,
        source: source.value,
        part: part.value || undefined,
        for_model: forModel.value || undefined,
      },
    })
  )
    emit('done')
}
</script>

<template>
  <form class="flex flex-wrap items-center gap-2 border-l-4 border-petrol pl-3" @submit.prevent="save">
    <input
      v-model="least"
      class="input figure max-w-28"
      inputmode="decimal"
      :aria-label="`Least, ${unit}; left out where only a most is marked`"
      :placeholder="`least, if marked`"
    />
    <input
      v-model="most"
      class="input figure max-w-28"
      inputmode="decimal"
      :aria-label="`Most, ${unit}`"
      :placeholder="`most ${unit}`"
    />
    <input
      v-model="source"
      class="input min-w-48 flex-1"
      aria-label="Where it stands"
      placeholder="manual, page 14; or marked on the part"
    />
    <input
      v-model="part"
      class="input max-w-56"
      list="parts-that-meet"
      aria-label="What the figure is for; left out for the whole joint"
      placeholder="whole joint, or: stem"
    />
    <datalist id="parts-that-meet">
      <option v-for="l in bolt.limits ?? []" :key="l.part" :value="l.part" />
    </datalist>
    <TickField v-if="job.bike.model" v-model="forModel" class="text-note"
      >for every {{ job.bike.make }} {{ job.bike.model }}</TickField
    >
    <PhotoStrip :about="boltKey(bolt)" name="the figure" />
    <button type="submit" class="button">
      {{ forModel ? 'Use it for the model' : 'Use it for this bike' }}
    </button>
    <p class="w-full text-sm text-soft">
      A marking such as “max 5” gives a most alone: leave the least out, and it is aimed at from 80 % of it.
    </p>
    <FaultNote v-if="pen.fault.value" :fault="pen.fault.value" class="w-full" />
  </form>
</template>
