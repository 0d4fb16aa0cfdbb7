<script setup lang="ts">
import type { BoltView } from '@/api/client'
import { useWords } from '@/api/words'
import { useOpenJob } from '@/areas/job/open'
import { useTimes } from '@/parts/time'
import { figure } from '@/parts/words'

/** Two people logged one bolt without seeing each other's figure: both stand until one goes. */
const props = defineProps<{ bolt: BoltView; locked: boolean }>()
const { pen } = useOpenJob()
const { dayAndClock } = useTimes()

type Log = { left_nm?: number; found: string }
const words = useWords()
const says = (l: Log) =>
  l.left_nm === undefined
    ? l.found === 'not_checked'
      ? 'set'
      : `found ${words.found(l.found)}`
    : `${figure(l.left_nm)} N·m`
const withdraw = (id?: string) =>
  id && pen.record({ withdrawn: { reason: `Two logs of ${props.bolt.name}; the other one holds.` } }, id)
</script>

<template>
  <div class="border-2 border-ochre bg-ochre-wash px-3 py-2" role="group" aria-label="Logged twice">
    <p><b>Logged twice</b>, by people who had not seen each other’s figure. Which one holds?</p>
    <ul class="mt-1 flex flex-wrap gap-2">
      <li v-if="bolt.log">
        <button
          type="button"
          class="button"
          :disabled="locked"
          @click="bolt.also?.forEach((o) => withdraw(o.id))"
        >
          <b class="figure">{{ says(bolt.log) }}</b> {{ bolt.by }}, {{ dayAndClock(bolt.at) }}
        </button>
      </li>
      <li v-for="o in bolt.also" :key="o.id">
        <button type="button" class="button" :disabled="locked" @click="withdraw(bolt.log_id)">
          <b class="figure">{{ says(o) }}</b> {{ o.by }}, {{ dayAndClock(o.at) }}
        </button>
      </li>
    </ul>
  </div>
</template>
