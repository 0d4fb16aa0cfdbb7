<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'

import { useBook, useJob, useRecord } from '@/api/job'
import { useSession } from '@/api/session'
import { given } from '@/api/given'
import FaultNote from '@/parts/FaultNote.vue'
import LoadingRule from '@/parts/LoadingRule.vue'
import StageRule from '@/parts/StageRule.vue'
import { useTimes } from '@/parts/time'

import HandsAt from './HandsAt.vue'
import LeavingList from './LeavingList.vue'
import { provideOpenJob } from './open'
import OutboxList from './OutboxList.vue'
import { useParts } from './parts'

const props = defineProps<{ id: string }>()
const route = useRoute()
const parts = () => route.meta.parts ?? []
const { data: told, error, isPending, isFetching } = useJob(() => props.id)
const { job: data, ready } = useParts(() => props.id, told, parts)
const { data: book } = useBook()
const { hands } = useSession()
const { dayAndClock, date } = useTimes()

const pen = useRecord(() => props.id)
const closed = computed(() => data.value?.job.released_at !== undefined)
// Stages are shown only once there is a job, so that they need not ask.
provideOpenJob({
  job: computed(() => data.value as NonNullable<typeof data.value>),
  pen,
  closed,
  early: ref(''),
})

const shown = computed(() =>
  String(route.name ?? '')
    .replace(/^job-/, '')
    .replace(/^(hunt|air)$/, 'inspect')
    .replace(/^ride$/, 'verify')
    .replace(/^(brakes|run|desk|contacts)$/, 'work'),
)
const depth = computed(
  () =>
    data.value?.service?.name.toLowerCase() ??
    book.value?.depths.find((d) => d.id === data.value?.job.depth)?.name.toLowerCase() ??
    '',
)
const late = computed(
  () => !closed.value && data.value?.job.promised_at && new Date(data.value.job.promised_at) < new Date(),
)

const reason = ref('')
async function reopen() {
  await given([reason], ([typed = '']) => pen.reopen(typed))
}
</script>

<template>
  <main id="main" class="flex min-h-0 flex-1 flex-col lg:h-[calc(100dvh-52px)] lg:flex-none">
    <FaultNote v-if="error && !data" class="m-5" :fault="error" />
    <LoadingRule v-if="isPending" class="m-5" />
    <template v-if="data">
      <div
        class="flex shrink-0 flex-wrap items-end gap-x-4 gap-y-2 border-b border-ink px-5 xl:gap-x-8 pt-3 pb-1"
      >
        <div class="max-w-full min-w-0 pb-2 lg:max-w-[42%]">
          <h1 class="truncate" :title="data.title">{{ data.title }}</h1>
          <p class="truncate text-soft">
            <span class="figure">#{{ data.job.number }}</span> ·
            <template v-if="data.job.promised_at">
              for
              <b class="figure" :class="late ? 'text-brick' : 'text-ink'">{{
                dayAndClock(data.job.promised_at)
              }}</b>
              ·
            </template>
            <RouterLink
              class="underline decoration-rule underline-offset-4"
              :to="{ name: 'bike', params: { id: data.bike.id } }"
              >{{ data.owner.name }}</RouterLink
            >
            · {{ depth }}
            <template v-if="data.job.stand"> · stand {{ data.job.stand }}</template>
          </p>
        </div>
        <div
          class="max-w-full min-w-0 flex-1 basis-[500px] xl:basis-[560px] overflow-x-auto overflow-y-hidden xl:ml-auto xl:max-w-[720px]"
        >
          <StageRule
            class="min-w-[396px] xl:min-w-[516px]"
            :job="id"
            :stage="data.stage"
            :stages="data.stages"
            :shown="shown"
            :gone="closed"
          />
        </div>
      </div>
      <form
        v-if="closed"
        class="flex shrink-0 flex-wrap items-center gap-3 border-b border-rule bg-wash px-5 py-2"
        @submit.prevent="reopen"
      >
        <p v-if="data.mistaken" class="mr-auto">
          <b>Taken in by mistake: {{ data.mistaken.reason }}</b> {{ data.mistaken.by }},
          {{ date(data.mistaken.at) }}. It is kept here, and listed nowhere else.
        </p>
        <p v-else class="mr-auto">
          <b>Handed to {{ data.released_to }}</b> on {{ date(data.job.released_at) }} by
          {{ data.released_by }}. Nothing here can change.
        </p>
        <template v-if="hands">
          <input
            v-model="reason"
            class="input max-w-72"
            aria-label="Why it is opened again"
            placeholder="Why open it again?"
          />
          <button type="submit" class="button" :disabled="!reason.trim()">Reopen</button>
        </template>
      </form>
      <OutboxList :job="id" />
      <div class="grid min-h-0 flex-1 lg:grid-cols-[210px_minmax(0,1fr)] xl:grid-cols-[250px_minmax(0,1fr)]">
        <LeavingList class="border-rule lg:border-r" :job="data">
          <p
            v-if="pen.waiting.value"
            role="status"
            class="mb-2 border-l-4 border-ochre bg-ochre-wash px-2 py-1"
          >
            <b>The records cannot be reached.</b> What you wrote is kept and is being sent again.
          </p>
          <p v-if="!hands && !closed" class="mb-2 border-l-4 border-petrol pl-2">
            <b>Read and signed by mechanics.</b> What is grey here waits until one has the tablet.
          </p>
          <HandsAt v-if="!closed" />
        </LeavingList>
        <div class="min-h-0 min-w-0 lg:overflow-auto">
          <RouterView v-if="ready" />
          <LoadingRule v-else-if="isFetching" class="m-5" />
          <p v-else class="m-5 max-w-prose">
            <b>This bench is not on this tablet.</b> It was not opened here while there was a network: it
            comes as soon as the records can be reached. Everything else of the job is here.
          </p>
        </div>
      </div>
    </template>
  </main>
</template>
