<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'

import type { Line, Schemas } from '@/api/client'
import { useWords } from '@/api/words'
import { useMoney } from '@/parts/money'
import { useTimes } from '@/parts/time'
import { figure } from '@/parts/words'

/** The story of one place: how it wears, what sat there before, what it cost. */
const props = defineProps<{ line: Line }>()
const LifePlot = defineAsyncComponent(() => import('./LifePlot.vue'))
const { date } = useTimes()
const { money } = useMoney()
const newest = computed(() => [...props.line.lives].reverse())
const tended = computed(() => [...props.line.tended].reverse())
/**
 * A part that is kept goes into the stores with its life: what it was, how long it sat here, how it
 * was read last.
 */
const words = useWords()
const kept = computed(() => words.list('fates').find((f) => f.word === 'spares')?.name)
function spareOf(p: Schemas['PartLife']) {
  const last = [...p.readings].reverse().find((r) => r.value !== undefined)
  const note = [
    p.from ? `on a bike from ${date(p.from)}` : 'on a bike since before it was first seen',
    p.to && `to ${date(p.to)}`,
    last?.value !== undefined && `read last at ${figure(last.value)} ${props.line.plot?.unit ?? ''}`,
    p.note,
  ]
  const spare = {
    name: `Used ${props.line.name.toLowerCase()}`,
    kind: props.line.place.replace(/^(front|rear)-(?!mech)/, ''),
    particulars: p.particulars,
    note: note.filter(Boolean).join(', '),
    past: p.readings.flatMap((r) =>
      r.value === undefined || !props.line.plot
        ? []
        : [
            {
              at: r.at,
              value: r.value,
              unit: props.line.plot.unit,
              way: props.line.plot.way,
              ago: Math.max(0, Math.round((p.gone ?? r.gone) - r.gone)),
            },
          ],
    ),
  }
  return { name: 'stores', query: { spare: JSON.stringify(spare) } }
}
const figures = computed(() => props.line.lives.some((p) => p.readings.some((r) => r.value !== undefined)))
</script>

<template>
  <div class="grid gap-x-8 gap-y-4 px-3 pt-2 pb-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
    <div>
      <LifePlot v-if="line.plot && figures" :line="line" :plot="line.plot" />
      <p v-if="line.faster" class="mt-2">
        <b>{{ line.faster }}</b>
      </p>
      <p v-if="!figures" class="text-soft">
        {{
          line.lives.length
            ? 'No figures are taken here: it is judged by eye and hand.'
            : 'Nobody has read, fitted or taken off anything here.'
        }}
      </p>
    </div>
    <div>
      <ul>
        <li v-for="(p, i) in newest" :key="i" class="border-b border-rule py-1.5 leading-snug">
          <span class="flex gap-3">
            <b class="min-w-0 flex-1"
              >{{ p.says || line.name }}<template v-if="p.mark"> · {{ p.mark }}</template></b
            >
            <span v-if="p.price_minor" class="figure">{{ money(p.price_minor) }}</span>
          </span>
          <span class="block text-note text-soft">
            <template v-if="p.from">fitted {{ date(p.from) }} by {{ p.by }}</template
            ><template v-else>was there when we first saw the bike</template
            ><template v-if="p.for_now"> · for now</template
            ><template v-if="p.to">
              · came off {{ date(p.to) }}<template v-if="p.why">: {{ p.why }}</template
              ><template v-if="p.became">, {{ p.became }}</template></template
            >
            <template v-if="p.note"> · {{ p.note }}</template>
            <RouterLink v-if="p.became === kept" class="ml-1 text-petrol underline" :to="spareOf(p)"
              >into the stores</RouterLink
            >
          </span>
        </li>
      </ul>
    </div>
    <ul v-if="tended.length" class="lg:col-span-2 lg:max-w-4xl" aria-label="Tended">
      <li v-for="(c, i) in tended" :key="i" class="flex flex-wrap gap-x-3 border-b border-rule py-1.5">
        <span class="min-w-0 flex-1">{{ c.says }}</span>
        <span class="text-note text-soft">{{ date(c.at) }}, {{ c.by }}</span>
      </li>
    </ul>
    <div class="lg:col-span-2 lg:max-w-4xl"><slot /></div>
  </div>
</template>
