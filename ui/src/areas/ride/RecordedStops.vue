<script setup lang="ts">
import { ref } from 'vue'

import { post } from '@/api/client'
import { useSend } from '@/api/send'
import FaultNote from '@/parts/FaultNote.vue'
import { useTimes } from '@/parts/time'
import { figure } from '@/parts/words'

/** The speed at the mark out of a recorded ride: which of its stops it was, one press. Nothing of it is kept. */
defineProps<{ locked: boolean }>()
const emit = defineEmits<{ take: [kmh: number, off: number] }>()
const { clock } = useTimes()

interface Approach {
  at: string
  kmh: number
  off_kmh: number
  seconds: number
}
const stops = ref<Approach[]>([])
const { send, fault, busy } = useSend(
  (file: File) => post<Approach[]>('/api/rides/stops', file),
  (told) => (stops.value = told),
)
async function read(event: Event) {
  const field = event.target as HTMLInputElement
  const file = field.files?.[0]
  stops.value = []
  if (file) await send(file)
  field.value = ''
}
const tenth = (v: number) => figure(Math.round(v * 10) / 10)
</script>

<template>
  <div class="mt-2">
    <label class="button button-quiet -ml-2" :class="(locked || busy) && 'opacity-50'"
      >Its speed from a ride file<input
        type="file"
        class="sr-only"
        accept=".gpx,.fit"
        :disabled="locked || busy"
        @change="read"
    /></label>
    <FaultNote v-if="fault" class="mt-1" :fault="fault" />
    <div v-if="stops.length" role="group" aria-label="Stops in the ride" class="mt-1 flex flex-wrap gap-2">
      <p class="w-full text-note text-soft">
        Which of them was it? The way to where it stood is taped: a recording does not tell it finely enough.
      </p>
      <button
        v-for="(s, i) in stops"
        :key="s.at"
        type="button"
        class="button min-h-[52px]"
        :disabled="locked"
        @click="emit('take', Math.round(s.kmh * 10) / 10, s.off_kmh)"
      >
        {{ i + 1 }}. {{ clock(s.at) }}
        <span class="font-normal text-soft"
          ><b class="figure text-ink">{{ tenth(s.kmh) }}</b> ±
          <span class="figure">{{ tenth(s.off_kmh) }}</span> km/h, stood after
          <span class="figure">{{ Math.round(s.seconds) }}</span> s</span
        >
      </button>
    </div>
  </div>
</template>
