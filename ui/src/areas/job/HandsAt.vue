<script setup lang="ts">
import { useNow } from '@vueuse/core'

import { useTimes } from '@/parts/time'

import { type Hand, useHandsAt } from './hands'
import { useOpenJob } from './open'

/** Who has what of this bike in hand; what comes between, and going on, are one press each. */
const { pen } = useOpenJob()
const { locked, mine, others, takeUp, layDown } = useHandsAt()
const { clock } = useTimes()
const now = useNow({ interval: 10_000 })
const minutes = (h: Hand) => Math.max(0, Math.floor((now.value.getTime() - Date.parse(h.since)) / 60_000))
</script>

<template>
  <section v-if="mine || others.length" class="mb-2 border-t border-rule pt-2" aria-label="Who is at what">
    <p v-for="h in others" :key="h.who" class="leading-snug">
      <b>{{ h.by }}</b> is at it since <span class="figure">{{ clock(h.since) }}</span>: {{ h.title }}
    </p>
    <template v-if="mine && !locked">
      <p class="leading-snug">
        <template v-if="mine.down">Laid down: {{ mine.title }}</template
        ><template v-else
          ><b class="figure">{{ minutes(mine) }}</b> min: {{ mine.title }}</template
        >
      </p>
      <button
        v-if="mine.down"
        type="button"
        class="button mt-1 min-h-11 w-full"
        :disabled="pen.busy.value"
        @click="takeUp(mine.piece)"
      >
        Go on with it
      </button>
      <button
        v-else
        type="button"
        class="button mt-1 min-h-11 w-full"
        :disabled="pen.busy.value"
        @click="layDown"
      >
        Interrupted
      </button>
    </template>
  </section>
</template>
