<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import ConditionMark from '@/parts/ConditionMark.vue'
import GaugeStrip from '@/parts/GaugeStrip.vue'
import { useTimes } from '@/parts/time'
import { figure } from '@/parts/words'

/** What was done to this bike before, and what was measured then. */
const props = defineProps<{
  history: Pick<Schemas['BikeHistory'], 'jobs' | 'points'> &
    Partial<Pick<Schemas['BikeHistory'], 'bolts' | 'call_backs'>>
  strips?: boolean
}>()
const { date, month, today } = useTimes()
const last = computed(() =>
  props.history.points.flatMap((p) =>
    p.history.length ? [{ point: p, was: p.history.at(-1) as Schemas['HistoryMark'] }] : [],
  ),
)
const torque = (p: Schemas['PastTorque']) =>
  p.left_nm === undefined ? (p.found === 'not_checked' ? 'set' : p.found) : figure(p.left_nm)
const measured = computed(() => last.value.filter((l) => l.point.gauge))
const judged = computed(() => last.value.filter((l) => !l.point.gauge && l.was.mark !== 'sound'))
</script>

<template>
  <div>
    <p v-if="!history.jobs.length" class="py-2 text-soft">The first time we see this bike.</p>
    <template v-else>
      <template v-if="history.call_backs?.length">
        <h2 class="mb-1">Called back for</h2>
        <ul class="mb-5">
          <li v-for="c in history.call_backs" :key="c.id" class="flex gap-3 border-b border-rule py-2">
            <span class="min-w-0 flex-1 leading-snug">{{ c.what }}</span>
            <b class="figure shrink-0 text-[15px]" :class="c.due < today() && 'text-brick'">{{
              date(c.due)
            }}</b>
          </li>
        </ul>
      </template>
      <h2 class="mb-1">Last measured</h2>
      <ul :class="strips && 'grid gap-x-8 md:grid-cols-2'">
        <li v-for="{ point, was } in measured" :key="point.id" class="border-b border-rule py-2">
          <div class="flex items-center gap-2.5">
            <ConditionMark :mark="was.mark" :size="18" />
            <span class="flex-1">{{ point.name }}</span>
            <span class="text-sm text-soft">{{ month(was.at) }}</span>
            <b class="figure min-w-20 text-right"
              >{{ was.value === undefined ? '' : figure(was.value) }} {{ point.gauge?.unit }}</b
            >
          </div>
          <GaugeStrip
            v-if="strips && point.gauge"
            :ruling="point.gauge.ruling"
            :zones="point.gauge.zones"
            :unit="point.gauge.unit"
            :past="point.history.slice(0, -1).flatMap((h) => h.value ?? [])"
            :now="was.value"
            :label="point.name"
          />
          <p v-if="point.life" class="text-sm" :class="strips ? 'text-ink' : 'pl-7 text-soft'">
            {{ point.life.says }} <b v-if="point.life.faster">{{ point.life.faster }}</b>
          </p>
          <p v-if="!strips && point.history.length > 1" class="figure pl-7 text-sm text-soft">
            {{
              point.history
                .slice(-4, -1)
                .map((h) => `${h.value === undefined ? '–' : figure(h.value)} ${month(h.at)}`)
                .join(' → ')
            }}
          </p>
        </li>
        <li
          v-for="{ point, was } in judged"
          :key="point.id"
          class="flex items-center gap-2.5 border-b border-rule py-2"
        >
          <ConditionMark :mark="was.mark" :size="18" />
          <span class="flex-1">{{ point.name }}</span>
          <span class="text-sm text-soft">{{ month(was.at) }}</span>
          <b>{{ was.word }}</b>
        </li>
      </ul>
      <template v-if="strips && history.bolts?.length">
        <h2 class="mt-5 mb-1">Fasteners, as found and left</h2>
        <ul class="grid gap-x-8 md:grid-cols-2">
          <li
            v-for="b in history.bolts"
            :key="`${b.fastener}/${b.position}`"
            class="flex items-baseline gap-3 border-b border-rule py-1.5 text-[15px]"
          >
            <span class="min-w-0 flex-1">{{ b.name }} {{ b.position }}</span>
            <span v-for="(p, i) in b.past.slice(-3)" :key="i" class="text-right leading-tight">
              <b class="figure" :class="p.found === 'loose' && 'text-brick'">{{ torque(p) }}</b>
              <span class="block text-[13px] text-soft">{{ month(p.at) }}</span>
            </span>
          </li>
        </ul>
        <p class="mt-1 text-sm text-soft">Newton metres, as left; in red where it was found loose.</p>
      </template>
      <h2 class="mt-5 mb-1">Earlier jobs</h2>
      <ul>
        <li v-for="job in history.jobs" :key="job.id" class="border-b border-rule">
          <RouterLink
            :to="{ name: 'job-hand-over', params: { id: job.id } }"
            class="flex gap-3 py-2 hover:bg-wash"
          >
            <span class="figure w-28 shrink-0 whitespace-nowrap text-[15px] text-soft">{{
              date(job.opened_at)
            }}</span>
            <span class="min-w-0 flex-1 leading-tight">
              <span class="line-clamp-2">“{{ job.words }}”</span>
              <b v-if="!job.released_at" class="text-sm text-petrol">in the shop</b>
            </span>
          </RouterLink>
        </li>
      </ul>
    </template>
  </div>
</template>
