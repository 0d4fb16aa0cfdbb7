<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'

/** The joints that nothing touched, where a hand tells enough: each is written down by itself, with one press. */
const props = defineProps<{ bolts: Schemas['BoltView'][] }>()
const { pen } = useOpenJob()
const left = computed(() => props.bolts.filter((b) => b.feel && !b.settled))
const all = () =>
  Promise.all(
    left.value.map(({ fastener, position }) =>
      pen.record({ torque: { fastener, position, found: 'not_checked', felt: true } }),
    ),
  )
</script>

<template>
  <div v-if="left.length > 1" class="shrink-0 border-b border-rule px-4 py-2">
    <p class="text-note leading-snug text-soft">
      <b class="text-ink">{{ left.length }} joints that nothing touched:</b> each by hand, none may turn.
    </p>
    <button type="button" class="button mt-1.5 min-h-11 w-full" :disabled="pen.busy.value" @click="all">
      None of the {{ left.length }} turns
    </button>
  </div>
</template>
