<script setup lang="ts">
import type { Schemas } from '@/api/client'
import ConditionMark from '@/parts/ConditionMark.vue'
import { useTimes } from '@/parts/time'

/** What an earlier job called this bike back for. Each line opens the place where it is done. */
const props = defineProps<{ job: string; called: Schemas['Called'][] }>()
const { date } = useTimes()

function place(c: Schemas['Called']) {
  const at = (name: string, query = {}) => ({ name, params: { id: props.job }, query })
  if (c.point) return at('job-inspect', { at: c.point })
  return at(c.operation ? 'job-agree' : 'job-verify')
}
</script>

<template>
  <section aria-labelledby="called">
    <h2 id="called">Called back for</h2>
    <ul>
      <li v-for="c in called" :key="c.id" class="border-b border-rule">
        <RouterLink :to="place(c)" class="flex min-h-11 gap-2.5 py-2 hover:bg-wash">
          <ConditionMark :mark="c.answered ? 'sound' : 'open'" />
          <span class="min-w-0 flex-1 leading-tight">
            <span class="line-clamp-4 text-note">{{ c.what }}</span>
            <span class="text-[13.5px] text-soft">{{
              c.answered ? 'settled once the bike leaves' : `by ${date(c.due)}`
            }}</span>
          </span>
        </RouterLink>
      </li>
    </ul>
  </section>
</template>
