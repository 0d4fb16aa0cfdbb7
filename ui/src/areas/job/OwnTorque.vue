<script setup lang="ts">
import { ref } from 'vue'

import type { BoltView } from '@/api/client'
import FaultNote from '@/parts/FaultNote.vue'

import { useDesk } from './desk'

/** The figure of this bike's manual, or marked on the part. It wins over ours from now on. */
const props = defineProps<{ bolt: BoltView; unit: string }>()
const emit = defineEmits<{ done: [] }>()
const { pen } = useDesk()
const least = ref('')
const most = ref('')
const source = ref('')

async function save() {
  if (
    await pen.record({
      figure: {
        fastener: props.bolt.fastener,
        typed_min: least.value,
        typed_max: most.value,
        source: source.value,
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
      :aria-label="`Least, ${unit}`"
      :placeholder="`least ${unit}`"
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
    <button type="submit" class="button">Use it for this bike</button>
    <FaultNote v-if="pen.fault.value" :fault="pen.fault.value" class="w-full" />
  </form>
</template>
