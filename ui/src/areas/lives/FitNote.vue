<script setup lang="ts">
import { computed } from 'vue'

import { useAnswer } from '@/api/answer'
import { ask, client, type Schemas } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'
import ConditionMark from '@/parts/ConditionMark.vue'

/** Whether a part fits, said while its sizes are typed: each reason, the worst first, and what would fit. */
const props = defineProps<{
  place: string
  particulars: Record<string, string>
  why?: Schemas['FitQuestion']['why']
}>()
const { job } = useOpenJob()
const body = computed(() => ({
  place: props.place,
  particulars: Object.fromEntries(Object.entries(props.particulars).filter(([, v]) => v.trim())),
  why: props.why,
}))
const { answer: told } = useAnswer(
  () => (Object.keys(body.value.particulars).length ? body.value : undefined),
  (asked, signal) =>
    ask(
      client.POST('/api/jobs/{id}/fit', { params: { path: { id: job.value.job.id } }, body: asked, signal }),
    ),
)
const heads = { fits: 'It fits', fits_if: 'It fits if', does_not: 'It does not fit' }
const marks = { fits: 'sound', fits_if: 'watch', does_not: 'unsafe' }
const wants = computed(() =>
  Object.entries(told.value?.wants ?? {}).map(([id, what]) => `${id.replace('-', ' ')} ${what}`),
)
</script>

<template>
  <section v-if="told" class="border-l-4 border-rule pl-3" aria-label="Will it fit" role="status">
    <b>{{ heads[told.verdict] }}</b>
    <ul>
      <li v-for="r in told.reasons" :key="r.says" class="flex items-start gap-2 text-note">
        <ConditionMark :mark="marks[r.verdict]" :size="16" class="mt-1" />{{ r.says }}
      </li>
    </ul>
    <p v-if="told.verdict === 'does_not' && wants.length" class="text-note">
      What would: <b>{{ wants.join(', ') }}</b>.
    </p>
  </section>
</template>
