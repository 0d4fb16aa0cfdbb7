<script setup lang="ts">
import { computed } from 'vue'

import { useSession } from '@/api/session'
import type { Mark } from '@/api/client'
import { useOpenJob, usePart, useTarget } from '@/areas/job/open'
import { useWalk } from '@/areas/job/walk'
import WalkList from '@/areas/job/WalkList.vue'
import KeyCap from '@/parts/KeyCap.vue'

import StopBench from './StopBench.vue'
import TryBench from './TryBench.vue'

/** The ride card: what is tried on this bike, in its order, for the phone in the jersey. */
const { closed } = useOpenJob()
const { hands } = useSession()
const { target } = useTarget()
const ride = usePart('ride')
const locked = computed(() => closed.value || !hands.value)

const stopped = { id: 'stop', name: 'Measure a stop', told: undefined }
const things = computed(() => [...ride.value.tries, stopped])
const right = (told: (typeof ride.value.tries)[number]['told']) => !!told?.right && !told.stale
const { chosen, index, onward, back, open } = useWalk({
  things: () => things.value,
  key: (t) => t.id,
  todo: (t) => t.id !== 'stop' && !right(t.told),
  meant: (at) => (at.startsWith('stop') ? stopped : undefined),
  line: 'try',
})
const tried = computed(() => ride.value.tries.find((t) => t.id === chosen.value?.id))
const done = computed(() => ride.value.tries.filter((t) => right(t.told)).length)
const all = computed(() => ride.value.tries.length)
const bad = computed(() => ride.value.stops.some((s) => s.here && s.mark === 'unsafe'))
function markOf(t: (typeof things.value)[number]): Mark {
  if (t.id === 'stop') return bad.value ? 'due' : ride.value.stops.some((s) => s.here) ? 'sound' : 'open'
  return !t.told ? 'open' : right(t.told) ? 'sound' : t.told.right ? 'open' : 'due'
}
</script>

<template>
  <div
    class="grid h-full min-h-0 grid-cols-[minmax(0,1fr)] lg:grid-cols-[minmax(0,1fr)_250px] xl:grid-cols-[minmax(0,1fr)_300px]"
  >
    <div class="flex min-h-0 min-w-0 flex-col bg-paper lg:overflow-y-auto">
      <p class="border-b border-rule px-5 py-2 text-note text-soft lg:px-8">
        <b class="text-ink">The ride, {{ Math.min(index + 1, things.length) }} of {{ things.length }}.</b>
        Helmet on, an empty place; never the first try in traffic. In doubt it is not right.
      </p>
      <TryBench
        v-if="tried"
        :key="tried.id"
        :tried="tried"
        :locked="locked"
        :over="done === all"
        @onward="(skip) => onward(!!skip)"
        @back="back"
      >
        <RouterLink
          class="button button-go min-h-14 text-lg"
          :to="{ name: 'job-verify', query: { at: 'test_ride' } }"
          >All right: sign for the ride <KeyCap class="max-sm:hidden" of="go"
        /></RouterLink>
      </TryBench>
      <StopBench v-else :key="target()" :at="target()" :locked="locked" />
    </div>
    <nav class="flex min-h-0 flex-col border-rule max-lg:border-t lg:border-l" aria-label="The ride">
      <div class="shrink-0 border-b border-rule px-4 py-3">
        <h2>The ride · {{ done }} of {{ all }}</h2>
        <p v-if="done < all" class="mt-1 text-note text-soft">
          What it shows is answered before it leaves. It is signed when all else is right.
        </p>
      </div>
      <WalkList
        v-slot="{ thing: t }"
        :things="things"
        :key-of="(t) => t.id"
        :mark-of="markOf"
        :here="chosen?.id ?? ''"
        line="try"
        columns="grid-cols-[24px_minmax(0,1fr)]"
        @choose="open"
      >
        <span class="leading-tight"
          >{{ t.name
          }}<span
            v-if="t.told && !t.told.right"
            class="block text-fine font-normal text-brick first-letter:uppercase"
            >{{ t.told.says }}</span
          ></span
        >
      </WalkList>
    </nav>
  </div>
</template>
