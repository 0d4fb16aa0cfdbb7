<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { ask, client, newId, type Schemas } from '@/api/client'
import { useSession } from '@/api/session'

import DeviceList from './DeviceList.vue'
import ShopForm from './ShopForm.vue'
import RefusedList from './RefusedList.vue'
import StaffRow from './StaffRow.vue'

/** The shop's own: name, prices, units, and who works here. */
const { actor } = useSession()
const keeper = computed(() => actor.value?.role === 'keeper')
const { data: staff } = useQuery({ queryKey: ['staff'], queryFn: () => ask(client.GET('/api/staff')) })
const fresh = ref<Schemas['Staff']>()
</script>

<template>
  <main id="main" class="flex-1">
    <div class="flex flex-wrap items-center gap-2 border-b border-ink px-5 py-3">
      <h1>Shop</h1>
      <nav class="ml-auto flex flex-wrap gap-2" aria-label="More of the shop">
        <RouterLink :to="{ name: 'shop-wrenches' }" class="button">Torque wrenches</RouterLink>
        <RouterLink :to="{ name: 'shop-gauges' }" class="button">Pressure gauges</RouterLink>
        <RouterLink :to="{ name: 'shop-bottles' }" class="button">Brake fluids</RouterLink>
        <RouterLink :to="{ name: 'shop-loose' }" class="button">What comes loose</RouterLink>
        <RouterLink v-if="keeper" :to="{ name: 'shop-knowledge' }" class="button"
          >Points, routes, work, faults</RouterLink
        >
      </nav>
    </div>
    <div class="grid gap-x-12 gap-y-8 px-5 py-4 lg:grid-cols-2">
      <ShopForm />
      <section aria-labelledby="staff">
        <div class="flex items-center border-b border-ink pb-1">
          <h2 id="staff">Who works here</h2>
          <button
            v-if="keeper && !fresh"
            type="button"
            class="button button-quiet ml-auto min-h-9!"
            @click="fresh = { id: newId(), name: '', role: 'mechanic', active: true, version: 0 }"
          >
            Add someone
          </button>
        </div>
        <ul>
          <StaffRow v-if="fresh" :key="fresh.id" :member="fresh" :keeper="keeper" @done="fresh = undefined" />
          <StaffRow v-for="m in staff ?? []" :key="m.id" :member="m" :keeper="keeper" />
        </ul>
        <p class="mt-3 text-note text-soft">
          A PIN has 4 to 12 digits; a password at least 8 characters. After five wrong tries on one device
          nobody may sign in there under that name for a minute, then longer; other devices are not held back.
          A new PIN frees it, and ends that person’s open sessions.
        </p>
        <DeviceList v-if="keeper" class="mt-8" />
        <RefusedList v-if="keeper" class="mt-8" />
      </section>
    </div>
  </main>
</template>
