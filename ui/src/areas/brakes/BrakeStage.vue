<script setup lang="ts">
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import type { Schemas } from '@/api/client'
import { useSession } from '@/api/session'
import { useWords } from '@/api/words'
import StartRun from '@/areas/guided/StartRun.vue'
import { useOpenJob, usePart } from '@/areas/job/open'
import ConditionMark from '@/parts/ConditionMark.vue'
import GaugeStrip from '@/parts/GaugeStrip.vue'
import { useTimes } from '@/parts/time'
import { figure } from '@/parts/words'

import ReadCap from './ReadCap.vue'

/** Both brakes side by side: what is in them, what was found, and the guided work for each. */
const { job, closed } = useOpenJob()
const walk = usePart('walk')
const told = usePart('brakes')
const words = useWords()
const { hands } = useSession()
const { date } = useTimes()
const route = useRoute()
const router = useRouter()

const at = computed(() => (typeof route.query.at === 'string' ? route.query.at : undefined))
const offer = computed(() => told.value.sides.flatMap((b) => b.offers).find((o) => o.id === at.value))
const side = computed(() => told.value.sides.find((b) => b.offers.some((o) => o.id === at.value)))
const open = computed(() => job.value.runs.filter((r) => !r.finished))
const locked = computed(() => closed.value || !hands.value)
const choose = (id?: string) => router.replace({ query: id ? { at: id } : {} })

const pointsOf = (b: Schemas['BrakeSide']) =>
  b.points.flatMap((id) => walk.value.points.find((p) => p.id === id) ?? [])
const lastOf = (p: Schemas['PointView']) => p.reading?.value ?? p.history.at(-1)?.value
const markOf = (p: Schemas['PointView']) => p.reading?.judgement?.mark ?? p.history.at(-1)?.mark ?? 'open'
const saidOf = (p: Schemas['PointView']) =>
  lastOf(p) !== undefined
    ? `${figure(lastOf(p) as number)} ${p.gauge?.unit ?? ''}`
    : (p.reading?.word ?? p.history.at(-1)?.word ?? 'not looked at')
</script>

<template>
  <div class="flex min-h-full flex-col">
    <div class="flex flex-wrap items-center gap-x-3 gap-y-2 border-b border-rule px-5 py-2">
      <h2 class="text-lg! text-ink!">Brakes</h2>
      <RouterLink :to="{ name: 'job-desk' }" class="button ml-auto">Brake desk: the arithmetic</RouterLink>
      <RouterLink
        v-for="r in open"
        :key="r.id"
        class="button button-go"
        :to="{ name: 'job-run', query: { at: r.id } }"
        >Go on: {{ r.work.name }}</RouterLink
      >
    </div>
    <p v-if="!told.sides.length" class="px-5 py-4 text-soft">
      This bike has no brakes noted. Put its facts right first.
    </p>
    <StartRun
      v-if="offer && side"
      :key="offer.id"
      :offer="offer"
      :side="side"
      :locked="locked"
      @leave="choose()"
    />
    <div v-else class="grid flex-1 md:grid-cols-2">
      <section
        v-for="b in told.sides"
        :key="b.end"
        class="border-rule px-5 py-4 not-last:border-r"
        :aria-label="`${b.end} brake`"
      >
        <h3 class="text-xl font-[720] capitalize">{{ b.end }}</h3>
        <p class="text-soft">
          {{ words.fact(b.kind) }}<template v-if="b.family"> · {{ words.fact(b.family) }}</template
          ><template v-if="b.bled_on"> · bled {{ date(b.bled_on) }}</template>
        </p>
        <ReadCap class="mt-1" :side="b" :locked="locked" />
        <ul class="mt-2">
          <li v-for="p in pointsOf(b)" :key="p.id" class="border-b border-rule py-1.5">
            <RouterLink
              :to="{ name: 'job-inspect', query: { at: p.id } }"
              class="flex min-h-9 items-center gap-2.5 hover:bg-wash"
            >
              <ConditionMark :mark="markOf(p)" :size="18" />
              <span class="flex-1">{{ p.name }}</span>
              <b :class="p.gauge && 'figure'">{{ saidOf(p) }}</b>
            </RouterLink>
            <GaugeStrip
              v-if="p.gauge && lastOf(p) !== undefined"
              :ruling="p.gauge.ruling"
              :zones="p.gauge.zones"
              :unit="p.gauge.unit"
              :past="p.history.flatMap((h) => h.value ?? [])"
              :now="lastOf(p)"
              :label="p.name"
            />
            <p v-if="p.life" class="text-sm text-soft">{{ p.life.says }}</p>
          </li>
        </ul>
        <p v-if="b.says && b.family !== 'unknown'" class="mt-2 text-note text-soft">{{ b.says }}</p>
        <h4 class="mt-4 border-b border-ink pb-1 text-sm font-[680] text-soft">Guided work</h4>
        <ul>
          <li v-for="o in b.offers" :key="o.id" class="border-b border-rule">
            <button
              type="button"
              class="flex min-h-11 w-full items-center gap-3 px-1 py-1.5 text-left hover:bg-wash disabled:opacity-60"
              :class="o.wanted && 'shadow-[inset_4px_0_var(--color-petrol)] pl-3!'"
              :disabled="locked"
              @click="choose(o.id)"
            >
              <span class="min-w-0 flex-1 leading-tight"
                >{{ o.name
                }}<b v-if="o.wanted" class="block text-[13.5px] text-petrol">{{ o.wanted }}</b></span
              >
              <span class="figure shrink-0 text-note text-soft"
                >{{ o.here ? figure(o.here) : o.minutes }} min</span
              >
            </button>
          </li>
        </ul>
      </section>
    </div>
  </div>
</template>
