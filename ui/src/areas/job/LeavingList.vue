<script setup lang="ts">
import { computed, ref } from 'vue'

import type { JobView } from '@/api/client'
import ConditionMark from '@/parts/ConditionMark.vue'

import CalledList from './CalledList.vue'
import { useWays } from './open'

/**
 * Before it leaves: all that stands between this bike and its owner. Each line opens the place
 * where it is settled.
 */
const props = defineProps<{ job: JobView }>()
const ways = useWays(() => props.job.job.id)
const open = ref(false)
const things = computed(() => props.job.leaving.reduce((n, o) => n + o.count, 0))
</script>

<template>
  <section class="flex min-h-0 min-w-0 flex-col px-4 py-3" aria-labelledby="leaving">
    <h2 id="leaving" class="hidden shrink-0 lg:block">
      Before it leaves<template v-if="things"> · {{ things }}</template>
    </h2>
    <!-- Where there is no room beside the work it is one line that opens. -->
    <button
      v-if="things || job.called.length"
      type="button"
      class="flex min-h-11 w-full items-center gap-2.5 text-left lg:hidden"
      :aria-expanded="open"
      aria-controls="leaving-list"
      @click="open = !open"
    >
      <ConditionMark :mark="job.leaving[0]?.mark ?? 'watch'" />
      <span class="min-w-0 flex-1 truncate"
        ><b
          >Before it leaves<template v-if="things"> · {{ things }}</template></b
        ><span v-if="job.leaving[0]" class="text-soft"> · {{ job.leaving[0].title }}</span></span
      >
      <span class="shrink-0 text-petrol underline">{{ open ? 'close' : 'all' }}</span>
    </button>
    <ul
      id="leaving-list"
      class="min-h-0 lg:block lg:overflow-y-auto"
      :class="!open && 'hidden'"
      aria-live="polite"
    >
      <li v-for="o in job.leaving" :key="o.stage + o.title + o.target" class="border-b border-rule">
        <RouterLink :to="ways.settle(o)" class="flex min-h-11 gap-2.5 py-2 hover:bg-wash">
          <ConditionMark :mark="o.mark" />
          <span class="min-w-0 flex-1 leading-tight">
            <span class="block text-note">{{ o.title }}</span>
            <span class="line-clamp-3 text-[13.5px] text-soft">{{ o.detail }}</span>
          </span>
        </RouterLink>
      </li>
    </ul>
    <p v-if="!things && !job.job.released_at" class="py-2">
      <b>Nothing stands in the way.</b>
      <RouterLink
        class="mt-2 block text-petrol underline"
        :to="{ name: 'job-hand-over', params: { id: job.job.id } }"
        >To the door</RouterLink
      >
    </p>
    <p v-if="job.job.released_at" class="py-2 text-soft">
      {{ job.mistaken ? 'Nothing was done here.' : 'The bike has left.' }}
    </p>
    <CalledList
      v-if="job.called.length"
      class="shrink-0 pt-4 lg:block"
      :class="!open && 'hidden'"
      :job="job.job.id"
      :called="job.called"
    />
    <!-- Beside the bench, not over it: nothing moves under who types. -->
    <div class="mt-auto shrink-0 text-sm lg:pt-4">
      <slot />
      <p v-if="job.job.words" class="line-clamp-5 hidden text-soft lg:block">
        Said at the door: “{{ job.job.words }}”
      </p>
    </div>
  </section>
</template>
