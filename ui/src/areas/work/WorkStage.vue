<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import type { JobView } from '@/api/client'
import { useSession } from '@/api/session'
import FindingForm from '@/areas/agree/FindingForm.vue'
import NoteList from '@/areas/job/NoteList.vue'
import { useOpenJob, useTarget } from '@/areas/job/open'
import ConditionMark from '@/parts/ConditionMark.vue'
import { useBenchKeys } from '@/parts/bench'
import FaultNote from '@/parts/FaultNote.vue'
import KeyCap from '@/parts/KeyCap.vue'
import LoadingRule from '@/parts/LoadingRule.vue'
import { useTimes } from '@/parts/time'

import AloneList from './AloneList.vue'
import NextPiece from './NextPiece.vue'
import NowCard from './NowCard.vue'
import ThenList from './ThenList.vue'
import { useMinutes, useThread } from './thread'
import ThreadRuler from './ThreadRuler.vue'
import WorkRow from './WorkRow.vue'

/** The job as one thread: what is done now, what then, and what goes on by itself. */
const { job, pen, closed } = useOpenJob()
const { hands } = useSession()
const { target } = useTarget()
const { thread, fault, behind } = useThread()
const locked = computed(() => closed.value || !hands.value)
const agreed = computed(() => job.value.items.filter((i) => i.state === 'agreed'))
const finished = computed(() => job.value.items.filter((i) => i.state === 'done'))
/** And what was ticked of the service, or left out of it. */
const ticked = computed(() => thread.value?.done.filter((d) => d.tick) ?? [])
const { dayAndClock } = useTimes()

/** What lies open: chosen, meant by the link that led here, or the first. */
const chosen = ref<string>()
const pieces = computed(() => thread.value?.pieces ?? [])
const place = computed(() => {
  const of = (id?: string) => pieces.value.findIndex((p) => p.id === id || (!!id && p.item === id))
  const at = of(chosen.value ?? target())
  return at < 0 ? now.value : at
})
/** Where this person is now: others have what stands before it. */
const now = computed(() =>
  Math.max(
    0,
    pieces.value.findIndex((p) => p.id === thread.value?.next),
  ),
)
const open = computed(() => pieces.value[place.value])
watch(
  () => pieces.value.map((p) => p.id).join(),
  () => {
    if (!pieces.value.some((p) => p.id === chosen.value)) chosen.value = undefined
  },
)
const choose = (at: number) => (chosen.value = pieces.value[at]?.id)
/** What work was done for and nobody has looked at since. */
const worked = computed(() => job.value.findings.filter((f) => f.status === 'worked'))
/** What went on by itself and is over. */
const { over } = useMinutes()
const ended = computed(() => thread.value?.alone.find(over))
const finding = ref(false)
/** What can be gone to from here; not every bike has each. */
const doors = computed(() => [
  { to: 'parts', says: 'What is on it' },
  { to: 'strip', says: 'Strip-down bench' },
  { to: 'oil', says: 'Oiling' },
  { to: 'contacts', says: 'As the rider has it' },
  { to: 'ride', says: 'The ride' },
  ...(has('brakes') ? [{ to: 'brakes', says: 'Brakes, and guided work on them' }] : []),
  ...(has('guides') ? [{ to: 'guides', says: 'Step by step: drive, wheels, air, bar' }] : []),
  { to: 'gears', says: has('gears') ? 'Index the gears, chain, ratios' : 'Gears: chain, ratios' },
  { to: 'wheels', says: 'True a wheel' },
])
useBenchKeys(() => false) // the card hears its own keys; what is waited for has Enter here
const has = (place: JobView['places'][number]) => job.value.places.includes(place)
</script>

