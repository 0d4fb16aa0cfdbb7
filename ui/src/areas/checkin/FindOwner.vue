<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import { useSearch } from '@/api/job'
import BikeDrawing from '@/drawing/BikeDrawing.vue'

/** Who is at the door: found by any word that is known of them or their bike, or somebody new. */
const typed = defineModel<string>({ required: true })
const emit = defineEmits<{
  bike: [owner: Schemas['Owner'], bike: Schemas['Bike']]
  owner: [owner: Schemas['Owner']]
  fresh: [typed: string]
}>()
const settled = refDebounced(typed, 150)
const { data: found, isFetching } = useSearch(settled)
const hits = computed(() =>
  settled.value ? (found.value ?? []).slice(0, 7) : (found.value ?? []).slice(0, 4),
)
</script>

<template>
  <section data-first="find" aria-label="Owner and bike">
    <label class="mb-1 block text-note text-soft" for="find-words"
      >Name, telephone, make, colour or frame number</label
    >
    <!-- Beside the words and not under what is found, so that it stays where the hand goes. -->
    <div class="flex flex-wrap gap-2">
      <input
        id="find-words"
        v-model="typed"
        type="search"
        class="input h-14 min-w-60 flex-1 text-xl"
        autocomplete="off"
        @keydown.enter.prevent="hits.length ? undefined : emit('fresh', typed.trim())"
      />
      <button type="button" class="button max-w-full truncate" @click="emit('fresh', typed.trim())">
        New owner{{ typed.trim() ? `: ${typed.trim()}` : '' }}
      </button>
    </div>
    <ul class="mt-2 border-t border-ink">
      <li
        v-for="hit in hits"
        :key="hit.owner.id + hit.bike?.id"
        class="flex items-stretch border-b border-rule"
      >
        <button
          type="button"
          class="flex min-w-0 flex-1 items-center gap-4 px-2 py-2 text-left hover:bg-wash"
          @click="hit.bike ? emit('bike', hit.owner, hit.bike) : emit('owner', hit.owner)"
        >
          <BikeDrawing
            v-if="hit.bike"
            :facts="hit.bike.facts"
            class="h-14 w-24 shrink-0"
            :title="hit.bike.make"
          />
          <span class="min-w-0">
            <b class="block truncate">{{
              hit.bike ? `${hit.bike.make} ${hit.bike.model}, ${hit.bike.colour}` : 'No bike yet'
            }}</b>
            <span class="block text-note text-soft"
              >{{ hit.owner.name }} ·
              <span class="figure whitespace-nowrap">{{ hit.owner.phone }}</span></span
            >
          </span>
          <b v-if="hit.open_job" class="ml-auto shrink-0 text-petrol">in the shop</b>
        </button>
        <button
          type="button"
          class="button button-quiet shrink-0 text-note"
          @click="emit('owner', hit.owner)"
        >
          another bike of theirs
        </button>
      </li>
    </ul>
    <p v-if="settled && !hits.length && !isFetching" class="py-3 text-soft">
      Nobody by that name and no such bike.
    </p>
  </section>
</template>
