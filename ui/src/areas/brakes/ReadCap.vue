<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Schemas } from '@/api/client'
import { useWords } from '@/api/words'
import PhotoStrip from '@/areas/job/PhotoStrip.vue'
import { useReading } from '@/areas/job/reading'
import FaultNote from '@/parts/FaultNote.vue'
import { useTimes } from '@/parts/time'

/** What a brake holds is read on its cap, and whoever reads it stands for it. Nothing is poured before. */
const props = defineProps<{ side: Schemas['BrakeSide']; locked: boolean }>()
const words = useWords()
const { date } = useTimes()
const fact = computed(() => `${props.side.end}_fluid`)
const { where, read, because, fault, busy } = useReading(fact)
const again = ref(false)
const readCap = async (word: string) => (again.value = !(await read(word)) && again.value)
</script>

<template>
  <div
    v-if="side.family === 'unknown' || again"
    class="border-l-4 border-brick bg-brick-wash px-3 py-2.5"
    role="group"
    :aria-label="`What the ${side.end} brake holds`"
  >
    <p><b>Nothing is poured before somebody has read the cap.</b> It stands {{ where }}.</p>
    <p class="text-note text-soft">
      The wrong fluid swells the seals until the brake fails. Illegible, or a cap from elsewhere: ask the
      maker’s manual, not the colour.
    </p>
    <div class="mt-2 flex flex-wrap items-center gap-2">
      <button
        v-for="word in ['mineral', 'dot']"
        :key="word"
        type="button"
        class="button min-h-[52px]"
        :disabled="locked || busy"
        @click="readCap(word)"
      >
        It says {{ words.fact(word) }}
      </button>
      <PhotoStrip
        :about="fact"
        :name="`${side.end} reservoir cap`"
        hint="the words on the cap"
        :locked="locked"
      />
      <button v-if="again" type="button" class="button button-quiet" @click="again = false">Leave it</button>
    </div>
    <FaultNote v-if="fault" class="mt-2" :fault="fault" @why="because" />
  </div>
  <p v-else-if="side.family" class="text-note text-soft">
    <template v-if="side.read_by"
      >Read on the cap by {{ side.read_by.by }}, {{ date(side.read_by.at) }}.</template
    >
    <button v-if="!locked" type="button" class="ml-2 min-h-8 text-petrol underline" @click="again = true">
      Read it again
    </button>
  </p>
</template>
