<script setup lang="ts">
import { computed, ref } from 'vue'

import { newId, type Schemas } from '@/api/client'
import { useSession } from '@/api/session'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'
import { useMoney } from '@/parts/money'
import { useTimes } from '@/parts/time'

import { useDesk, useTarget } from './desk'
import FindingForm from './FindingForm.vue'
import ItemForm from './ItemForm.vue'
import ItemRow from './ItemRow.vue'
import OwnerLink from './OwnerLink.vue'
import PhotoStrip from './PhotoStrip.vue'
import RescueChoice from './RescueChoice.vue'

/** Findings become proposed work; the owner answers each. */
const { job, pen, closed } = useDesk()
const { target } = useTarget()
const { hands, settings } = useSession()
const { money } = useMoney()
const { date, dayAndClock } = useTimes()

const open = computed(() => job.value.findings.filter((f) => f.status === 'open'))
const settled = computed(() => job.value.findings.filter((f) => f.status !== 'open'))
const waiting = computed(() => job.value.items.filter((i) => !i.answer && !i.item.on_the_way))
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
const leaving = ref<string>()
const reason = ref('')
const came: Record<string, string> = {
  offered: 'offered',
  agreed: 'agreed',
  worked: 'work done, to be looked at again',
  done: 'put right',
  declined: 'declined',
  refused: 'refused',
  aside: 'left as it is',
  watched: 'to be watched',
}

const propose = (finding: Schemas['FindingView'] | undefined, s: Schemas['Suggestion']) =>
  pen.record({
    item: {
      finding: finding?.id,
      operation: s.operation,
      title: s.title,
      minutes: s.minutes,
      parts: s.parts,
    },
  })