<template>
  <div class="flex min-h-full flex-col">
    <FaultNote v-if="pen.fault.value" class="mx-5 mt-3" :fault="pen.fault.value" />
    <FaultNote v-if="fault && !thread" class="mx-5 mt-3" :fault="fault" />
    <LoadingRule v-if="!thread && !closed && !fault" class="m-5" />
    <template v-if="thread && !closed">
      <ThreadRuler
        class="shrink-0 border-b border-ink"
        :thread="thread"
        :promised="job.job.promised_at"
        :mine="now"
        :chosen="open?.id"
        @choose="(id) => (chosen = id)"
      />
      <div class="grid flex-1 lg:grid-cols-[minmax(0,1fr)_330px] xl:grid-cols-[minmax(0,1fr)_380px]">
        <div class="min-w-0 bg-paper">
          <NowCard
            v-if="open"
            :piece="open"
            :place="place"
            :now="now"
            :locked="locked"
            :behind="behind"
            :pieces="pieces"
            @choose="choose"
            @found="finding = true"
          />
          <div v-else-if="thread.waits.length || thread.alone.length" class="px-5 py-6 text-lg">
            <p>
              <b>Nothing to do but wait:</b> for
              {{
                [thread.waits.length && 'the owner', thread.alone.length && 'what goes on by itself']
                  .filter(Boolean)
                  .join(', and for ')
              }}.
            </p>
            <button
              v-if="ended && !locked"
              type="button"
              class="button button-go mt-4 min-h-14 px-6! text-lg"
              :disabled="pen.busy.value"
              @click="pen.record({ alone_over: { alone: ended.id } })"
            >
              Seen to: {{ ended.what }} <KeyCap class="max-sm:hidden" of="go" />
            </button>
          </div>
          <div v-else class="px-5 py-6 text-lg">
            <p class="mb-4"><b>Nothing is left to do.</b></p>
            <NextPiece />
          </div>
          <FindingForm v-if="finding" class="mx-5" @done="finding = false" />
        </div>
        <div class="flex flex-col gap-5 border-rule px-5 py-4 max-lg:border-t lg:border-l">
          <ThenList
            :thread="thread"
            :now="now"
            :chosen="place === now ? undefined : open?.id"
            :locked="locked"
            @choose="choose"
          />
          <AloneList :thread="thread" :locked="locked" />
        </div>
      </div>
    </template>
    <!-- Without the records there is no order; what was agreed is done and written down all the same. -->
    <ul v-if="!thread && !closed && fault" class="px-5">
      <WorkRow v-for="i in agreed" :key="i.id" :item="i" :locked="locked" />
    </ul>
    <div class="flex flex-col gap-6 border-t border-rule px-5 py-4">
      <nav class="flex flex-wrap items-center gap-x-5 gap-y-1" aria-label="Benches">
        <RouterLink
          v-for="d in doors"
          :key="d.to"
          class="inline-flex min-h-11 items-center text-petrol underline decoration-rule underline-offset-4"
          :to="{ name: `job-${d.to}`, params: { id: job.job.id } }"
          >{{ d.says }}</RouterLink
        >
      </nav>
      <section v-if="finished.length + ticked.length" aria-labelledby="done-work">
        <h2 id="done-work" class="border-b border-ink pb-1">Done · {{ finished.length + ticked.length }}</h2>
        <ul>
          <li
            v-for="d in ticked"
            :key="d.tick"
            class="flex flex-wrap items-center gap-x-3 border-b border-rule py-1 pl-1"
          >
            <ConditionMark mark="sound" :size="22" />
            <span class="min-w-56 flex-1 leading-tight"
              ><b class="block">{{ d.title }}</b
              ><span class="text-note text-soft"
                >{{ d.by }}, {{ dayAndClock(d.at)
                }}<template v-if="d.took && d.took >= 0.5">
                  · <span class="figure">{{ Math.round(d.took) }}</span> min</template
                ></span
              ></span
            >
            <button
              v-if="!locked"
              type="button"
              class="button button-quiet min-h-11"
              :disabled="pen.busy.value"
              :aria-label="`Take back: ${d.title}`"
              @click="pen.record({ withdrawn: { reason: 'not so after all' } }, d.tick)"
            >
              Take back
            </button>
          </li>
          <WorkRow v-for="i in finished" :key="i.id" :item="i" :locked="locked" />
        </ul>
      </section>
      <section v-if="worked.length" aria-labelledby="look-again">
        <h2 id="look-again" class="mb-1 border-b border-ink pb-1">
          Look at it once more · {{ worked.length }}
        </h2>
        <ul>
          <li
            v-for="f in worked"
            :key="f.id"
            class="flex flex-wrap items-center gap-x-3 gap-y-2 border-b border-rule py-2.5 pl-1"
            :class="target() === f.id && 'bg-wash shadow-[inset_4px_0_var(--color-petrol)]'"
          >
            <ConditionMark :mark="f.mark" :size="22" />
            <span class="min-w-56 flex-1 leading-tight"
              ><b class="block">{{ f.title }}</b
              ><span class="text-note text-soft">{{
                f.read_again
                  ? 'It was unsafe: what the point says now counts, not a word for it.'
                  : 'The work is done. Is it right?'
              }}</span></span
            >
            <template v-if="!closed && hands">
              <RouterLink
                v-if="f.point"
                class="button min-h-[52px]"
                :class="f.read_again && 'button-go'"
                :to="{ name: 'job-inspect', params: { id: job.job.id }, query: { at: f.point } }"
                >Read it again</RouterLink
              >
              <button
                v-if="!f.read_again"
                type="button"
                class="button button-go min-h-[52px]"
                :disabled="pen.busy.value"
                :aria-label="`Looked at again: right. ${f.title}`"
                @click="pen.record({ looked: { finding: f.id } })"
              >
                Looked at again: right
              </button>
            </template>
          </li>
        </ul>
      </section>
      <NoteList />
    </div>
  </div>
</template>
