<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { ask, client, type Schemas } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'
import ConditionMark from '@/parts/ConditionMark.vue'
import { useMoney } from '@/parts/money'

/** What may go on at a place, out of a drawer or from the supplier, what fits best first. */
const props = defineProps<{ place: string }>()
const chosen = defineModel<string | undefined>({ required: true })
const emit = defineEmits<{ take: [candidate: Schemas['Candidate']] }>()
const { job } = useOpenJob()
const { money } = useMoney()
const { data } = useQuery({
  queryKey: computed(() => ['candidates', job.value.job.id, props.place] as const),
  queryFn: ({ queryKey, signal }) =>
    ask(
      client.GET('/api/jobs/{id}/candidates', {
        params: { path: { id: queryKey[1] }, query: { place: queryKey[2] } },
        signal,
      }),
    ),
})
const marks = { fits: 'sound', fits_if: 'watch', does_not: 'unsafe' }
const most = 4
const all = ref(false)
const list = computed(() => data.value ?? [])
/** What may fit; where nothing does, the first of what does not, with its reason. */
const shown = computed(() => {
  if (all.value) return list.value
  const fitting = list.value.filter((c) => c.fit.verdict !== 'does_not')
  return fitting.length ? fitting.slice(0, most) : list.value.slice(0, 2)
})
function take(c: Schemas['Candidate']) {
  chosen.value = c.stock
  emit('take', c)
}
</script>

<template>
  <section v-if="list.length" class="mb-3" aria-label="What may go on">
    <b>Out of the drawers, and what can be had</b>
    <ul class="border-t border-rule">
      <li
        v-for="c in shown"
        :key="c.code"
        class="border-b border-rule"
        :class="c.stock && c.stock === chosen && 'bg-wash shadow-[inset_4px_0_var(--color-petrol)]'"
      >
        <button
          type="button"
          class="flex min-h-11 w-full flex-wrap items-center gap-x-3 py-1 pl-2 text-left hover:bg-wash disabled:text-soft"
          :disabled="!c.stock || c.fit.verdict === 'does_not'"
          :aria-pressed="!!c.stock && c.stock === chosen"
          @click="take(c)"
        >
          <ConditionMark :mark="marks[c.fit.verdict]" :size="18" />
          <span class="min-w-48 flex-1 leading-tight"
            ><b>{{ c.name }}</b
            ><span class="block text-note text-soft">{{
              c.fit.verdict === 'fits' ? c.says || c.note : c.fit.reasons[0]?.says
            }}</span></span
          >
          <span class="text-note text-soft">{{
            c.stock ? `${c.held} in ${c.bin || 'the stores'}` : `${c.supplier}, ${c.days} d`
          }}</span>
          <span class="figure w-20 text-right">{{ money(c.price_minor) }}</span>
        </button>
      </li>
    </ul>
    <button
      v-if="list.length > shown.length"
      type="button"
      class="button button-quiet -ml-2"
      @click="all = true"
    >
      All {{ list.length }}
    </button>
  </section>
</template>
