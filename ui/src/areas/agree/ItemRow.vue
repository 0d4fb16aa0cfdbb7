<script setup lang="ts">
import { nextTick, ref, useTemplateRef } from 'vue'

import type { Schemas } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'
import { useMoney } from '@/parts/money'
import { useTimes } from '@/parts/time'

import ItemForm from './ItemForm.vue'

/** One proposed item with the owner's answer. A no to something unsafe has to be a refusal, in their words. */
const props = defineProps<{ item: Schemas['ItemView']; who: string; how: Schemas['Answer']['how'] }>()
const { pen, closed } = useOpenJob()
const { money } = useMoney()
const { dayAndClock } = useTimes()
const refusing = ref(false)
const changing = ref(false)
const words = ref('')
const field = useTemplateRef('field')

const answer = (said: Schemas['Answer']['answer'], more = '') =>
  pen.record({
    answer: { item: props.item.id, answer: said, from: props.who, how: props.how, words: more || undefined },
  })
async function no() {
  if (!props.item.unsafe) return void answer('no')
  refusing.value = true
  await nextTick()
  field.value?.focus()
}
async function refuse() {
  if (await answer('refused', words.value)) refusing.value = false
}
const said = { yes: 'yes', no: 'no', refused: 'refused, knowing it is unsafe' }
</script>

<template>
  <li class="border-b border-rule py-2.5">
    <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
      <span class="min-w-56 flex-1 leading-tight">
        <b class="block"
          >{{ item.item.title
          }}<span v-if="item.unsafe" class="font-[640] text-brick"> · unsafe without it</span></b
        >
        <span class="text-note text-soft">
          {{ item.item.minutes }} min<template v-for="p in item.item.parts" :key="p.name">
            · {{ p.quantity > 1 ? `${p.quantity} × ` : '' }}{{ p.name }}
            {{ money(p.price_minor * p.quantity) }}</template
          >
        </span>
        <span v-for="s in item.short ?? []" :key="s" class="block text-note font-semibold text-ochre"
          >Too few in the stores: {{ s }}</span
        >
      </span>
      <span class="figure w-24 text-right text-lg">{{ money(item.total_minor) }}</span>
      <span v-if="item.answer" class="w-60 leading-tight">
        <b :class="item.answer.answer !== 'yes' && 'text-brick'">{{ said[item.answer.answer] }}</b>
        <span class="block text-sm text-soft"
          >{{ item.answer.from }}, {{ dayAndClock(item.answer_at)
          }}{{ item.answer.how === 'link' ? ', by their link' : `, taken by ${item.answer_by}` }}</span
        >
        <span v-if="item.answer.words" class="block text-sm">“{{ item.answer.words }}”</span>
      </span>
      <span v-if="item.item.on_the_way" class="w-60 leading-tight text-soft">put right on the way</span>
      <span v-if="!closed && !item.work && !item.item.on_the_way" class="flex gap-2">
        <button
          type="button"
          class="button"
          :class="!item.answer && 'border-petrol text-petrol'"
          :aria-pressed="item.answer?.answer === 'yes'"
          @click="answer('yes')"
        >
          Yes
        </button>
        <button
          type="button"
          class="button"
          :aria-pressed="!!item.answer && item.answer.answer !== 'yes'"
          @click="no"
        >
          {{ item.unsafe ? 'Refuses' : 'No' }}
        </button>
        <button
          type="button"
          class="button button-quiet"
          :aria-label="`Change ${item.item.title}`"
          @click="changing = !changing"
        >
          Change
        </button>
        <button
          type="button"
          class="button button-quiet"
          :aria-label="`Strike ${item.item.title}`"
          @click="pen.record({ withdrawn: { reason: 'struck from the list' } }, item.id)"
        >
          Strike
        </button>
      </span>
      <span v-if="item.work" class="text-petrol">done</span>
    </div>
    <form v-if="refusing" class="mt-2 border-l-4 border-brick bg-brick-wash p-3" @submit.prevent="refuse">
      <p class="mb-2">
        <b>Read this to the owner:</b> “This bike is not safe to ride as it is. We advise you not to ride it
        until this is done.” Then write what they say.
      </p>
      <div class="flex gap-2">
        <input ref="field" v-model="words" class="input flex-1" aria-label="What the owner said" />
        <button type="submit" class="button button-grave" :disabled="!words.trim()">
          Record the refusal
        </button>
        <button type="button" class="button" @click="refusing = false">Not now</button>
      </div>
    </form>
    <ItemForm v-if="changing" :item="item" @done="changing = false" />
  </li>
</template>
