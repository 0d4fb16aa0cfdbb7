<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Waiting } from '@/api/outbox'
import { useOutbox } from '@/api/outbox'
import { useSession } from '@/api/session'
import { useTimes } from '@/parts/time'

import { useOpenJob } from './open'

/** What was written without a network and waits, and what the server would not take. */
const props = defineProps<{ job: string }>()
const { job: view } = useOpenJob()
const { list, again, drop } = useOutbox()
const { clock } = useTimes()
const { actor } = useSession()
const ours = computed(() => list.value.filter((w) => w.job === props.job))
const waiting = computed(() => ours.value.filter((w) => !w.refused).length)
/** Who else wrote some of them, by name. */
const others = computed(() => {
  const theirs = ours.value.filter((w) => !w.refused && w.by !== actor.value?.id)
  return [...new Set(theirs.map((w) => w.name))].map(
    (name) => `${theirs.filter((w) => w.name === name).length} by ${name}`,
  )
})
const refused = computed(() => ours.value.filter((w) => w.refused))

const boltOf = (w: Waiting) => {
  const t = w.body.content.torque
  return view.value.parts.bolts?.bolts.find((b) => b.fastener === t?.fastener && b.position === t.position)
}
function mine(w: Waiting) {
  const { torque, sign, note } = w.body.content
  if (torque)
    return `${boltOf(w)?.name ?? torque.fastener} ${torque.position ?? ''}: ${torque.left_typed ?? 'set'}`
  if (sign) return `${sign.what.replaceAll('_', ' ')}: ${sign.passed ? 'passed' : 'failed'}`
  return note?.text ?? said(w)
}
/** Any other entry by its kind, and by what was typed of it. */
function said(w: Waiting) {
  const [kind, what] = Object.entries(w.body.content)[0] ?? ['', {}]
  const typed = Object.values(what as Record<string, unknown>).filter(
    (v): v is string => typeof v === 'string' && v.length < 80 && !/^[0-9a-f-]{36}$/.test(v),
  )
  return [kind.replaceAll('_', ' '), ...typed].join(' · ')
}
/** Only who wrote it, or the shop owner, lets a refused one go. */
const may = (w: Waiting) => w.by === actor.value?.id || actor.value?.role === 'keeper'
/** How full the tablet is, once it matters. */
const full = ref(0)
void navigator.storage
  ?.estimate?.()
  .then((e) => (full.value = Math.round((100 * (e.usage ?? 0)) / (e.quota || Infinity))))
  .catch(() => undefined)
function theirs(w: Waiting) {
  const bolt = boltOf(w)
  return bolt?.log?.left_typed ? `It stands at ${bolt.log.left_typed}, by ${bolt.by}.` : ''
}
</script>

<template>
  <div v-if="ours.length" class="shrink-0 border-b border-rule bg-ochre-wash px-5 py-2" role="status">
    <p v-if="waiting">
      <b>{{ waiting }} waiting on this tablet.</b> They are sent in order as soon as the server answers; a
      reload loses nothing.<template v-if="full >= 70"> This tablet’s storage is {{ full }} % full.</template>
    </p>
    <p v-if="others.length" class="text-soft">
      Of these, {{ others.join(', ') }}: sent under no other name, as soon as its writer signs in here.
    </p>
    <ul>
      <li v-for="w in refused" :key="w.body.id" class="flex flex-wrap items-center gap-x-4 gap-y-1 py-1">
        <span class="min-w-0 flex-1"
          ><b>Not taken:</b> {{ mine(w) }}, by {{ w.name }} at {{ clock(w.body.at) }}. {{ w.refused?.detail }}
          <b>{{ theirs(w) }}</b></span
        >
        <template v-if="may(w)">
          <button type="button" class="button" @click="again(w)">
            {{ w.body.content.torque ? 'Log it beside that one' : 'Send it once more' }}
          </button>
          <button type="button" class="button" @click="drop(w.body.id)">Drop it</button>
        </template>
        <span v-else class="text-soft">{{ w.name }} or the shop owner decides.</span>
      </li>
    </ul>
  </div>
</template>
