<script setup lang="ts">
import { ExclamationTriangleIcon } from '@heroicons/vue/20/solid'
import { computed } from 'vue'

import { useAnswer } from '@/api/answer'
import { ask, client, type Facts, type Schemas } from '@/api/client'

/** What is said once of such a bike: where it is taken in, before it goes into a stand, where it leaves. */
const props = defineProps<{ facts: Facts; where: Schemas['Caution']['where'][number] }>()
const { answer } = useAnswer(
  () => props.facts,
  (body) => ask(client.POST('/api/cautions', { body })),
)
const said = computed(() => answer.value?.filter((c) => c.where.includes(props.where)) ?? [])
</script>

<template>
  <ul v-if="said.length" class="bg-ochre-wash px-3 py-2 text-note" aria-label="Mind">
    <li v-for="c in said" :key="c.id" class="flex items-start gap-2 py-0.5">
      <ExclamationTriangleIcon class="mt-0.5 size-5 shrink-0 text-ochre" />{{ c.says }}
    </li>
  </ul>
</template>
