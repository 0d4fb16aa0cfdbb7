<script setup lang="ts">
import { computed, ref, useTemplateRef, watch } from 'vue'

import type { Mark, Schemas } from '@/api/client'
import { useBook } from '@/api/job'
import { useSession } from '@/api/session'
import { useWords } from '@/api/words'
import { bar } from '@/areas/air/strip'
import { boltKey, useOpenJob, usePart } from '@/areas/job/open'
import { useWalk } from '@/areas/job/walk'
import WalkList from '@/areas/job/WalkList.vue'
import NextPiece from '@/areas/work/NextPiece.vue'
import BoltBench from '@/areas/torque/BoltBench.vue'
import FeelAll from '@/areas/torque/FeelAll.vue'
import { inOrder, loosestFirst, useTorqueHabits } from '@/areas/torque/habits'
import NewBolt from '@/areas/torque/NewBolt.vue'
import WrenchTray from '@/areas/torque/WrenchTray.vue'
import ChoiceField from '@/parts/ChoiceField.vue'
import { figure } from '@/parts/words'

import SignBench from './SignBench.vue'
import TyrePump from './TyrePump.vue'

/** The torque run, in the order chosen, then the tyres, then the tests that are signed. */
const { job, closed, pen } = useOpenJob()
const tight = usePart('bolts')
const told = usePart('air')
const words = useWords()
const { hands, settings } = useSession()
const { data: book } = useBook()
const habits = useTorqueHabits()
const { order, listening } = habits
const adding = ref(false)
const bench = useTemplateRef('bench')

const runs = computed(() => book.value?.runs ?? [])
const bolts = computed(() => inOrder(tight.value.bolts, order.value || (runs.value[0]?.id ?? ''), runs.value))
const steps = computed(() => [
  ...bolts.value.map((bolt) => ({
    key: boltKey(bolt),
    bolt,
    tyre: undefined,
    sign: undefined,
    settled: bolt.settled,
  })),
  ...told.value.bench.tyres.map((tyre) => ({
    key: `air:${tyre.place}`,
    bolt: undefined,
    tyre,
    sign: undefined,
    settled: tyre.stands.goes,
  })),
  ...job.value.signs.map((sign) => ({
    key: sign.what,
    bolt: undefined,
    tyre: undefined,
    sign,
    settled: (!!sign.sign?.passed && !sign.stale) || !!sign.waived,
  })),
])
const { chosen, here, index, onward, back, open } = useWalk({
  things: () => steps.value,
  key: (s) => s.key,
  todo: (s) => !s.settled,
  line: 'step',
})
const over = computed(
  () => hands.value && !closed.value && !!steps.value.length && steps.value.every((s) => s.settled),
)
const logged = computed(() => tight.value.bolts.filter((b) => b.log).length)
const loose = computed(() => tight.value.bolts.filter((b) => b.log?.found === 'loose').length)
const lastLeft = computed(() => {
  const before = bolts.value.slice(0, Math.max(0, index.value)).reverse()
  return before.find((b) => b.log?.left_nm !== undefined)?.log?.left_typed ?? ''
})

const nameOf = (tyre: Schemas['TyreBench']) =>
  `${told.value.pressures.find((a) => a.place === tyre.place)?.name ?? ''}, bar`
function choose(key: string) {
  if (key === chosen.value?.key) void bench.value?.focus()
  else void open(key)
}
function markOf(s: (typeof steps.value)[number]): Mark {
  // One that was found sound and not left so is still to be seen to.
  if (s.tyre) return s.settled || s.tyre.stands.mark !== 'sound' ? s.tyre.stands.mark : 'open'
  if (s.sign?.waived) return 'watch'
  const state = s.bolt?.verdict?.state
  if (s.settled) return state ? words.markOf(state) : 'sound'
  if (s.bolt?.log && !s.bolt.stale) return state ? words.markOf(state) : 'unsafe'
  if (s.sign?.sign && !s.sign.sign.passed) return 'unsafe'
  return 'open'
}
function leftAt(s: (typeof steps.value)[number]) {
  const log = s.bolt?.log
  if (s.tyre) return s.tyre.stands.bar === undefined ? '' : `${bar(s.tyre.stands.bar)}`
  if (s.sign) return s.sign.sign ? (s.sign.stale ? 'again' : s.sign.sign.passed ? 'passed' : 'failed') : ''
  if (!log) return ''
  if (log.not_fitted) return 'not fitted'
  if (log.felt) return 'by hand'
  return log.left_nm === undefined ? (log.set ? 'set' : words.found(log.found)) : figure(log.left_nm)
}

// Pulls that came since this tablet began to listen fill the run, oldest first. One that the
// bolt in front refuses, a repeat and one that came late wait in the tray.
const since = ref(new Date().toISOString())
const refused = ref<string[]>([])
const handed = ref<string>()
watch(listening, () => (since.value = new Date().toISOString()))
const pulled = computed(() => {
  if (closed.value || pen.busy.value) return undefined
  const given = tight.value.tray.find((r) => r.id === handed.value)
  if (given) return given
  if (!listening.value || !chosen.value?.bolt || chosen.value.settled) return undefined
  return tight.value.tray.find(
    (r) =>
      r.device === listening.value &&
      r.nm !== undefined &&
      !r.repeats &&
      !r.late &&
      r.came > since.value &&
      !refused.value.includes(r.id),
  )
})
function refuse(id: string) {
  refused.value.push(id)
  handed.value = undefined
}
</script>

