<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import { useSession } from '@/api/session'
import { useOpenJob, usePart, useTarget } from '@/areas/job/open'
import BikeDrawing from '@/drawing/BikeDrawing.vue'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'

/** The map of what a tune oils: on the bike as it is drawn, and the same as a list to tick. */
const { job, pen, closed } = useOpenJob()
const told = usePart('strips')
const { hands } = useSession()
const { target, open } = useTarget()
const locked = computed(() => closed.value || !hands.value)
const oiling = computed(() => told.value.oiling)
const points = computed(() => {
  const by = new Map<string, { id: string; name: string; mark: string }>()
  for (const o of oiling.value) {
    const before = by.get(o.at)
    by.set(o.at, {
      id: o.at,
      name: before?.name ?? o.short,
      mark: o.entry && before?.mark !== 'open' ? 'sound' : 'open', // of two at one place both are done
    })
  }
  return [...by.values()]
})
const left = computed(() => oiling.value.filter((o) => !o.entry).length)
const tick = (o: Schemas['OilView']) =>
  o.entry
    ? pen.record({ withdrawn: { reason: 'not oiled after all' } }, o.entry)
    : pen.record({ oiled: { what: o.id } })
</script>

<template>
  <div class="px-5 py-4">
    <div class="mb-2 flex flex-wrap items-center gap-3">
      <RouterLink :to="{ name: 'job-work' }" class="button button-quiet -ml-2">← Work</RouterLink>
      <h2>Oiled without taking apart</h2>
      <span class="text-soft">{{ left ? `${left} to go` : 'all done' }}</span>
    </div>
    <FaultNote v-if="pen.fault.value" :fault="pen.fault.value" />
    <BikeDrawing
      :facts="job.bike.facts"
      :points="points"
      :chosen="target() ?? ''"
      :way="false"
      class="h-80 border border-rule bg-paper"
      title="What is oiled"
      @choose="open"
    />
    <ul class="mt-3 border-t border-ink">
      <li
        v-for="o in oiling"
        :key="o.id"
        class="flex flex-wrap items-center gap-x-3 border-b border-rule py-1.5 pl-1"
        :class="target() === o.at && 'bg-wash shadow-[inset_4px_0_var(--color-petrol)]'"
      >
        <ConditionMark :mark="o.entry ? 'sound' : 'open'" />
        <span class="min-w-56 flex-1 leading-tight"
          ><b class="block">{{ o.name }}</b
          ><span class="text-note text-soft">{{ o.with }}: {{ o.where }}; {{ o.why }}</span></span
        >
        <button
          type="button"
          class="button min-h-[52px]"
          :class="!o.entry && 'button-go'"
          :disabled="locked || pen.busy.value"
          :aria-label="`${o.entry ? 'Not so' : 'Oiled'}: ${o.name}`"
          @click="tick(o)"
        >
          {{ o.entry ? 'Not so' : 'Oiled' }}
        </button>
      </li>
    </ul>
    <p class="mt-2 text-note text-soft">
      Wipe as you go with a damp rag. Nothing near pads and rotors, and nothing sprayed.
    </p>
  </div>
</template>
