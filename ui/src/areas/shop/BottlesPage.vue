<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { ask, client, newId, type Schemas } from '@/api/client'
import { useSession } from '@/api/session'
import FaultNote from '@/parts/FaultNote.vue'
import LoadingRule from '@/parts/LoadingRule.vue'
import { useMoney } from '@/parts/money'
import { useTimes } from '@/parts/time'
import { figure } from '@/parts/words'

import BottleRow from './BottleRow.vue'

/** The shelf of brake fluids, and the bleeds that wait for an open bottle. */
const { hands } = useSession()
const { money } = useMoney()
const { date } = useTimes()
const {
  data: bottles,
  error,
  isPending,
} = useQuery({ queryKey: ['bottles'], queryFn: () => ask(client.GET('/api/bottles')) })
const { data: bleeds } = useQuery({ queryKey: ['bleeds'], queryFn: () => ask(client.GET('/api/bleeds')) })
const fresh = ref<Schemas['Bottle']>()
const blank = (): Schemas['Bottle'] => ({
  id: newId(),
  name: '',
  family: 'mineral',
  grade: '',
  batch: '',
  opened_on: '',
  volume_ml: 0,
  price_minor: 0,
  clean: true,
  gone: false,
  version: 0,
  poured_ml: 0,
  left_ml: 0,
  front: {},
  rear: {},
})
const plan = computed(() => bleeds.value?.plan)
</script>

<template>
  <main id="main" class="flex-1">
    <div class="flex flex-wrap items-center gap-3 border-b border-ink px-5 py-3">
      <h1>Brake fluids</h1>
      <p class="text-soft">Mineral oil and DOT fluid are never mixed: each ruins the other’s seals.</p>
      <button v-if="hands && !fresh" type="button" class="button ml-auto" @click="fresh = blank()">
        Put a bottle on the shelf
      </button>
    </div>
    <FaultNote v-if="error" class="m-5" :fault="error" />
    <LoadingRule v-if="isPending" class="m-5" />
    <div class="grid gap-x-10 gap-y-6 px-5 py-3 xl:grid-cols-[minmax(0,1fr)_440px]">
      <div>
        <p v-if="bottles && !bottles.length && !fresh" class="py-3 text-soft">
          The shelf is empty. A bleed begins with a bottle, so that the wrong fluid never gets in.
        </p>
        <ul>
          <BottleRow v-if="fresh" :key="fresh.id" :bottle="fresh" :hands="hands" @done="fresh = undefined" />
          <BottleRow v-for="b in bottles ?? []" :key="b.id" :bottle="b" :hands="hands" />
        </ul>
      </div>
      <section v-if="bleeds" class="panel self-start p-4" aria-labelledby="bleeds">
        <h2 id="bleeds" class="border-b border-rule pb-1">Bleeds that wait for DOT fluid</h2>
        <p class="mt-2">{{ bleeds.says }}</p>
        <ul>
          <li
            v-for="w in bleeds.waiting"
            :key="w.bike + w.end"
            class="flex gap-3 border-b border-rule py-1.5 text-note"
          >
            <RouterLink
              class="min-w-0 flex-1 leading-snug underline decoration-rule underline-offset-4"
              :to="
                w.job
                  ? { name: 'job-brakes', params: { id: w.job } }
                  : { name: 'bike', params: { id: w.bike } }
              "
              >{{ w.title }}, {{ w.end }}</RouterLink
            >
            <span class="figure shrink-0">{{ figure(Math.round(w.need_ml)) }} ml</span>
            <span class="figure shrink-0 text-soft">{{
              w.here ? `comes ${date(w.here)}` : date(w.due)
            }}</span>
          </li>
        </ul>
        <dl v-if="plan" class="mt-3 grid grid-cols-[auto_minmax(0,1fr)] gap-x-4 gap-y-1 text-note">
          <template v-if="plan.now.length">
            <dt class="text-soft">Open bottle</dt>
            <dd>{{ plan.now.join('; ') }}</dd>
          </template>
          <template v-for="(o, i) in plan.openings" :key="i">
            <dt class="text-soft">
              {{ o.bottles > 1 ? `${o.bottles} fresh` : 'Fresh' }}, {{ date(bleeds.days[i] ?? '') }}
            </dt>
            <dd>
              <span v-for="b in o.bleeds" :key="b.job" class="block"
                >{{ b.job
                }}<b v-if="b.held_days"
                  >, held back {{ b.held_days }} {{ b.held_days > 1 ? 'days' : 'day' }}</b
                ></span
              >
            </dd>
          </template>
          <template v-if="plan.fresh">
            <dt class="text-soft">Costs</dt>
            <dd>
              <span class="figure">{{ money(plan.total_minor) }}</span>
              <template v-if="plan.waits_minor">, {{ money(plan.waits_minor) }} of it for waiting</template
              ><template v-if="plan.at_once_minor > plan.total_minor"
                >; with no bike held back
                <span class="figure">{{ money(plan.at_once_minor) }}</span></template
              >
            </dd>
          </template>
          <dt class="text-soft">Thrown away</dt>
          <dd>
            <span class="figure"
              >{{ figure(Math.round(plan.thrown_ml)) }} ml, {{ money(plan.cost_minor) }}</span
            >; each on its own day it would be <span class="figure">{{ money(plan.apart_minor) }}</span>
          </dd>
        </dl>
      </section>
    </div>
  </main>
</template>
