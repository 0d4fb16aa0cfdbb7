<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Schemas } from '@/api/client'
import { useOpenJob, useWays } from '@/areas/job/open'
import { useUnsaid } from '@/areas/lives/unsaid'
import ChoiceField from '@/parts/ChoiceField.vue'
import ConditionMark from '@/parts/ConditionMark.vue'
import FigureField from '@/parts/FigureField.vue'
import TickField from '@/parts/TickField.vue'
import { useTimes } from '@/parts/time'

/** One agreed item: the parts that went in, a note, done. */
const props = defineProps<{
  item: Schemas['ItemView']
  locked: boolean
  /** under the name of its piece, where its guide stands already */
  bare?: boolean
}>()
const { job, pen } = useOpenJob()
const unsaid = useUnsaid(job, () => props.item)
const ways = useWays(() => job.value.job.id)
const guide = computed(() =>
  job.value.guided.find((o) => o.operation && o.operation === props.item.item.operation),
)
/** A run of it that has begun, or that came to its end: what it did is done once. */
const run = computed(() =>
  job.value.runs.findLast((r) =>
    props.item.ran ? r.id === props.item.ran : !r.finished && r.item === props.item.id,
  ),
)
const { dayAndClock } = useTimes()
const note = ref('')
const fitted = ref(
  (props.item.item.parts ?? []).map((p) => ({ name: p.name, quantity: p.quantity, used: true })),
)
const more = ref('')
/** Without a guided run somebody says which bottle was poured: the guard looks at it. */
const bottle = ref('')
const reason = ref('')
const pour = computed(() => {
  const b = job.value.bottles.find((b) => b.id === bottle.value)
  return b && (props.item.pours === 'front' ? b.front : b.rear)
})

function done() {
  const parts = fitted.value
    .filter((p) => p.used && p.name.trim())
    .map((p) => ({ name: p.name, quantity: p.quantity }))
  if (more.value.trim()) parts.push({ name: more.value.trim(), quantity: 1 })
  void pen.record({
    work: {
      item: props.item.id,
      note: note.value || undefined,
      parts,
      bottle: (props.item.pours && bottle.value) || undefined,
      reason: reason.value || undefined,
    },
  })
}
const undo = () =>
  props.item.work_id && pen.record({ withdrawn: { reason: 'not done after all' } }, props.item.work_id)
</script>

<template>
  <li class="py-3" :class="!bare && 'border-b border-rule'">
    <div class="flex items-start gap-3">
      <ConditionMark v-if="!bare" :mark="item.work ? 'sound' : 'open'" :size="24" />
      <div class="min-w-0 flex-1">
        <p v-if="!bare" class="text-lg leading-tight font-[680]">
          {{ item.item.title }}
          <span class="text-note font-normal text-soft">{{ item.item.minutes }} min</span>
        </p>
        <p v-if="run?.finished && !item.work" class="text-note text-petrol">
          Gone through step by step by {{ run.by }}: Done closes it, and asks for nothing again.
        </p>
        <template v-if="item.work">
          <p v-if="item.item.on_the_way" class="text-note text-soft">put right while looking</p>
          <p class="text-note text-soft">done by {{ item.work_by }}, {{ dayAndClock(item.work_at) }}</p>
          <p v-if="item.work.parts?.length" class="text-note">
            Fitted: {{ item.work.parts.map((p) => `${p.quantity} × ${p.name}`).join(', ') }}
          </p>
          <p v-if="item.work.note" class="text-note">{{ item.work.note }}</p>
          <RouterLink
            v-for="l in unsaid"
            :key="l.place"
            class="mr-4 inline-flex min-h-11 items-center text-petrol underline"
            :to="{ name: 'job-parts', params: { id: job.job.id }, query: { at: l.place } }"
            >Say which {{ l.name.toLowerCase() }}</RouterLink
          >
        </template>
        <form
          v-else-if="!locked"
          :id="`work-${item.id}`"
          class="mt-2 flex flex-wrap items-center gap-x-5 gap-y-2"
          @submit.prevent="done"
        >
          <span v-for="p in fitted" :key="p.name" class="flex min-h-11 items-center gap-2">
            <TickField v-model="p.used">{{ p.name }}</TickField>
            <FigureField
              v-model="p.quantity"
              class="w-16"
              :label="`How many: ${p.name}`"
              name="quantity"
              whole
              bare
            />
          </span>
          <input
            v-model="more"
            class="input max-w-56"
            placeholder="another part fitted"
            :aria-label="`Another part for ${item.item.title}`"
          />
          <ChoiceField
            v-if="item.pours"
            v-model="bottle"
            label="Poured from"
            :choices="[['', 'which bottle?'], ...job.bottles.map((b) => [b.id, b.name] as const)]"
            class="w-56"
          />
          <p v-if="pour?.refused" role="alert" class="w-full text-brick">{{ pour.refused }}</p>
          <label v-else-if="pour?.warning" class="w-full text-note text-ochre"
            >{{ pour.warning }}
            <input v-model="reason" class="input text-ink" placeholder="why this one is used"
          /></label>
          <input
            v-model="note"
            class="input min-w-56 flex-1"
            placeholder="note for the sheet"
            :aria-label="`Note on ${item.item.title}`"
          />
        </form>
      </div>
      <RouterLink
        v-if="!bare && run && !run.finished && !item.work && !locked"
        class="button min-h-[52px]"
        :to="{ name: 'job-run', query: { at: run.id } }"
        >Go on: step {{ run.place + 1 }}</RouterLink
      >
      <RouterLink
        v-else-if="!bare && !run && !item.work && !locked && guide"
        class="button min-h-[52px]"
        :to="ways.guide(guide)"
        >Guide me</RouterLink
      >
      <button
        v-if="!item.work && !locked"
        type="submit"
        :form="`work-${item.id}`"
        class="button min-h-[52px] min-w-28"
        :class="(!bare || !guide) && 'button-go'"
        :aria-label="`Done: ${item.item.title}`"
      >
        Done
      </button>
      <button
        v-else-if="!locked"
        type="button"
        class="button button-quiet"
        :aria-label="`Not done after all: ${item.item.title}`"
        @click="undo"
      >
        not done after all
      </button>
    </div>
  </li>
</template>
