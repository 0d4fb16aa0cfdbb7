<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { ref } from 'vue'

import { useSearch } from '@/api/job'
import BikeDrawing from '@/drawing/BikeDrawing.vue'
import FaultNote from '@/parts/FaultNote.vue'
import LoadingRule from '@/parts/LoadingRule.vue'
import { useTimes } from '@/parts/time'

const typed = ref('')
const { data: found, error, isPending } = useSearch(refDebounced(typed, 150))
const { date } = useTimes()
</script>

<template>
  <main id="main" class="flex-1">
    <div class="flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-ink px-5 py-3">
      <h1>Bikes</h1>
      <input
        v-model="typed"
        type="search"
        class="input max-w-md"
        placeholder="Owner, phone, make, colour, frame number"
        aria-label="Find a bike"
      />
      <RouterLink :to="{ name: 'check-in' }" class="button ml-auto">Take a bike in</RouterLink>
    </div>
    <FaultNote v-if="error" class="m-5" :fault="error" />
    <LoadingRule v-if="isPending" class="m-5" />
    <p v-if="found && !found.length" class="p-5 text-soft">
      Nothing found for “{{ typed }}”. Try part of a name or the last digits of the frame number.
    </p>
    <ul class="grid md:grid-cols-2 xl:grid-cols-3">
      <template v-for="hit in found ?? []" :key="hit.owner.id + hit.bike?.id">
        <li v-if="hit.bike" class="border-r border-b border-rule">
          <RouterLink
            :to="{ name: 'bike', params: { id: hit.bike.id } }"
            class="flex items-center gap-4 px-5 py-3 hover:bg-wash"
          >
            <BikeDrawing :facts="hit.bike.facts" class="h-[72px] w-[116px] shrink-0" :title="hit.bike.make" />
            <span class="min-w-0 leading-snug">
              <b class="line-clamp-2">{{ hit.bike.make }} {{ hit.bike.model }}, {{ hit.bike.colour }}</b>
              <span class="block text-note text-soft"
                >{{ hit.owner.name }} ·
                <span class="figure whitespace-nowrap">{{ hit.owner.phone }}</span></span
              >
              <span class="block text-note text-soft">
                <b v-if="hit.open_job" class="text-petrol">in the shop</b
                ><template v-else-if="hit.last">last here {{ date(hit.last) }}</template>
                <template v-if="hit.bike.frame_number">
                  · frame <span class="figure">{{ hit.bike.frame_number }}</span></template
                >
              </span>
            </span>
          </RouterLink>
        </li>
      </template>
    </ul>
  </main>
</template>
