<script setup lang="ts">
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'

import { ask, client, type Schemas } from '@/api/client'
import RimUnrolled from '@/areas/wheels/RimUnrolled.vue'
import TensionBars from '@/areas/wheels/TensionBars.vue'
import WheelDrawing from '@/areas/wheels/WheelDrawing.vue'
import { keys, useBenchKeys } from '@/parts/bench'
import FaultNote from '@/parts/FaultNote.vue'
import KeyCap from '@/parts/KeyCap.vue'

import PracticeHead from './PracticeHead.vue'

/** A wheel to learn truing on: it answers as the bench's model does, and nobody says which nipple. */
const route = useRoute()
const cache = useQueryClient()
type Act = Schemas['Act']
const level = computed(() => Math.min(5, Math.max(1, Number(route.query.level) || 1)))
const seed = ref(0)
const acts = ref<Act[]>([])
const at = ref(1)
const look = useMutation({
  mutationFn: ({ all, gaveUp }: { all: Act[]; gaveUp?: boolean }) =>
    ask(
      client.POST('/api/practice/wheel', {
        body: { seed: seed.value, level: level.value, acts: all, gave_up: gaveUp || undefined },
      }),
    ),
  onSuccess: (shown, { all }) => {
    view.value = shown
    if (shown.won) void cache.invalidateQueries({ queryKey: ['practice'] })
    // What was done while this was on its way goes after it.
    if (acts.value.length > all.length && !shown.won) look.mutate({ all: acts.value })
  },
  onError: (_, { all }) => (acts.value = all.slice(0, -1)),
})
/** It stays as it was shown while the next look is on its way. */
const view = ref<Schemas['WheelAttempt']>()
const over = computed(() => !!view.value?.own)
const free = computed(() => !!view.value && !over.value)
function fresh() {
  seed.value = Math.floor(Math.random() * 1e9)
  acts.value = []
  at.value = 1
  // The keys are the wheel's now: Enter on the button that was pressed would take another one.
  if (document.activeElement instanceof HTMLElement) document.activeElement.blur()
  look.mutate({ all: [] })
}
watch(level, fresh, { immediate: true })
function act(a: Act) {
  if (!free.value) return
  acts.value = [...acts.value, a]
  if (!look.isPending.value) look.mutate({ all: acts.value })
}
const turn = (quarters: number) => act({ do: 'turn', spoke: at.value, quarters })
const spokes = computed(() => view.value?.bench.lacing.spokes ?? 32)
const go = (by: number) => (at.value = ((at.value - 1 + by + spokes.value) % spokes.value) + 1)
const side = computed(() => view.value?.bench.spokes[at.value - 1]?.side ?? 'right')
/** What was turned since it was looked at stands in the drawing as what is done. */
const bench = computed(
  () =>
    view.value && {
      ...view.value.bench,
      turns: Object.entries(view.value.turned).flatMap(([spoke, quarters]) =>
        quarters ? [{ spoke: Number(spoke), side: 'right' as const, quarters, says: '' }] : [],
      ),
    },
)
useBenchKeys((key) => {
  if (key === 'ArrowLeft' || key === '4') go(-1)
  else if (key === 'ArrowRight' || key === '6') go(1)
  else if (key === keys.on) turn(1)
  else if (key === keys.found) turn(-1)
  else if (key === keys.again) act({ do: 'spin' })
  else if (key === keys.none) act({ do: 'pluck' })
  else return false
  return true
})
const here = computed(() => view.value?.turned[at.value] ?? 0)
const said = computed(() => {
  if (!view.value) return ''
  if (view.value.said) return view.value.said
  const quarters = here.value
  if (quarters)
    return `Spoke ${at.value}: ${Math.abs(quarters)} ¼ ${quarters > 0 ? 'tighter' : 'looser'}. What it did shows once it is spun.`
  return view.value.since
    ? 'Turned since: spin it, and look.'
    : 'Where is it farthest out, and which side pulls it back?'
})
const minutes = (s: number) => (s / 60).toFixed(1)
</script>

