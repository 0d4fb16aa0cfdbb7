<script setup lang="ts">
import { ArrowRightStartOnRectangleIcon, MoonIcon, SunIcon, UserGroupIcon } from '@heroicons/vue/24/outline'
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { computed, defineAsyncComponent, watch } from 'vue'

import { useLive } from '@/api/live'
import { useOutbox } from '@/api/outbox'
import { type Actor, useSignOut } from '@/api/session'
import { useTheme } from '@/theme/theme'

/** The finder comes after the first screen, which does not need it. */
const FindBike = defineAsyncComponent(() => import('@/areas/bikes/FindBike.vue'))

const props = defineProps<{ actor: Actor }>()
const emit = defineEmits<{ handOver: [] }>()

const { connected } = useLive()
const { list: outbox, flush } = useOutbox()
const refused = computed(() => outbox.value.filter((w) => w.refused).length)
watch(connected, (back) => back && void flush())
const { theme, toggle } = useTheme()
const signOut = useSignOut()
const places = [
  { to: { name: 'today' }, name: 'Today', under: ['today', 'job'] },
  { to: { name: 'bikes' }, name: 'Bikes', under: ['bikes', 'bike'] },
  { to: { name: 'stores' }, name: 'Stores', under: ['stores'] },
  { to: { name: 'practice' }, name: 'Practice', under: ['practice'] },
  { to: { name: 'shop' }, name: 'Shop', under: ['shop'] },
]
const initials = computed(() =>
  props.actor.name
    .split(/\s+/)
    .map((word) => [...word][0] ?? '')
    .slice(0, 2)
    .join(''),
)
</script>

<template>
  <header class="flex h-[52px] shrink-0 items-stretch gap-2 bg-head px-3 text-on-head sm:gap-6 sm:px-5">
    <RouterLink
      :to="{ name: 'today' }"
      aria-label="Utensil"
      class="flex items-center gap-2.5 text-xl font-[760] tracking-tight"
    >
      <svg
        width="30"
        height="22"
        viewBox="0 0 30 22"
        fill="none"
        stroke="var(--color-head-line)"
        stroke-width="2"
        aria-hidden="true"
      >
        <path d="M1 4h28M2 4v6M7 4v12M12 4v6M17 4v16M22 4v6M27 4v12" />
      </svg>
      <span class="hidden sm:inline">Utensil</span>
    </RouterLink>
    <nav class="flex gap-1" aria-label="Places">
      <RouterLink
        v-for="p in places"
        :key="p.name"
        :to="p.to"
        class="flex items-center border-y-[3px] border-transparent px-1 text-sm font-[560] text-head-soft hover:text-on-head sm:px-2 sm:text-base xl:px-4"
        :class="
          p.under.some((u) => String($route.name ?? '').split('-')[0] === u) &&
          'border-b-head-line! text-on-head!'
        "
      >
        {{ p.name }}
      </RouterLink>
    </nav>
    <div class="ml-auto hidden h-10 w-[270px] self-center md:block"><FindBike /></div>
    <span
      class="ml-auto flex items-center gap-2 text-sm text-head-soft md:ml-0"
      role="status"
      :title="
        connected
          ? 'Changes on other tablets show here at once'
          : 'No connection to the server: what you write is kept and sent when it is back'
      "
    >
      <span class="size-2.5 rounded-full border-2 border-head-line" :class="connected && 'bg-head-line'" />
      <span :class="connected && 'sr-only'">{{ connected ? 'Live' : 'Not connected' }}</span>
      <b v-if="outbox.length" class="text-on-head"
        >{{ outbox.length - refused }} waiting<template v-if="refused">, {{ refused }} not taken</template></b
      >
    </span>
    <Menu as="div" class="relative flex items-center">
      <MenuButton
        class="flex min-h-11 items-center gap-2.5 text-note"
        :aria-label="`${actor.name}: hand over, light, sign out`"
      >
        <!-- Initials are a picture of the name, not a word: the button is named for what can be said to it. -->
        <span
          class="grid size-9 place-items-center rounded-full border-2 border-head-line text-fine font-bold before:content-[attr(data-initials)]"
          :data-initials="initials"
        ></span>
        <span class="hidden max-w-40 truncate lg:inline">{{ actor.name }}</span>
      </MenuButton>
      <MenuItems
        class="absolute top-full right-0 z-30 mt-1 w-64 border border-ink bg-paper py-1 text-ink shadow-lg"
      >
        <MenuItem v-slot="{ active }">
          <button
            type="button"
            class="flex min-h-12 w-full items-center gap-3 px-4"
            :class="active && 'bg-wash'"
            @click="emit('handOver')"
          >
            <UserGroupIcon class="size-5" /> Hand the tablet over
          </button>
        </MenuItem>
        <MenuItem v-slot="{ active }">
          <button
            type="button"
            class="flex min-h-12 w-full items-center gap-3 px-4"
            :class="active && 'bg-wash'"
            @click="toggle"
          >
            <component :is="theme === 'chalk' ? MoonIcon : SunIcon" class="size-5" />
            {{ theme === 'chalk' ? 'Dim light' : 'Daylight' }}
          </button>
        </MenuItem>
        <MenuItem v-slot="{ active }">
          <button
            type="button"
            class="flex min-h-12 w-full items-center gap-3 px-4"
            :class="active && 'bg-wash'"
            @click="signOut.mutate()"
          >
            <ArrowRightStartOnRectangleIcon class="size-5" /> Sign out
          </button>
        </MenuItem>
      </MenuItems>
    </Menu>
  </header>
</template>
