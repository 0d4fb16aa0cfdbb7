<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Schemas } from '@/api/client'
import { useSession } from '@/api/session'
import { useWords } from '@/api/words'
import { useOpenJob, useTarget } from '@/areas/job/open'
import ComingList from '@/areas/lives/ComingList.vue'
import ChoiceField from '@/parts/ChoiceField.vue'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'
import { useMoney } from '@/parts/money'
import { useTimes } from '@/parts/time'

import FindingForm from './FindingForm.vue'
import FindingRow from './FindingRow.vue'
import ItemForm from './ItemForm.vue'
import ItemRow from './ItemRow.vue'
import OwnerLink from './OwnerLink.vue'
import { usePropose } from './propose'
import SumList from './SumList.vue'

/** Findings become proposed work; the owner answers each. */
const { job, pen, closed } = useOpenJob()
const { target } = useTarget()
const { hands } = useSession()
const { money } = useMoney()
const { date, dayAndClock } = useTimes()

const open = computed(() => job.value.findings.filter((f) => f.status === 'open'))
const settled = computed(() => job.value.findings.filter((f) => f.status !== 'open'))
const waiting = computed(() => job.value.items.filter((i) => i.state === 'asks'))
/** What has to be done to be sound, and what the owner may wish for. */
const groups = computed(() =>
  [
    { name: 'Needed', items: job.value.items.filter((i) => i.needed) },
    { name: 'Optional', items: job.value.items.filter((i) => !i.needed) },
  ].filter((g) => g.items.length),
)
const from = ref('')
const how = ref<Schemas['Asked']['how']>('counter')
const who = computed(() => from.value.trim() || job.value.owner.name)

const adding = ref<'item' | 'finding'>()
const words = useWords()

const { propose, proposeAll } = usePropose()
async function allYes() {
  for (const i of waiting.value) {
    if (!(await pen.record({ answer: { item: i.id, answer: 'yes', from: who.value, how: how.value } })))
      return
  }
}
</script>

<template>
  <div class="flex flex-col gap-6 px-5 py-4">
    <FaultNote v-if="pen.fault.value" :fault="pen.fault.value" />
    <section aria-labelledby="found">
      <div class="mb-1 flex items-center gap-3 border-b border-ink pb-1">
        <h2 id="found">Found · {{ job.findings.length }}</h2>
        <button
          v-if="open.filter((f) => f.suggested.length).length > 1 && !closed"
          type="button"
          class="button button-quiet ml-auto min-h-9!"
          @click="proposeAll(open)"
        >
          Propose the usual work for all
        </button>
        <button
          v-if="hands && !closed"
          type="button"
          class="button button-quiet min-h-9!"
          :class="open.length < 2 && 'ml-auto'"
          @click="adding = adding === 'finding' ? undefined : 'finding'"
        >
          Something else found
        </button>
      </div>
      <FindingForm v-if="adding === 'finding'" @done="adding = undefined" />
      <p v-if="!job.findings.length" class="py-2 text-soft">
        Nothing found that needs work. Inspect first, or propose what the owner asked for below.
      </p>
      <ul>
        <li
          v-for="c in job.called.filter((c) => c.offer)"
          :key="c.id"
          class="flex flex-wrap items-center gap-x-3 gap-y-2 border-b border-rule py-2.5 pl-1"
        >
          <ConditionMark mark="watch" :size="22" />
          <span class="min-w-56 flex-1 leading-tight"
            ><b class="block">{{ c.what }}</b
            ><span class="text-note text-soft">called back for {{ date(c.due) }}</span></span
          >
          <button v-if="c.offer && !closed" type="button" class="button" @click="propose(undefined, c.offer)">
            {{ c.offer.title }} <span class="figure font-normal">{{ money(c.offer.total_minor) }}</span>
          </button>
        </li>
        <FindingRow v-for="f in open" :key="f.id" :finding="f" :here="target() === f.id" />
        <li
          v-for="f in settled"
          :key="f.id"
          class="flex items-center gap-3 border-b border-rule py-2 pl-1 text-note"
        >
          <ConditionMark :mark="f.mark" :size="18" />
          <span class="flex-1"
            >{{ f.title }}<span v-if="f.why" class="text-soft"> · {{ f.why }}</span></span
          >
          <span class="text-soft">{{ words.status(f.status) }}</span>
        </li>
      </ul>
    </section>

    <ComingList />
    <section aria-labelledby="proposed">
      <div class="mb-1 flex flex-wrap items-center gap-3 border-b border-ink pb-1">
        <h2 id="proposed">Proposed · {{ job.items.length }}</h2>
        <button
          v-if="!closed"
          type="button"
          class="button button-quiet ml-auto min-h-9!"
          @click="adding = adding === 'item' ? undefined : 'item'"
        >
          Other work
        </button>
      </div>
      <ItemForm v-if="adding === 'item'" @done="adding = undefined" />
      <div v-if="waiting.length && !closed" class="flex flex-wrap items-center gap-2 bg-paper px-3 py-2.5">
        <span class="text-soft">The answer comes from</span>
        <input v-model="from" class="input max-w-56" :placeholder="job.owner.name" aria-label="Who answers" />
        <ChoiceField
          v-model="how"
          bare
          class="w-40"
          label="How the answer comes"
          :choices="[
            ['counter', 'at the counter'],
            ['phone', 'by phone'],
            ['message', 'by message'],
          ]"
        />
        <button type="button" class="button button-go" @click="allYes">
          Yes to {{ waiting.length === 1 ? 'it' : `all ${waiting.length}` }}
        </button>
        <button type="button" class="button" @click="pen.record({ asked: { how } })">
          Asked, no answer yet
        </button>
        <span v-if="job.asked_at" class="text-note text-soft">asked {{ dayAndClock(job.asked_at) }}</span>
      </div>
      <OwnerLink v-if="!closed && (waiting.length || job.link)" :waiting="waiting.length" />
      <p v-if="!job.items.length" class="py-2 text-soft">Nothing is proposed yet.</p>
      <template v-for="g in groups" :key="g.name">
        <h3 v-if="groups.length > 1" class="mt-3 text-sm font-[680] text-soft">{{ g.name }}</h3>
        <ul>
          <ItemRow v-for="i in g.items" :key="i.id" :item="i" :who="who" :how="how" />
        </ul>
      </template>
      <SumList v-if="job.items.length" />
    </section>
  </div>
</template>
