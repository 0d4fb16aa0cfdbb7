<script setup lang="ts">
import { computed, ref } from 'vue'

import type { JobView } from '@/api/client'
import { useSession } from '@/api/session'
import FindingForm from '@/areas/agree/FindingForm.vue'
import NoteList from '@/areas/job/NoteList.vue'
import { useOpenJob, useTarget } from '@/areas/job/open'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'

import WorkRow from './WorkRow.vue'

/** What the owner agreed to, item by item. */
const { job, pen, closed } = useOpenJob()
const { hands } = useSession()
const { target } = useTarget()
const agreed = computed(() => job.value.items.filter((i) => i.state === 'agreed' || i.state === 'done'))
/** What work was done for and nobody has looked at since. */
const worked = computed(() => job.value.findings.filter((f) => f.status === 'worked'))
const todo = computed(() => agreed.value.filter((i) => i.state === 'agreed'))
const waiting = computed(() => job.value.items.filter((i) => i.state === 'asks').length)
const unoffered = computed(() => job.value.findings.filter((f) => f.status === 'open').length)
const finding = ref(false)
/** What can be gone to from here; not every bike has each. */
const doors = computed(() => [
  { to: 'parts', says: 'What is on it' },
  { to: 'strip', says: 'Strip-down bench' },
  { to: 'oil', says: 'Oiling' },
  ...(has('brakes') ? [{ to: 'brakes', says: 'Brakes, and guided work on them' }] : []),
  ...(has('guides') ? [{ to: 'guides', says: 'Step by step: drive, wheels, air, bar' }] : []),
  { to: 'gears', says: has('gears') ? 'Index the gears, chain, ratios' : 'Gears: chain, ratios' },
  { to: 'wheels', says: 'True a wheel' },
])
const has = (place: JobView['places'][number]) => job.value.places.includes(place)
</script>

<template>
  <div class="flex flex-col gap-6 px-5 py-4">
    <FaultNote v-if="pen.fault.value" :fault="pen.fault.value" />
    <div class="flex flex-wrap items-center gap-2">
      <RouterLink
        v-for="d in doors"
        :key="d.to"
        class="button"
        :to="{ name: `job-${d.to}`, params: { id: job.job.id } }"
        >{{ d.says }}</RouterLink
      >
      <RouterLink
        v-for="b in job.begun"
        :key="b.target"
        class="button button-go"
        :to="{ name: `job-${b.place}`, params: { id: job.job.id }, query: { at: b.target } }"
        >Go on: {{ b.says }}</RouterLink
      >
    </div>
    <section aria-labelledby="agreed-work">
      <div class="mb-1 flex flex-wrap items-center gap-3 border-b border-ink pb-1">
        <h2 id="agreed-work">
          Agreed work · {{ agreed.length - todo.length }} of {{ agreed.length }} done<template
            v-if="job.to_go"
          >
            · about {{ job.to_go }} min to go</template
          >
        </h2>
        <button
          v-if="hands && !closed"
          type="button"
          class="button button-quiet ml-auto min-h-9!"
          :aria-expanded="finding"
          @click="finding = !finding"
        >
          Found something else
        </button>
      </div>
      <FindingForm v-if="finding" @done="finding = false" />
      <p v-if="waiting" class="py-2 text-soft">
        {{ waiting }} {{ waiting === 1 ? 'item waits' : 'items wait' }} for the owner’s answer.
        <RouterLink class="text-petrol underline" :to="{ name: 'job-agree', params: { id: job.job.id } }"
          >To the answers</RouterLink
        >
      </p>
      <p v-if="unoffered && !closed" class="py-2">
        {{ unoffered }} {{ unoffered === 1 ? 'finding has' : 'findings have' }} not been offered to the owner
        yet.
        <RouterLink class="text-petrol underline" :to="{ name: 'job-agree', params: { id: job.job.id } }"
          >To the findings</RouterLink
        >
      </p>
      <p v-else-if="!agreed.length && !waiting" class="py-2 text-soft">
        Nothing is agreed. If there is nothing to do, go on to Verify.
      </p>
      <ul>
        <WorkRow v-for="i in agreed" :key="i.id" :item="i" :locked="closed || !hands" />
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
</template>
