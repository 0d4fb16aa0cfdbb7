<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import type { Schemas } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'
import NextPiece from '@/areas/work/NextPiece.vue'
import { keys, useBenchKeys } from '@/parts/bench'
import FoldBox from '@/parts/FoldBox.vue'
import KeyCap from '@/parts/KeyCap.vue'

import ExtraPart from './ExtraPart.vue'
import PartBench from './PartBench.vue'
import StripDrawing from './StripDrawing.vue'
import SumForm from './SumForm.vue'
import { sums } from './sums'
import TrayList from './TrayList.vue'
import WashList from './WashList.vue'

/** An assembly on the stand: parts off one by one onto the tray, and back in reverse. */
const props = defineProps<{ strip: Schemas['Strip']; locked: boolean }>()
const { pen } = useOpenJob()

const chosen = ref<string>()
const adding = ref(false)
/** Which way the work goes; the last move says, until it is turned round. */
const together = ref(props.strip.together)
watch(
  () => props.strip.together,
  (now) => (together.value = now),
)
const unseen = computed(() => props.strip.parts.find((p) => p.stays && p.answers?.length && !p.felt))
const next = computed(() => {
  if (together.value) return props.strip.back ?? unseen.value?.id
  return props.strip.next ?? unseen.value?.id ?? props.strip.back
})
const here = computed(() => props.strip.parts.find((p) => p.id === (chosen.value ?? next.value)))
const allOff = computed(() => !props.strip.next && !unseen.value && props.strip.off > 0)
watch(allOff, (all) => all && (together.value = true), { immediate: true })

async function undo() {
  if (props.strip.last && !props.locked)
    await pen.record({ withdrawn: { reason: 'not so after all' } }, props.strip.last)
}
useBenchKeys((key) => {
  if (key === keys.back && props.strip.last) void undo()
  else if (key === keys.on && props.strip.off) {
    together.value = !together.value
    chosen.value = undefined
  } else return false
  return true
})
</script>

<template>
  <div class="grid min-h-0 lg:h-full lg:grid-cols-[minmax(0,1fr)_282px]">
    <div class="flex min-h-0 min-w-0 flex-col lg:overflow-hidden">
      <div class="flex shrink-0 flex-wrap items-center gap-x-3 border-b border-rule px-4 py-1">
        <RouterLink :to="{ name: 'job-strip' }" class="button button-quiet -ml-2">← Strip-down</RouterLink>
        <b class="text-lg">{{ strip.name }}</b>
        <p v-if="!strip.tray.length" class="w-full max-w-4xl pb-1 text-note">{{ strip.about }}</p>
      </div>
      <StripDrawing :strip="strip" :here="here?.id" @open="chosen = $event" />
      <div class="shrink-0 overflow-y-auto border-t border-ink lg:max-h-[62%]">
        <PartBench v-if="here" :strip="strip" :part="here" :locked="locked" @moved="chosen = undefined" />
        <section v-else-if="strip.done" class="bg-paper px-5 py-4" aria-label="Whole">
          <h2 class="text-[22px]! font-[680]! text-ink!">Everything is back, and nothing is left over.</h2>
          <p class="my-2 text-lg">What was undone is torqued in the run, at the end.</p>
          <p class="flex flex-wrap gap-2">
            <NextPiece />
            <RouterLink class="button min-h-14" :to="{ name: 'job-verify' }">To the torque run</RouterLink>
          </p>
        </section>
      </div>
    </div>
    <aside class="border-l border-rule bg-paper lg:overflow-y-auto" aria-label="Tray">
      <TrayList :strip="strip" :here="here?.id" @open="chosen = $event" />
      <div v-if="!locked" class="flex flex-col gap-2 px-4 py-3">
        <button
          v-if="strip.off"
          type="button"
          class="button min-h-[52px] justify-between!"
          :class="allOff && !together && 'button-go'"
          @click="((together = !together), (chosen = undefined))"
        >
          {{ together ? 'Take more off' : allOff ? 'All off: put it back' : 'Put it back from here' }}
          <KeyCap of="on" />
        </button>
        <button
          v-if="strip.last"
          type="button"
          class="button justify-between!"
          :disabled="pen.busy.value"
          @click="undo"
        >
          Take back the last <KeyCap of="back" />
        </button>
        <button type="button" class="button button-quiet" :aria-expanded="adding" @click="adding = !adding">
          Found something that is not in the picture
        </button>
      </div>
      <ExtraPart v-if="adding && !locked" :key="strip.tray.length" :strip="strip" @done="adding = false" />
      <WashList :strip="strip" :locked="locked" />
      <FoldBox v-for="w in strip.sums" :key="w" class="border-t border-rule">
        <template #row>{{ sums[w]?.name }}</template>
        <SumForm :what="w as Schemas['SumQuestion']['what']" />
      </FoldBox>
      <p v-if="strip.open.length" class="px-4 pb-2 text-note text-soft">
        Still open: {{ strip.open.join('; ') }}. What is on the tray at the end is named before it leaves.
      </p>
      <p class="px-4 pb-4 text-fine text-soft">
        Drawn to be read, not to scale. {{ strip.source }}. The maker’s manual wins.
      </p>
    </aside>
  </div>
</template>
