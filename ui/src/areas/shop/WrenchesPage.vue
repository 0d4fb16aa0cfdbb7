<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { ask, client, newId, type Schemas } from '@/api/client'
import { useSession } from '@/api/session'
import FaultNote from '@/parts/FaultNote.vue'
import LoadingRule from '@/parts/LoadingRule.vue'

import StandinWrench from './StandinWrench.vue'
import WrenchRow from './WrenchRow.vue'

/** The register of torque wrenches: reach, error, and when each is to be calibrated again. */
const { actor } = useSession()
const keeper = computed(() => actor.value?.role === 'keeper')
const {
  data: wrenches,
  error,
  isPending,
} = useQuery({ queryKey: ['wrenches'], queryFn: () => ask(client.GET('/api/wrenches')) })
const fresh = ref<Schemas['Wrench']>()
const blank = (): Schemas['Wrench'] => ({
  id: newId(),
  name: '',
  serial: '',
  min_nm: 0,
  max_nm: 0,
  deviation_pct: 0,
  checked_on: '',
  certificate: '',
  months: 12,
  cycles: 5000,
  device: '',
  retired: false,
  version: 0,
  used: 0,
})
</script>

<template>
  <main id="main" class="flex-1">
    <div class="flex flex-wrap items-center gap-3 border-b border-ink px-5 py-3">
      <h1>Torque wrenches</h1>
      <p class="text-soft">
        A hand wrench is calibrated every 12 months or 5 000 cycles, and used over 20–100 % of its range.
      </p>
      <button v-if="keeper && !fresh" type="button" class="button ml-auto" @click="fresh = blank()">
        Add a wrench
      </button>
    </div>
    <FaultNote v-if="error" class="m-5" :fault="error" />
    <LoadingRule v-if="isPending" class="m-5" />
    <div class="grid gap-x-10 gap-y-6 px-5 py-3 xl:grid-cols-[minmax(0,1fr)_340px]">
      <div>
        <p v-if="wrenches && !wrenches.length && !fresh" class="py-3 text-soft">
          None yet. Figures can be logged without one; with one each is judged with the wrench’s error.
        </p>
        <ul>
          <WrenchRow
            v-if="fresh"
            :key="fresh.id"
            :wrench="fresh"
            :keeper="keeper"
            @done="fresh = undefined"
          />
          <WrenchRow v-for="w in wrenches ?? []" :key="w.id" :wrench="w" :keeper="keeper" />
        </ul>
      </div>
      <StandinWrench />
    </div>
  </main>
</template>
