<script setup lang="ts">
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/vue'
import { refDebounced } from '@vueuse/core'
import { ref } from 'vue'
import { useRouter } from 'vue-router'

import type { Schemas } from '@/api/client'
import { useSearch } from '@/api/job'

/** Find a bike by anything said at the counter; a bike in the shop opens at its job. */
const typed = ref('')
const settled = refDebounced(typed, 150)
const { data: found, isFetching } = useSearch(settled)
const router = useRouter()

function open(hit: Schemas['Found'] | null) {
  typed.value = ''
  if (!hit) return
  if (hit.open_job) void router.push({ name: 'job', params: { id: hit.open_job } })
  else if (hit.bike) void router.push({ name: 'bike', params: { id: hit.bike.id } })
  else void router.push({ name: 'check-in', query: { q: hit.owner.name } })
}
</script>

<template>
  <Combobox as="div" class="relative" :model-value="null" nullable @update:model-value="open">
    <ComboboxInput
      class="h-10 w-[270px] rounded-edge border border-head-soft/50 bg-transparent px-3 text-note text-on-head placeholder:text-head-soft"
      placeholder="Owner, bike, frame number"
      aria-label="Find an owner or a bike"
      autocomplete="off"
      :display-value="() => typed"
      @change="typed = $event.target.value"
    />
    <ComboboxOptions
      v-if="typed"
      class="absolute top-full right-0 z-30 mt-1 max-h-[70vh] w-[420px] overflow-auto border border-ink bg-paper text-ink shadow-lg"
    >
      <ComboboxOption
        v-for="hit in found ?? []"
        :key="hit.owner.id + hit.bike?.id"
        v-slot="{ active }"
        :value="hit"
      >
        <div class="flex items-baseline gap-3 border-b border-rule px-4 py-2.5" :class="active && 'bg-wash'">
          <span class="min-w-0 flex-1">
            <b class="block truncate">{{
              hit.bike ? `${hit.bike.make} ${hit.bike.model}, ${hit.bike.colour}` : 'No bike yet'
            }}</b>
            <span class="block text-sm text-soft">{{ hit.owner.name }} · {{ hit.owner.phone }}</span>
          </span>
          <span v-if="hit.open_job" class="text-sm font-[640] text-petrol">in the shop</span>
        </div>
      </ComboboxOption>
      <p v-if="found && !found.length && !isFetching" class="px-4 py-3 text-soft">
        Nothing found for “{{ typed }}”. Try part of a name, the colour, or the last digits of the frame
        number.
      </p>
    </ComboboxOptions>
  </Combobox>
</template>
