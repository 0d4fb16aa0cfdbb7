<script setup lang="ts">
import { DocumentArrowDownIcon } from '@heroicons/vue/24/outline'
import { computed, ref } from 'vue'

import BikeCautions from '@/areas/bikes/BikeCautions.vue'
import { useOpenJob, useWays } from '@/areas/job/open'
import FaultNote from '@/parts/FaultNote.vue'
import TickField from '@/parts/TickField.vue'

import BelongingList from './BelongingList.vue'
import ServiceSheet from './ServiceSheet.vue'

/** The door out: things back, the list empty, the sheet in the owner's hand. */
const { job, pen, closed } = useOpenJob()
const ways = useWays(() => job.value.job.id)
const to = ref('')
const who = computed(() => to.value.trim() || job.value.owner.name)
/** Whoever hands over what is not to be ridden says each time that they said so. */
const told = ref(false)
/** A sheet that was handed over stays as it was; beside it, when asked, what would be told now. */
const asToday = ref(false)
const things = computed(() => job.value.leaving.reduce((n, o) => n + o.count, 0))
</script>

<template>
  <div class="grid gap-x-8 gap-y-5 px-5 py-4 xl:grid-cols-[300px_minmax(0,1fr)]">
    <div class="flex flex-col gap-5">
      <BelongingList />
      <section v-if="!closed" aria-labelledby="release">
        <h2 id="release" class="mb-2 border-b border-ink pb-1">Hand over</h2>
        <p v-if="things" class="mb-3">
          <b>{{ things }} {{ things === 1 ? 'thing stands' : 'things stand' }} in the way.</b> First:
          <RouterLink v-if="job.leaving[0]" class="text-petrol underline" :to="ways.settle(job.leaving[0])">{{
            job.leaving[0].title
          }}</RouterLink>
        </p>
        <p v-else class="mb-3"><b>Nothing stands in the way.</b> Show the owner both brakes and the sheet.</p>
        <div
          v-if="job.not_ridden.length"
          class="mb-3 border-l-4 border-brick bg-brick-wash px-3 py-2"
          role="alert"
        >
          <p><b>Not to be ridden.</b> Left as it is, as its owner wished: {{ job.not_ridden.join('; ') }}.</p>
          <TickField v-model="told" class="mt-1"
            >I told who takes it that it is pushed, not ridden.</TickField
          >
        </div>
        <BikeCautions class="mb-3" :facts="job.bike.facts" where="hand_over" />
        <label class="text-note text-soft" for="taken-by">Who takes the bike</label>
        <input id="taken-by" v-model="to" class="input mb-3" :placeholder="job.owner.name" />
        <button
          type="button"
          class="button min-h-[52px] w-full"
          :class="!job.leaving.length && 'button-go'"
          :disabled="pen.busy.value"
          @click="pen.release(who, told)"
        >
          Hand it over
        </button>
        <FaultNote v-if="pen.fault.value" class="mt-3" :fault="pen.fault.value" />
      </section>
      <a class="button" :href="`/api/jobs/${job.job.id}/sheet.pdf`" target="_blank" rel="noopener"
        ><DocumentArrowDownIcon class="size-5" /> Service sheet as PDF</a
      >
      <a class="button" :href="`/api/jobs/${job.job.id}/torques.csv`" download
        ><DocumentArrowDownIcon class="size-5" /> Torques as CSV</a
      >
    </div>
    <div class="min-w-0">
      <p
        v-if="closed"
        class="mb-3 flex flex-wrap items-center gap-3 border-l-4 border-petrol bg-wash px-3 py-2"
      >
        <span class="min-w-48 flex-1">{{
          asToday
            ? 'As we would tell it today, by what is known now. What was handed over is the other one.'
            : 'As it was handed over. It does not change.'
        }}</span>
        <button type="button" class="button" :aria-pressed="asToday" @click="asToday = !asToday">
          {{ asToday ? 'As it was handed over' : 'As we would tell it today' }}
        </button>
      </p>
      <ServiceSheet :job="job" :today="asToday" />
    </div>
  </div>
</template>
