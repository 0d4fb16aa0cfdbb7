<script setup lang="ts">
import { ref } from 'vue'

import type { PointView } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'
import FaultNote from '@/parts/FaultNote.vue'

/** The figure etched on the part or in its manual. It wins over ours, on this bike, from now on. */
const props = defineProps<{ point: PointView }>()
const emit = defineEmits<{ done: [] }>()
const { pen } = useOpenJob()
const typed = ref('')
const source = ref('etched on the part')

async function save() {
  if (await pen.record({ figure: { point: props.point.id, typed: typed.value, source: source.value } }))
    emit('done')
}
</script>

<template>
  <form class="flex flex-wrap items-center gap-2" @submit.prevent="save">
    <label class="text-soft" for="own-limit">Limit, {{ point.gauge?.unit }}</label>
    <input id="own-limit" v-model="typed" class="input figure max-w-28" inputmode="decimal" />
    <input v-model="source" class="input max-w-72 flex-1" aria-label="Where it stands" />
    <button type="submit" class="button" :disabled="!typed.trim()">Use it for this bike</button>
    <FaultNote
      v-if="pen.fault.value"
      :fault="pen.fault.value"
      class="w-full"
      @take="(v) => (typed = String(v))"
    />
  </form>
</template>