<template>
  <div class="grid h-full min-h-0 lg:grid-cols-[minmax(0,1fr)_300px] xl:grid-cols-[minmax(0,1fr)_350px]">
    <BoltBench
      v-if="chosen?.bolt"
      ref="bench"
      :key="chosen.key"
      :quiet="adding"
      :bolt="chosen.bolt"
      :locked="closed || !hands"
      :unit="settings?.torque_unit ?? 'N·m'"
      :last="lastLeft"
      :habits="habits"
      :pulled="pulled"
      :over="over"
      @onward="onward()"
      @back="back"
      @refused="refuse"
    />
    <TyrePump
      v-else-if="chosen?.tyre"
      :key="`${chosen.key}-tyre`"
      :bench="chosen.tyre"
      :locked="closed || !hands"
      :over="over"
      @onward="onward()"
      @back="back"
    />
    <SignBench
      v-else-if="chosen?.sign"
      :key="`${chosen.key}-sign`"
      :sign="chosen.sign"
      :locked="closed || !hands"
      :over="over"
      @onward="onward()"
      @back="back"
    />
    <nav class="flex min-h-0 flex-col border-rule bg-paper lg:border-l" aria-label="Torque run">
      <div class="flex shrink-0 items-center gap-2 border-b border-rule px-4 py-2">
        <ChoiceField
          v-model="order"
          bare
          class="min-w-0 flex-1"
          label="Order of the run"
          :choices="[
            ...runs.map((r, i) => [i ? r.id : '', r.name] as const),
            [loosestFirst, 'Most often loose first'],
          ]"
        />
        <button
          v-if="hands && !closed"
          type="button"
          class="button button-quiet min-h-10! shrink-0 whitespace-nowrap"
          :aria-expanded="adding"
          @click="adding = !adding"
        >
          Add a bolt
        </button>
      </div>
      <FeelAll v-if="hands && !closed" :bolts="bolts" />
      <NewBolt v-if="adding" @done="(key) => ((adding = false), key && open(key))" />
      <p
        class="grid shrink-0 grid-cols-[24px_minmax(0,1fr)_56px_52px] xl:grid-cols-[24px_minmax(0,1fr)_72px_84px] gap-2 border-b border-ink px-4 py-2 text-fine font-[680] text-soft"
      >
        <span></span>
        <span
          >{{ logged }} of {{ tight.bolts.length
          }}<template v-if="loose">
            · <span class="text-brick">{{ loose }} found loose</span></template
          ></span
        >
        <span class="text-right">rule, N·m</span><span class="text-right">left at</span>
      </p>
      <WalkList
        v-slot="{ thing: s }"
        class="flex-1"
        :things="steps"
        :key-of="(s) => s.key"
        :mark-of="markOf"
        :here="here"
        line="step"
        columns="grid-cols-[24px_minmax(0,1fr)_56px_52px] xl:grid-cols-[24px_minmax(0,1fr)_72px_84px]"
        @choose="choose"
      >
        <span>
          {{ s.bolt ? s.bolt.name : s.tyre ? nameOf(s.tyre) : s.sign?.name }} {{ s.bolt?.position }}
          <b v-if="s.bolt?.left_hand" class="text-fine text-brick">left-hand</b>
          <span v-if="s.bolt?.log?.found === 'loose'" class="text-fine font-normal text-brick"
            >was loose</span
          >
          <span v-if="s.bolt?.log?.found === 'over_tight'" class="text-fine font-normal text-brick"
            >was over-tight</span
          >
          <span v-if="s.bolt?.stale" class="text-fine font-normal text-brick">disturbed since</span>
          <span v-if="s.bolt?.also?.length" class="text-fine font-normal text-ochre">logged twice</span>
          <span v-if="s.bolt?.again && !s.bolt.log" class="text-fine font-normal text-ochre">look again</span>
        </span>
        <span class="figure text-right text-sm text-soft">{{
          s.bolt
            ? s.bolt.rule
              ? `${figure(s.bolt.rule.min_nm)}–${figure(s.bolt.rule.max_nm)}`
              : 'by feel'
            : s.tyre
              ? s.tyre.advice
                ? `${bar(s.tyre.advice.from_bar)}–${bar(s.tyre.advice.to_bar)}`
                : 'bar'
              : 'sign'
        }}</span>
        <span class="figure text-right text-sm">{{ leftAt(s) }}</span>
      </WalkList>
      <NextPiece v-if="over" class="m-3 shrink-0" />
      <WrenchTray
        v-model:listening="listening"
        :bolt="chosen?.bolt"
        :locked="closed || !hands"
        @heard="bench?.focus()"
        @use="(id) => (handed = id)"
      />
    </nav>
  </div>
</template>