<template>
  <main id="main" class="flex flex-1 flex-col">
    <PracticeHead
      title="Practice wheel"
      says="Between the lines both ways, few nipples, none forced. Then sign it."
      :level="level"
      @fresh="fresh"
    />
    <FaultNote v-if="look.error.value" class="m-5" :fault="look.error.value" />
    <div v-if="view && bench" class="grid flex-1 lg:grid-cols-[minmax(0,1fr)_320px]">
      <div class="min-w-0 px-5 py-2">
        <div class="grid gap-x-4 sm:grid-cols-[minmax(0,11fr)_minmax(0,12fr)]">
          <WheelDrawing :bench="bench" :at="at" @pick="(n) => (at = n)" />
          <div class="flex min-w-0 flex-col gap-1">
            <RimUnrolled :bench="bench" way="side" :at="at" />
            <RimUnrolled :bench="bench" way="out" :at="at" />
            <TensionBars :bench="bench" :at="at" @pick="(n) => (at = n)" />
          </div>
        </div>
        <p class="min-h-8 text-xl font-[720]" aria-live="polite">{{ said }}</p>
        <div class="mt-1 grid grid-cols-2 gap-2 sm:grid-cols-4">
          <button type="button" class="button key" :disabled="!free" @click="go(-1)">
            Spoke before <KeyCap>←</KeyCap>
          </button>
          <button type="button" class="button key" :disabled="!free" @click="go(1)">
            Next spoke <KeyCap>→</KeyCap>
          </button>
          <button type="button" class="button key" :disabled="!free" @click="turn(1)">
            Tighter ¼ <KeyCap of="on" />
          </button>
          <button type="button" class="button key" :disabled="!free" @click="turn(-1)">
            Looser ¼ <KeyCap of="found" />
          </button>
        </div>
        <div class="mt-2 grid gap-2 sm:grid-cols-[1fr_1fr_2fr]">
          <button type="button" class="button min-h-14" :disabled="!free" @click="act({ do: 'spin' })">
            Spin it <KeyCap of="again" />
          </button>
          <button type="button" class="button min-h-14" :disabled="!free" @click="act({ do: 'pluck' })">
            Pluck it round <KeyCap of="none" />
          </button>
          <button
            type="button"
            class="button button-go min-h-14"
            :disabled="!free"
            @click="act({ do: 'sign' })"
          >
            True enough: I sign it <KeyCap of="go" />
          </button>
        </div>
      </div>
      <aside class="border-rule px-5 py-4 lg:border-l">
        <section
          v-if="over"
          class="mb-4 border border-ink bg-paper p-4"
          aria-live="polite"
          aria-labelledby="over"
        >
          <h2 id="over">{{ view.won ? 'Signed' : 'What the program would have done' }}</h2>
          <p v-if="view.won" class="text-3xl font-[720]">
            <span class="figure">{{ view.score }}</span> of 100
          </p>
          <p v-if="view.own" class="mt-1 text-note text-soft">
            You: {{ view.nipples }} nipples, {{ view.quarters }} quarters, {{ minutes(view.seconds) }} min.
            The program on the same wheel: {{ view.own.nipples }}, {{ view.own.quarters }},
            {{ minutes(view.own.seconds) }} min, in {{ view.own.rounds }}
            {{ view.own.rounds === 1 ? 'round' : 'rounds' }}.
          </p>
          <button type="button" class="button button-go mt-3" @click="fresh">Another one</button>
        </section>
        <dl v-else class="grid grid-cols-[minmax(0,1fr)_auto] gap-y-1">
          <dt class="text-soft">At spoke</dt>
          <dd class="font-bold">
            <span class="figure">{{ at }}</span>, {{ side }}
          </dd>
          <dt class="text-soft">Nipples</dt>
          <dd class="figure font-bold">{{ view.nipples }}</dd>
          <dt class="text-soft">Quarters</dt>
          <dd class="figure">{{ view.quarters }}</dd>
          <dt class="text-soft">Minutes</dt>
          <dd class="figure">{{ minutes(view.seconds) }}</dd>
          <dt class="text-soft">Level</dt>
          <dd>{{ view.name }}</dd>
        </dl>
        <div v-if="view.would.length" class="mt-4">
          <h2 class="border-b border-ink pb-1">
            {{ view.won ? 'Its first round' : 'By what was seen last, it would turn' }}
          </h2>
          <ol>
            <li v-for="(w, i) in view.would" :key="i" class="border-b border-rule py-1.5 text-note">
              {{ w.says }}
            </li>
          </ol>
        </div>
        <p v-if="!over" class="mt-4 text-sm text-soft">
          A right spoke draws the rim to the right, a left one to the left. Half from each side of the place
          keeps the tension where it was; a hop takes both sides alike. Above the line is to the right, or
          outward.
        </p>
        <button
          v-if="!over && acts.length"
          type="button"
          class="button button-quiet mt-4 -ml-2"
          @click="look.mutate({ all: acts, gaveUp: true })"
        >
          I give up: what would the program do?
        </button>
      </aside>
    </div>
  </main>
</template>
