<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { useAnswer } from '@/api/answer'
import { ask, client, type Fault, type Schemas } from '@/api/client'
import { useOpenJob, usePart } from '@/areas/job/open'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'
import { markVerdict } from '@/parts/marks'
import { useTimes } from '@/parts/time'

import { sameAnswers } from './benches'

/**
 * A bench that works something out while it is typed: its drawing, its fields, and beside them what it comes
 * to. Nothing is kept before it is written down; then it stands with the job, and is there the next time.
 */
const props = defineProps<{
  bench: Schemas['GearAnswer']['bench']
  title: string
  about: string
  asked?: Schemas['GearQuestion']
  locked: boolean
  missing: string
}>()
defineSlots<{
  drawing(props: { figured?: Schemas['GearAnswer'] }): unknown
  default(props: { fault?: Fault }): unknown
  more(props: { figured?: Schemas['GearAnswer'] }): unknown
}>()
const { job, pen } = useOpenJob()
const told = usePart('gears')
const { dayAndClock } = useTimes()
const { answer, fault } = useAnswer(
  () => props.asked,
  (body, signal) =>
    ask(client.POST('/api/jobs/{id}/gears', { params: { path: { id: job.value.job.id } }, body, signal })),
)
/** While something is typed the last drawing stays, so that it does not flicker. */
const drawn = ref<Schemas['GearAnswer']>()
watch(answer, (a) => void (drawn.value = a ?? drawn.value))
const note = computed(() => told.value.notes.find((n) => n.figured.bench === props.bench))
/** What stands written is what is asked now. */
const kept = computed(() => sameAnswers(note.value?.asked, props.asked))
/** What cannot be put right here is a finding: it goes to the owner, like any other. */
function tell() {
  const figured = note.value?.figured
  if (figured?.finds) void pen.record({ finding: { title: figured.finds, mark: 'due', note: figured.says } })
}
const write = () => props.asked && pen.record({ gear_note: props.asked })
</script>

<template>
  <div class="grid h-full min-h-0 lg:grid-cols-[minmax(0,1fr)_300px]">
    <section class="flex min-h-0 min-w-0 flex-col lg:overflow-y-auto" :aria-label="title">
      <div class="flex flex-wrap items-baseline gap-x-3 px-5 pt-3">
        <h2 class="text-[22px]! text-ink!">{{ title }}</h2>
        <span class="text-note text-soft">{{ about }}</span>
      </div>
      <div class="px-5 py-2"><slot name="drawing" :figured="drawn" /></div>
      <form class="flex-1 border-t border-ink bg-paper px-5 py-3" @submit.prevent="write">
        <slot :fault="fault ?? pen.fault.value" />
      </form>
    </section>
    <aside
      class="flex min-h-0 flex-col border-rule bg-paper lg:overflow-y-auto lg:border-l"
      aria-label="What it comes to"
    >
      <div class="border-b border-ink px-4 py-3" role="status">
        <h2>What it comes to</h2>
        <FaultNote v-if="fault && !fault.field" class="mt-2" :fault="fault" />
        <template v-if="asked && answer">
          <p
            v-if="bench !== 'ratio' || answer.mark !== 'sound'"
            class="mt-2 flex items-center gap-2 text-[17px]"
          >
            <ConditionMark :mark="answer.mark" /><b>{{ markVerdict(answer.mark) }}</b>
          </p>
          <ol v-if="answer.do.length" class="mt-1">
            <li
              v-for="(d, i) in answer.do"
              :key="d.says"
              class="border-b border-rule py-2 leading-snug"
              :class="i > 0 && 'text-note text-soft'"
            >
              {{ d.says }}
            </li>
          </ol>
          <p v-if="answer.says !== answer.do[0]?.says" class="mt-2">{{ answer.says }}</p>
        </template>
        <p v-else-if="fault?.field" class="mt-2 text-brick">{{ fault.detail }}</p>
        <p v-else class="mt-2 text-soft">{{ missing }}</p>
        <slot name="more" :figured="asked && answer ? answer : undefined" />
        <button
          type="button"
          class="button button-go mt-3 min-h-[52px] w-full"
          :disabled="locked || !answer || !asked || kept || pen.busy.value"
          @click="write"
        >
          {{ kept && note ? 'Written down' : 'Write it down' }}
        </button>
        <FaultNote v-if="pen.fault.value" class="mt-2" :fault="pen.fault.value" />
      </div>
      <div v-if="note" class="px-4 py-3">
        <h2>Written down last</h2>
        <p class="mt-1 text-note">{{ note.figured.says }}</p>
        <p class="text-sm text-soft">{{ note.by }}, {{ dayAndClock(note.at) }}</p>
        <button
          v-if="note.figured.finds"
          type="button"
          class="button mt-2 w-full"
          :disabled="locked || pen.busy.value"
          @click="tell"
        >
          Write it as a finding
        </button>
      </div>
      <p class="mt-auto px-4 py-3 text-sm text-soft">The maker’s manual wins.</p>
    </aside>
  </div>
</template>
