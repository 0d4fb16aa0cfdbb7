<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'

import type { Schemas } from '@/api/client'
import { useOpenJob, usePart } from '@/areas/job/open'
import BikeDrawing from '@/drawing/BikeDrawing.vue'
import ConditionMark from '@/parts/ConditionMark.vue'
import { figure, percent } from '@/parts/words'

import { bar } from './strip'

/** All that was read of tyres, legs and wheels, on the bike itself: pressing one opens it. */
const { job } = useOpenJob()
const told = usePart('air')
const turned = usePart('wheels')
const emit = defineEmits<{ open: [place: string] }>()
const router = useRouter()
const nameOf = (place: string) => told.value.pressures.find((a) => a.place === place)?.name ?? ''
const tyres = computed(() =>
  told.value.bench.tyres.map((t) => ({
    id: `${t.end}-tyre`,
    place: t.place as string,
    name: nameOf(t.place),
    value: t.stands.bar === undefined ? 'not read' : `${bar(t.stands.bar)} bar`,
    mark: t.stands.mark as string,
    says: t.stands.says,
  })),
)
const legs = computed(() =>
  told.value.bench.legs.map((l) => {
    const last = told.value.pressures.find((a) => a.place === l.place)?.readings.at(-1)
    const sag = l.reads.at(-1)
    const read = [last && `${bar(last.bar)} bar`, sag && `sag ${percent(sag.share)}`].filter(Boolean)
    return {
      id: l.place as string,
      place: l.place as string,
      name: nameOf(l.place),
      value: read.join(', ') || 'not read',
      mark: l.mark as string,
      says: l.due?.late ? l.due.says : l.says,
    }
  }),
)
const wheelOf = (end: 'front' | 'rear') => {
  const hurt = turned.value.hurts.find((h) => h.end === end)
  const bench = turned.value.benches.filter((w) => w.end === end).at(-1)
  const off = bench?.now.wobble
  const broke: Schemas['BrokenSpokeView'] | undefined = hurt?.broke
  return {
    id: `${end}-wheel`,
    place: `${end}-wheel`,
    name: end === 'front' ? 'Front wheel' : 'Rear wheel',
    value: broke ? `spoke ${broke.spokes.join(', ')}` : off ? `± ${figure(off.by)} mm` : 'not read',
    mark: hurt?.mark ?? 'open',
    says: hurt?.says ?? '',
  }
}
const all = computed(() => [...tyres.value, ...legs.value, wheelOf('front'), wheelOf('rear')])
/** Beside the bike there is room for one figure. */
const first = (value: string) => (value === 'not read' ? '' : ` ${value.split(/ bar| mm|,/)[0] ?? ''}`)
const points = computed(() =>
  all.value.map((p) => ({ id: p.id, name: `${p.name}${first(p.value)}`, mark: p.mark })),
)
function choose(id: string) {
  const p = all.value.find((x) => x.id === id)
  if (!p) return
  if (p.id.endsWith('-wheel'))
    void router.push({ name: 'job-wheels', query: { at: p.id.replace('-wheel', '') } })
  else emit('open', p.place)
}
</script>

<template>
  <div class="h-full overflow-y-auto px-5 py-3">
    <BikeDrawing
      :facts="job.bike.facts"
      :points="points"
      :way="false"
      class="h-72 border border-rule bg-paper lg:h-[380px]"
      title="The bike and its air: press a place to open it"
      @choose="choose"
    />
    <ul class="mt-3 grid gap-x-6 sm:grid-cols-2" aria-label="What was read">
      <li v-for="p in all" :key="p.id" class="border-b border-rule">
        <button
          type="button"
          class="flex min-h-12 w-full items-center gap-3 px-1 py-1.5 text-left hover:bg-wash"
          @click="choose(p.id)"
        >
          <ConditionMark :mark="p.mark as Schemas['Judgement']['mark']" :size="20" />
          <span class="min-w-0 flex-1 leading-tight"
            ><b class="block">{{ p.name }}</b
            ><span v-if="p.says" class="line-clamp-2 text-note text-soft">{{ p.says }}</span></span
          >
          <span class="figure shrink-0">{{ p.value }}</span>
        </button>
      </li>
    </ul>
    <p v-if="told.bench.balance" class="mt-3">{{ told.bench.balance }}</p>
  </div>
</template>