/** What is quicker done than asked about; a new part is proposed. */
const onTheSpot = ['adjust', 'clean']
/** Put right on the spot: it stands under Done. It is charged only where the owner came for just that. */
async function onTheWay(f: Schemas['FindingView'], s: Schemas['Suggestion'], charged: boolean) {
  const id = newId()
  const item = {
    finding: f.id,
    operation: s.operation,
    title: s.title,
    minutes: s.minutes,
    labour_minor: charged ? s.labour_minor : 0,
    on_the_way: true,
  }
  if (await pen.record({ item }, undefined, id)) await pen.record({ work: { item: id } })
}
async function proposeAll() {
  for (const f of open.value) {
    const s = f.suggested[0]
    // One piece of work may settle several findings: what is offered meanwhile is not offered again.
    if (job.value.findings.find((now) => now.id === f.id)?.status !== 'open') continue
    if (s && !(await propose(f, s))) return
  }
}
async function setAside(id: string) {
  if (await pen.record({ aside: { finding: id, reason: reason.value } })) {
    leaving.value = undefined
    reason.value = ''
  }
}
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
          @click="proposeAll"
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
            ><span class="text-[15px] text-soft">called back for {{ date(c.due) }}</span></span
          >
          <button v-if="c.offer && !closed" type="button" class="button" @click="propose(undefined, c.offer)">
            {{ c.offer.title }} <span class="figure font-normal">{{ money(c.offer.total_minor) }}</span>
          </button>
        </li>
        <li
          v-for="f in open"
          :key="f.id"
          class="border-b border-rule py-2.5"
          :class="target() === f.id && 'bg-wash shadow-[inset_4px_0_var(--color-petrol)]'"
        >
          <div class="flex flex-wrap items-center gap-x-3 gap-y-2 pl-1">
            <ConditionMark :mark="f.mark" :size="22" />
            <span class="min-w-56 flex-1 leading-tight"
              ><b class="block">{{ f.title }}</b
              ><span class="text-[15px] text-soft">{{ f.reason }}</span></span
            >
            <template v-if="!closed">
              <template v-if="f.way && hands">
                <button type="button" class="button button-go" @click="onTheWay(f, f.way, true)">
                  Onto the sheet as done
                  <span class="figure font-normal">{{ money(f.way.total_minor) }}</span>
                </button>
                <button type="button" class="button" @click="onTheWay(f, f.way, false)">
                  As done, not charged
                </button>
              </template>
              <template v-else>
                <button
                  v-for="s in f.suggested"
                  :key="s.operation ?? s.title"
                  type="button"
                  class="button max-w-96 flex-col! items-start! gap-0! py-1.5 text-left leading-tight"
                  @click="propose(f, s)"
                >
                  <span
                    >{{ s.title }} <span class="figure font-normal">{{ money(s.total_minor) }}</span></span
                  >
                  <span v-if="s.why && f.suggested.length > 1" class="text-[13.5px] font-normal text-soft">{{
                    s.why
                  }}</span>
                </button>
                <button
                  v-if="hands && f.suggested[0] && onTheSpot.includes(f.suggested[0].how ?? 'adjust')"
                  type="button"
                  class="button button-quiet"
                  :title="f.suggested[0].title"
                  @click="onTheWay(f, f.suggested[0], false)"
                >
                  Done on the spot
                </button>
              </template>
              <button
                v-if="f.mark !== 'unsafe'"
                type="button"
                class="button button-quiet"
                @click="leaving = leaving === f.id ? undefined : f.id"
              >
                Leave it
              </button>
            </template>
          </div>
          <div class="mt-1 flex flex-wrap items-center justify-end gap-3 pl-9">
            <p v-if="f.waiting" class="min-w-0 flex-1 text-[15px] text-soft">
              Now <span class="figure">{{ money(f.waiting.now_minor) }}</span>; left until it has ruined more,
              <span class="figure">{{ money(f.waiting.later_minor) }}</span> ({{
                f.waiting.ruined.join(', ').toLowerCase()
              }}
              as well).
            </p>
            <PhotoStrip :about="f.point ?? f.id" :name="f.title" />
          </div>
          <RescueChoice v-if="f.rescue" class="mt-2 ml-9" :rescue="f.rescue" @take="(s) => propose(f, s)" />
          <form v-if="leaving === f.id" class="mt-2 flex gap-2 pl-8" @submit.prevent="setAside(f.id)">
            <input
              v-model="reason"
              class="input flex-1"
              aria-label="Why it is left"
              placeholder="Why is it left? It stands on the owner’s sheet."
            />
            <button type="submit" class="button" :disabled="!reason.trim()">Leave it</button>
          </form>
        </li>
        <li
          v-for="f in settled"
          :key="f.id"
          class="flex items-center gap-3 border-b border-rule py-2 pl-1 text-[15px]"
        >
          <ConditionMark :mark="f.mark" :size="18" />
          <span class="flex-1"
            >{{ f.title }}<span v-if="f.why" class="text-soft"> · {{ f.why }}</span></span
          >
          <span class="text-soft">{{ came[f.status] }}</span>
        </li>
      </ul>
    </section>

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
        <select v-model="how" class="input max-w-40" aria-label="How the answer comes">
          <option value="counter">at the counter</option>
          <option value="phone">by phone</option>
          <option value="message">by message</option>
        </select>
        <button type="button" class="button button-go" @click="allYes">
          Yes to {{ waiting.length === 1 ? 'it' : `all ${waiting.length}` }}
        </button>
        <button type="button" class="button" @click="pen.record({ asked: { how } })">
          Asked, no answer yet
        </button>
        <span v-if="job.asked_at" class="text-[15px] text-soft">asked {{ dayAndClock(job.asked_at) }}</span>
      </div>
      <OwnerLink v-if="!closed && (waiting.length || job.link)" :waiting="waiting.length" />
      <p v-if="!job.items.length" class="py-2 text-soft">Nothing is proposed yet.</p>
      <template v-for="g in groups" :key="g.name">
        <h3 v-if="groups.length > 1" class="mt-3 text-sm font-[680] text-soft">{{ g.name }}</h3>
        <ul>
          <ItemRow v-for="i in g.items" :key="i.id" :item="i" :who="who" :how="how" />
        </ul>
      </template>
      <dl
        v-if="job.items.length"
        class="figure ml-auto grid max-w-md grid-cols-[1fr_auto] gap-x-6 py-3 text-right"
      >
        <template v-for="s in job.shared_all" :key="s.name">
          <dt class="font-sans text-sm text-soft">{{ s.name }} once, not {{ s.times }} times</dt>
          <dd class="text-sm text-soft">−{{ money(s.saved_minor) }}</dd>
        </template>
        <dt class="font-sans text-soft">Proposed</dt>
        <dd>{{ money(job.proposed.gross_minor) }}</dd>
        <dt class="font-sans font-[680]">Agreed</dt>
        <dd class="font-bold">{{ money(job.agreed.gross_minor) }}</dd>
        <dt class="font-sans text-sm text-soft">
          {{ settings?.tax_included ? 'of which' : 'with' }} tax {{ (settings?.tax_rate_bp ?? 0) / 100 }} %
        </dt>
        <dd class="text-sm text-soft">{{ money(job.agreed.tax_minor) }}</dd>
      </dl>
    </section>
  </div>
</template>
