<script setup lang="ts">
import { computed } from 'vue'

import type { Waiting } from '@/api/outbox'
import { useOutbox } from '@/api/outbox'
import { useTimes } from '@/parts/time'

import { useOpenJob } from './open'

/** What was written without a network and waits, and what the server would not take. */
const props = defineProps<{ job: string }>()
const { job: view } = useOpenJob()
const { list, again, drop } = useOutbox()
const { clock } = useTimes()
const ours = computed(() => list.value.filter((w) => w.job === props.job))
const waiting = computed(() => ours.value.filter((w) => !w.refused).length)
const refused = computed(() => ours.value.filter((w) => w.refused))

const boltOf = (w: Waiting) => {
  const t = w.body.content.torque
  return view.value.bolts.find((b) => b.fastener === t?.fastener && b.position === t.position)
}
function mine(w: Waiting) {
  const { torque, sign, note } = w.body.content
  if (torque)
    return `${boltOf(w)?.name ?? torque.fastener} ${torque.position ?? ''}: ${torque.left_typed ?? 'set'}`
  return sign ? `${sign.what.replaceAll('_', ' ')}: ${sign.passed ? 'passed' : 'failed'}` : (note?.text ?? '')
}
function theirs(w: Waiting) {
  const bolt = boltOf(w)
  return bolt?.log?.left_typed ? `It stands at ${bolt.log.left_typed}, by ${bolt.by}.` : ''
}
</script>

<template>
  <div v-if="ours.length" class="shrink-0 border-b border-rule bg-ochre-wash px-5 py-2" role="status">
    <p v-if="waiting">
      <b>{{ waiting }} waiting on this tablet.</b> They are sent in order as soon as the server answers; a
      reload loses nothing.
    </p>
    <ul>
      <li v-for="w in refused" :key="w.body.id" class="flex flex-wrap items-center gap-x-4 gap-y-1 py-1">
        <span class="min-w-0 flex-1"
          ><b>Not taken:</b> {{ mine(w) }}, by {{ w.name }} at {{ clock(w.body.at) }}. {{ w.refused?.detail }}
          <b>{{ theirs(w) }}</b></span
        >
        <button type="button" class="button" @click="again(w)">Log it beside that one</button>
        <button type="button" class="button" @click="drop(w.body.id)">Drop it</button>
      </li>
    </ul>
  </div>
</template>
