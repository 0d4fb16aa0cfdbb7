<script setup lang="ts">
import { computed, ref } from 'vue'

import { ask, asFault, client, type Fault, type Schemas } from '@/api/client'
import { useBook, useRefreshJob } from '@/api/job'
import { useDesk } from '@/areas/job/desk'
import PhotoStrip from '@/areas/job/PhotoStrip.vue'
import FaultNote from '@/parts/FaultNote.vue'
import { useTimes } from '@/parts/time'
import { factWord } from '@/parts/words'

/** What a brake holds is read on its cap, and whoever reads it stands for it. Nothing is poured before. */
const props = defineProps<{ side: Schemas['BrakeSide']; locked: boolean }>()
const { job } = useDesk()
const { data: book } = useBook()
const { date } = useTimes()
const refresh = useRefreshJob(() => job.value.job.id)
const fact = computed(() => `${props.side.end}_fluid`)
const where = computed(() => book.value?.guards.find((g) => g.fact === fact.value)?.where ?? '')
const again = ref(false)
const fault = ref<Fault>()
const busy = ref(false)

async function read(word: string) {
  busy.value = true
  fault.value = undefined
  try {
    await ask(
      client.POST('/api/bikes/{id}/read', {
        params: { path: { id: job.value.bike.id } },
        body: { fact: fact.value, word, version: job.value.bike.version },
      }),
    )
    again.value = false
    await refresh()
  } catch (error) {
    fault.value = asFault(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div
    v-if="side.family === 'unknown' || again"
    class="border-l-4 border-brick bg-brick-wash px-3 py-2.5"
    role="group"
    :aria-label="`What the ${side.end} brake holds`"
  >
    <p><b>Nothing is poured before somebody has read the cap.</b> It stands {{ where }}.</p>
    <p class="text-[15px] text-soft">
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
        @click="read(word)"
      >
        It says {{ factWord(word) }}
      </button>
      <PhotoStrip
        :about="fact"
        :name="`${side.end} reservoir cap`"
        hint="the words on the cap"
        :locked="locked"
      />
      <button v-if="again" type="button" class="button button-quiet" @click="again = false">Leave it</button>
    </div>
    <FaultNote v-if="fault" class="mt-2" :fault="fault" />
  </div>
  <p v-else-if="side.family" class="text-[15px] text-soft">
    <template v-if="side.read_by"
      >Read on the cap by {{ side.read_by.by }}, {{ date(side.read_by.at) }}.</template
    >
    <button v-if="!locked" type="button" class="ml-2 min-h-8 text-petrol underline" @click="again = true">
      Read it again
    </button>
  </p>
</template>
