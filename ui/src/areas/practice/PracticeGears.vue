<script setup lang="ts">
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'

import { ask, client, type Schemas } from '@/api/client'
import { useBenchKeys } from '@/parts/bench'
import FaultNote from '@/parts/FaultNote.vue'
import KeyCap from '@/parts/KeyCap.vue'

import PracticeHead from './PracticeHead.vue'
import RearView from './RearView.vue'
import { useShiftSound } from './sound'

/** Gears to learn indexing on: the same computation as at the bench, with a fault that is hidden. */
const route = useRoute()
const cache = useQueryClient()
const { on: sounds, play } = useShiftSound()
const level = computed(() => Math.min(5, Math.max(1, Number(route.query.level) || 1)))
const seed = ref(0)
const acts = ref<Act[]>([])
type Act = Schemas['GearTry']['acts'][number]
const look = useMutation({
  mutationFn: ({ all, gaveUp }: { all: Act[]; gaveUp?: boolean }) =>
    ask(
      client.POST('/api/practice/gears', {
        body: { seed: seed.value, level: level.value, acts: all, gave_up: gaveUp || undefined },
      }),
    ),
  onSuccess: (shown, { all }) => {
    const more = all.length > acts.value.length
    acts.value = all
    if (more) play(shown.last)
    if (shown.won) void cache.invalidateQueries({ queryKey: ['practice'] })
  },
})
const view = computed(() => look.data.value)
const over = computed(() => !!view.value?.truth)
const free = computed(() => !look.isPending.value && !over.value)
function fresh() {
  seed.value = Math.floor(Math.random() * 1e9)
  acts.value = []
  look.mutate({ all: [] })
}
watch(level, fresh, { immediate: true })
const act = (a: string) => {
  if (free.value) look.mutate({ all: [...acts.value, a as Act] })
}
const keys: Record<string, string> = {
  ArrowLeft: 'up',
  ArrowRight: 'down',
  '4': 'up',
  '6': 'down',
  '+': 'barrel_out',
  '-': 'barrel_in',
}
useBenchKeys((key) => {
  const a = keys[key]
  if (a) act(a)
  return a !== undefined
})
const words: Record<string, string> = {
  crisp: 'Crisp.',
  slow: 'Slow: it hesitates.',
  will_not: 'It will not go.',
  two: 'Two at once.',
  noisy: 'It goes, and is noisy.',
  over: 'Over the edge!',
}
const said = computed(
  () => view.value?.said || words[view.value?.last ?? ''] || 'Shift, and look what it does.',
)
const work = [
  { act: 'push', name: 'Push the mech in', takes: '20 s' },
  { act: 'gauge', name: 'Lay the gauge on', takes: '4 min' },
  { act: 'bend', name: 'Straighten the hanger', takes: '5 min' },
  { act: 'cable', name: 'New inner and outer', takes: '15 min' },
  { act: 'oil', name: 'Oil the pivots', takes: '3 min' },
]
const minutes = (s: number) => (s / 60).toFixed(1)
</script>

<template>
  <main id="main" class="flex flex-1 flex-col">
    <PracticeHead
      title="Practice gears"
      says="Every shift crisp, up and down, in few adjustments. Then sign it."
      :level="level"
      @fresh="fresh"
    >
      <button type="button" class="button" :aria-pressed="sounds" @click="sounds = !sounds">
        Sound {{ sounds ? 'on' : 'off' }}
      </button>
    </PracticeHead>
    <FaultNote v-if="look.error.value" class="m-5" :fault="look.error.value" />
    <div v-if="view" class="grid flex-1 lg:grid-cols-[minmax(0,1fr)_340px]">
      <div class="px-5 py-3">
        <RearView :view="view" :free="free" @act="act" />
        <p class="mt-1 min-h-8 text-xl font-[720]" aria-live="polite">{{ said }}</p>
        <div class="mt-2 grid grid-cols-2 gap-2 sm:grid-cols-4">
          <button type="button" class="button key" :disabled="!free" @click="act('up')">
            Climb <KeyCap>←</KeyCap>
          </button>
          <button type="button" class="button key" :disabled="!free" @click="act('down')">
            Drop <KeyCap>→</KeyCap>
          </button>
          <button type="button" class="button key" :disabled="!free" @click="act('barrel_out')">
            Barrel out ¼ <KeyCap of="on" />
          </button>
          <button type="button" class="button key" :disabled="!free" @click="act('barrel_in')">
            Barrel in ¼ <KeyCap of="found" />
          </button>
        </div>
        <div class="mt-2 grid grid-cols-2 gap-2 md:grid-cols-5">
          <button
            v-for="n in work"
            :key="n.act"
            type="button"
            class="button min-h-14 flex-col! gap-0! px-1.5! leading-tight"
            :disabled="!free"
            @click="act(n.act)"
          >
            {{ n.name }}<span class="figure text-fine font-normal text-soft">{{ n.takes }}</span>
          </button>
        </div>
        <button
          type="button"
          class="button button-go mt-2 min-h-14 w-full"
          :disabled="!free"
          @click="act('sign')"
        >
          Every shift is crisp: I sign it <KeyCap of="go" />
        </button>
      </div>
      <aside class="border-rule px-5 py-4 lg:border-l">
        <section
          v-if="over"
          class="mb-4 border border-ink bg-paper p-4"
          aria-live="polite"
          aria-labelledby="over"
        >
          <h2 id="over">{{ view.won ? 'Signed' : 'What it was' }}</h2>
          <p v-if="view.won" class="text-3xl font-[720]">
            <span class="figure">{{ view.score }}</span> of 100
          </p>
          <p class="mt-1">It was {{ view.truth }}.</p>
          <p v-if="view.own" class="mt-1 text-note text-soft">
            You: {{ view.adjustments }} adjustments, {{ minutes(view.seconds) }} min. The program on the same
            gear: {{ view.own.adjustments }}, {{ minutes(view.own.seconds) }} min.
          </p>
          <button type="button" class="button button-go mt-3" @click="fresh">Another one</button>
        </section>
        <dl class="grid grid-cols-[minmax(0,1fr)_auto] gap-y-1">
          <dt class="text-soft">Adjustments</dt>
          <dd class="figure font-bold">{{ view.adjustments }}</dd>
          <dt class="text-soft">Minutes</dt>
          <dd class="figure">{{ minutes(view.seconds) }}</dd>
          <dt class="text-soft">Level</dt>
          <dd>{{ view.name }}</dd>
        </dl>
        <div v-if="view.replay.length" class="mt-4">
          <h2 class="border-b border-ink pb-1">What you did, what the program would have done</h2>
          <ol>
            <li v-for="(r, i) in view.replay" :key="i" class="border-b border-rule py-2 leading-tight">
              <span v-if="r.looks" class="block text-sm text-soft"
                >after {{ r.looks }} {{ r.looks === 1 ? 'look' : 'looks' }}</span
              >
              <b>{{ r.did }}</b>
              <span class="block text-note" :class="r.same ? 'text-moss' : 'text-soft'">{{
                r.same ? 'So would the program.' : r.better
              }}</span>
            </li>
          </ol>
        </div>
        <button
          v-if="!over && acts.length"
          type="button"
          class="button button-quiet mt-4 -ml-2"
          @click="look.mutate({ all: acts, gaveUp: true })"
        >
          I give up: what is it?
        </button>
      </aside>
    </div>
  </main>
</template>
