<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { ask, client, type Schemas } from '@/api/client'
import FaultNote from '@/parts/FaultNote.vue'
import LoadingRule from '@/parts/LoadingRule.vue'
import { percent } from '@/parts/words'

/** How often joints were found loose here: what to check first, and where ways of working leak. */
const { data, error, isPending } = useQuery({
  queryKey: ['loose'],
  queryFn: () => ask(client.GET('/api/loose')),
})
type Line = Schemas['LooseLine']
const tables = computed(() => {
  if (!data.value) return []
  const all: { title: string; about: string; lines: Line[] }[] = [
    { title: 'Fasteners', about: 'check the first ones first', lines: data.value.fasteners },
    { title: 'Kinds of bike', about: '', lines: data.value.kinds },
  ]
  if (data.value.people?.length)
    all.push({
      title: 'By who had tightened it last',
      about: 'for the shop owner alone: to mend ways of working, not to rank people',
      lines: data.value.people,
    })
  return all
})
</script>

<template>
  <main id="main" class="flex-1">
    <div class="flex flex-wrap items-baseline gap-x-5 border-b border-ink px-5 py-3">
      <h1>What comes loose here</h1>
      <p class="text-soft">
        The share found loose, with the span it lies in 19 times of 20. Few looks make a wide span.
      </p>
    </div>
    <FaultNote v-if="error" class="m-5" :fault="error" />
    <LoadingRule v-if="isPending" class="m-5" />
    <div class="grid gap-x-10 gap-y-6 px-5 py-4 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
      <section v-for="(t, i) in tables" :key="t.title" :aria-label="t.title" :class="!i && 'lg:row-span-2'">
        <h2 class="border-b border-ink pb-1">
          {{ t.title }}<template v-if="t.about">: {{ t.about }}</template>
        </h2>
        <p v-if="!t.lines.length" class="py-3 text-soft">Nothing logged as found yet.</p>
        <ol>
          <li
            v-for="l in t.lines"
            :key="l.id"
            class="grid min-h-11 grid-cols-[minmax(0,1fr)_minmax(80px,180px)_56px_96px] items-center gap-3 border-b border-rule text-note"
          >
            <span
              >{{ l.name
              }}<span v-if="l.over_tight" class="text-soft"> · over-tight {{ l.over_tight }} ×</span></span
            >
            <svg class="block h-4 w-full" viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true">
              <line x1="0" x2="100" y1="9.5" y2="9.5" stroke="var(--color-rule)" />
              <rect
                :x="l.low * 100"
                y="3"
                :width="Math.max(0.6, (l.high - l.low) * 100)"
                height="5"
                fill="var(--color-petrol)"
                opacity="0.35"
              />
              <rect
                :x="(l.loose / l.times) * 100 - 0.6"
                y="0"
                width="1.2"
                height="10"
                fill="var(--color-ink)"
              />
            </svg>
            <b class="figure text-right">{{ percent(l.loose / l.times) }}</b>
            <span class="figure text-right whitespace-nowrap text-soft">{{ l.loose }} of {{ l.times }}</span>
          </li>
        </ol>
      </section>
    </div>
  </main>
</template>
