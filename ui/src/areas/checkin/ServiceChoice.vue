<script setup lang="ts">
import { computed, watch } from 'vue'

import { useAnswer } from '@/api/answer'
import { ask, client, type Facts, type Fault } from '@/api/client'
import FaultNote from '@/parts/FaultNote.vue'
import LoadingRule from '@/parts/LoadingRule.vue'
import { useMoney } from '@/parts/money'

/** What is sold for such a bike: what it costs, and how long it takes at the stand, as its plan has it. */
const chosen = defineModel<string>({ required: true })
const props = defineProps<{ facts: Facts; fault?: Fault }>()
const { money } = useMoney()
const { answer: sold, fault: off } = useAnswer(
  () => props.facts,
  (body) => ask(client.POST('/api/services', { body })),
)
const wrong = computed(() => off.value ?? (props.fault?.field === 'service' ? props.fault : undefined))
const open = computed(() => sold.value?.find((s) => s.id === chosen.value))
watch(sold, (list) => {
  // What is not sold for such a bike is not left chosen.
  const first = list?.[0]
  if (first && !open.value) chosen.value = first.id
})
</script>

<template>
  <fieldset>
    <legend class="mb-1 text-note text-soft">What for</legend>
    <FaultNote v-if="wrong" :fault="wrong" />
    <LoadingRule v-else-if="!sold" class="my-3" />
    <div class="grid gap-2 sm:grid-cols-3 xl:grid-cols-4">
      <label
        v-for="s in sold ?? []"
        :key="s.id"
        class="flex min-h-14 cursor-pointer flex-col justify-between border p-2 leading-tight has-checked:border-petrol has-checked:bg-wash has-checked:shadow-[inset_0_-4px_var(--color-petrol)] has-focus-visible:outline-3 has-focus-visible:outline-petrol"
        :class="s.id === chosen ? '' : 'border-rule bg-paper'"
      >
        <input v-model="chosen" type="radio" name="service" :value="s.id" class="sr-only" />
        <b>{{ s.name }}</b>
        <span class="mt-0.5 text-sm text-soft"
          ><template v-if="s.price_minor"
            ><span class="figure">{{ money(s.price_minor) }}</span> · </template
          >about <span class="figure">{{ s.usual }}</span> min</span
        >
      </label>
    </div>
    <div v-if="open" class="mt-2 border-l-2 border-rule pl-3" aria-live="polite">
      <p>
        {{ open.about }} <span class="text-soft">{{ open.extra }}</span>
      </p>
      <p class="text-note text-soft">
        At the stand <span class="figure">{{ open.early }}</span> to
        <span class="figure">{{ open.late }}</span> min with looks, bolts and tests.
      </p>
      <ol v-if="open.steps.length" class="mt-1 gap-x-8 text-note sm:columns-2">
        <li v-for="(step, n) in open.steps" :key="step" class="flex gap-2 py-0.5">
          <span class="figure w-5 shrink-0 text-right text-soft">{{ n + 1 }}</span>{{ step }}
        </li>
      </ol>
    </div>
  </fieldset>
</template>
