<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import type { Schemas } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'
import { keys, useBenchKeys } from '@/parts/bench'
import FaultNote from '@/parts/FaultNote.vue'
import KeyCap from '@/parts/KeyCap.vue'

/** The turn at hand: which nipple, which way, how far. One hand holds the key, the other has the number pad. */
const props = defineProps<{ bench: Schemas['WheelBench']; turn: Schemas['WheelDo']; free: boolean }>()
const emit = defineEmits<{ measure: []; back: [] }>()
const { pen } = useOpenJob()
const here = computed(() => ({ stand: props.bench.id, place: props.bench.place, spoke: props.turn.spoke }))
/** How far it was really turned, where that is another figure than the one advised. */
const really = ref(props.turn.quarters)
watch(
  () => [props.bench.place, props.turn.spoke, props.turn.quarters],
  () => (really.value = props.turn.quarters),
)
const other = computed(() => really.value !== props.turn.quarters)
const most = 12
function change(by: number) {
  const next = really.value + by
  really.value = Math.max(-most, Math.min(most, next === 0 ? by : next))
}
async function turned() {
  if (props.free) await pen.record({ wheel_turn: { ...here.value, quarters: really.value } })
}
async function seized() {
  if (props.free) await pen.record({ wheel_turn: { ...here.value, seized: true } })
}
const says = computed(() => {
  const n = Math.abs(really.value)
  return `${really.value > 0 ? 'tightened' : 'loosened'} ${n} quarter${n === 1 ? '' : 's'}`
})
useBenchKeys((key) => {
  if (!props.free) return false
  if (key === keys.not) void seized()
  else if (key === keys.again) emit('measure')
  else if (key === keys.back) emit('back')
  else if (key === 'ArrowUp') change(1)
  else if (key === 'ArrowDown') change(-1)
  else return false
  return true
})
</script>

<template>
  <div>
    <FaultNote v-if="pen.fault.value" class="mb-2" :fault="pen.fault.value" />
    <h3 class="text-[24px] leading-tight font-[720]" aria-live="polite">{{ turn.says }}</h3>
    <p class="text-note text-soft">
      Counted clockwise from the valve, seen from the chain’s side. Tighter is clockwise at the nipple’s head,
      seen from the tyre. {{ turn.past }}
    </p>
    <div class="mt-2 flex flex-wrap gap-2">
      <button type="button" class="button button-go min-h-14 text-lg" :disabled="!free" @click="turned">
        {{ other ? `Turned otherwise: ${says}` : 'Turned' }} <KeyCap of="go" />
      </button>
      <button type="button" class="button min-h-14 px-3!" :disabled="!free" @click="seized">
        Nipple seized <KeyCap of="not" />
      </button>
      <button
        type="button"
        class="button min-h-14 px-3!"
        :disabled="!free || !bench.done.length"
        @click="emit('back')"
      >
        Back <KeyCap of="back" />
      </button>
      <button type="button" class="button min-h-14 px-3!" :disabled="!free" @click="emit('measure')">
        Read again <KeyCap of="again" />
      </button>
      <span class="flex" role="group" aria-label="How far it was really turned">
        <button
          type="button"
          class="button min-h-14 rounded-r-none! px-3!"
          :disabled="!free"
          @click="change(-1)"
        >
          − ¼
        </button>
        <button
          type="button"
          class="button -ml-px min-h-14 rounded-l-none! px-3!"
          :disabled="!free"
          @click="change(1)"
        >
          + ¼
        </button>
      </span>
    </div>
    <p v-if="turn.sounds_hz" class="mt-2 text-note text-soft">
      Then it bears about <span class="figure">{{ Math.round(turn.tension_n ?? 0) }}</span> N; plucked it
      sounds near <span class="figure">{{ turn.sounds_hz }}</span> Hz.
    </p>
  </div>
</template>
