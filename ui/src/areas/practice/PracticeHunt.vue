<script setup lang="ts">
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'

import { ask, client, type Schemas } from '@/api/client'
import FaultNote from '@/parts/FaultNote.vue'
import { percent } from '@/parts/words'

/** A bike with a hidden fault to practise on: choose checks, put causes right, be told what was better. */
type Step = Schemas['PracticeStep']

const route = useRoute()
const cache = useQueryClient()
const fault = computed(() => String(route.query.fault ?? ''))
const seed = ref(0)
const steps = ref<Step[]>([])
const look = useMutation({
  mutationFn: (taken: Step[]) =>
    ask(client.POST('/api/practice', { body: { fault: fault.value, seed: seed.value, steps: taken } })),
  onSuccess: (shown, taken) => {
    steps.value = taken
    if (shown.over) void cache.invalidateQueries({ queryKey: ['practice'] })
  },
})
const view = computed(() => look.data.value)
const checks = computed(() => view.value?.choices.filter((c) => c.check) ?? [])
const remedies = computed(() => view.value?.choices.filter((c) => c.cause) ?? [])

function begin() {
  seed.value = Math.floor(Math.random() * 1e9)
  look.mutate([])
}
begin()
const take = ({ check, cause }: Step) => look.mutate([...steps.value, { check, cause }])
const best = computed(() => view.value?.done.filter((d) => d.best).length ?? 0)
</script>

<template>
  <main id="main" class="flex flex-1 flex-col">
    <div class="flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-ink px-5 py-3">
      <h1>Practice</h1>
      <p class="text-soft">A bike with a hidden fault. Find it in few minutes.</p>
      <RouterLink :to="{ name: 'practice' }" class="button ml-auto">Choose another</RouterLink>
    </div>
    <FaultNote v-if="look.error.value" class="m-5" :fault="look.error.value" />

    <div v-if="view" class="grid flex-1 lg:grid-cols-[minmax(0,1fr)_400px]">
      <div class="px-5 py-4">
        <p class="text-2xl font-[720]">{{ view.name }}</p>
        <p v-if="view.caution" class="mt-2 bg-ochre-wash px-3 py-2">{{ view.caution }}</p>
        <section
          v-if="view.over"
          class="mt-4 border border-ink bg-paper p-4"
          aria-labelledby="found"
          aria-live="polite"
        >
          <h2 id="found">Found</h2>
          <p class="mt-1 text-2xl font-[720]">{{ view.truth?.join(' and ') }}</p>
          <p class="mt-1">
            You took <b class="figure">{{ view.minutes }} min</b>; on this bike the program would have taken
            <b class="figure">{{ view.advised }} min</b>. {{ best }} of {{ view.done.length }} choices were
            the best there was.
          </p>
          <button type="button" class="button button-go mt-3" @click="begin">Another bike with this</button>
        </section>
        <template v-else>
          <h2 class="mt-4 mb-1">Check something</h2>
          <ul class="grid gap-2">
            <li v-for="c in checks" :key="c.check">
              <button
                type="button"
                class="button w-full justify-between! py-1.5 text-left"
                :disabled="look.isPending.value"
                @click="take(c)"
              >
                <span>{{ c.do }}</span><span class="figure shrink-0 font-normal text-soft"
                  >{{ c.minutes }} min</span
                >
              </button>
            </li>
          </ul>
          <h2 class="mt-4 mb-1">Or put a cause right</h2>
          <ul class="grid gap-2 sm:grid-cols-2">
            <li v-for="c in remedies" :key="c.cause">
              <button
                type="button"
                class="button w-full justify-between! py-1.5 text-left"
                :disabled="look.isPending.value"
                @click="take(c)"
              >
                <span>{{ c.do }}</span><span class="figure shrink-0 font-normal text-soft"
                  >{{ c.minutes }} min</span
                >
              </button>
            </li>
          </ul>
        </template>
      </div>
      <section class="border-rule px-4 py-4 lg:border-l" aria-labelledby="so-far">
        <h2 id="so-far" class="mb-1">
          So far · <span class="figure">{{ view.minutes }} min</span>
        </h2>
        <p v-if="!view.done.length" class="text-soft">Nothing yet. What would tell most for its minutes?</p>
        <ol>
          <li v-for="(d, i) in view.done" :key="i" class="border-b border-rule py-2">
            <p class="text-soft">{{ d.do }}</p>
            <p>
              <b>{{ d.answer }}</b> · now likeliest: {{ d.top }} {{ percent(d.chance) }}
            </p>
            <p class="text-sm" :class="d.best ? 'text-moss' : 'text-soft'">
              {{ d.best ? 'The best there was.' : `Told more for its minutes: ${d.better}` }}
            </p>
          </li>
        </ol>
      </section>
    </div>
  </main>
</template>
