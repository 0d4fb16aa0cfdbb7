<script setup lang="ts">
import { computed } from 'vue'

import { useBike } from '@/api/job'
import { useSession } from '@/api/session'
import { useOpenJob, useTarget } from '@/areas/job/open'
import BikeDrawing from '@/drawing/BikeDrawing.vue'
import FaultNote from '@/parts/FaultNote.vue'
import LoadingRule from '@/parts/LoadingRule.vue'

import ReadPlace from './ReadPlace.vue'
import { readMark, spotsOn } from './readspots'

/**
 * What is on the bike, read off it on the drawing: press a place, choose what it looks like, type
 * what it measures.
 */
const { job, closed } = useOpenJob()
const { hands } = useSession()
const { target, open } = useTarget()
const { data, error, isPending } = useBike(() => job.value.bike.id)
const locked = computed(() => closed.value || !hands.value)
const spots = computed(() => spotsOn(data.value?.lines ?? []))
const spot = computed(() => spots.value.find((s) => s.id === target()))
const points = computed(() => spots.value.map((s) => ({ id: s.id, name: s.name, mark: readMark(s.lines) })))
</script>

<template>
  <div class="px-5 py-4">
    <div class="mb-2 flex flex-wrap items-center gap-3">
      <RouterLink :to="{ name: 'job-parts' }" class="button button-quiet -ml-2">← What is on it</RouterLink>
      <h2>Read it off the bike</h2>
      <p class="text-note text-soft">dashed: not read · half: some of it · ring: all of it</p>
    </div>
    <FaultNote v-if="error" :fault="error" />
    <LoadingRule v-if="isPending" />
    <div v-else class="grid items-start gap-5 xl:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
      <div>
        <BikeDrawing
          :facts="job.bike.facts"
          :points="points"
          :chosen="spot?.id"
          :way="false"
          class="h-80 border border-rule bg-paper"
          title="The bike: press a place to say what sits there"
          @choose="open($event)"
        />
        <ul class="mt-2 flex flex-wrap gap-x-1" aria-label="The same as a list">
          <li v-for="s in spots" :key="s.id">
            <button
              type="button"
              class="min-h-11 px-2 text-note hover:bg-wash"
              :class="
                s.id === spot?.id
                  ? 'font-[680] shadow-[inset_0_-4px_var(--color-petrol)]'
                  : 'text-petrol underline'
              "
              :aria-pressed="s.id === spot?.id"
              @click="open(s.id)"
            >
              {{ s.name }}
            </button>
          </li>
        </ul>
      </div>
      <section v-if="spot" :key="spot.id" :aria-label="spot.name" class="flex flex-col gap-4">
        <ReadPlace v-for="l in spot.lines" :key="l.place" :line="l" :locked="locked" />
      </section>
      <p v-else class="text-soft">
        Press a place on the bike. What is read here tells what fits, which limits hold, and what came off
        when it comes off.
      </p>
    </div>
  </div>
</template>
