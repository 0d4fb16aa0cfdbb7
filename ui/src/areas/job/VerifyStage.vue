<script setup lang="ts">
import { computed, watch } from 'vue'

import { useSession } from '@/api/session'
import ConditionMark from '@/parts/ConditionMark.vue'
import { figure } from '@/parts/words'

import BoltBench from './BoltBench.vue'
import { boltKey, useDesk, useTarget } from './desk'
import SignBench from './SignBench.vue'

/** The torque run, front to back, then the tests that are signed. */
const { job, closed } = useDesk()
const { target, open } = useTarget()
const { hands, settings } = useSession()

const steps = computed(() => [
  ...job.value.bolts.map((bolt) => ({ key: boltKey(bolt), bolt, sign: undefined, settled: bolt.settled })),
  ...job.value.signs.map((sign) => ({
    key: sign.what,
    bolt: undefined,
    sign,
    settled: !!sign.sign?.passed && !sign.stale,
  })),
])
const chosen = computed(() => {
  const at = target()
  return steps.value.find((s) => s.key === at) ?? steps.value.find((s) => !s.settled) ?? steps.value[0]
})
const index = computed(() => steps.value.findIndex((s) => s.key === chosen.value?.key))
const logged = computed(() => job.value.bolts.filter((b) => b.log).length)
const loose = computed(() => job.value.bolts.filter((b) => b.log?.found === 'loose').length)
const lastLeft = computed(() => {
  const before = job.value.bolts.slice(0, Math.max(0, index.value)).reverse()
  return before.find((b) => b.log?.left_nm !== undefined)?.log?.left_typed ?? ''
})

function onward() {
  const all = steps.value
  for (let i = 1; i <= all.length; i++) {
    const s = all[(index.value + i) % all.length]
    if (s && !s.settled && s.key !== chosen.value?.key) return void open(s.key)
  }
  const after = all[index.value + 1]
  if (after) void open(after.key)
}
const back = () => {
  const before = steps.value[index.value - 1]
  if (before) void open(before.key)
}
function markOf(s: (typeof steps.value)[number]) {
  if (s.settled) return 'sound'
  if (s.bolt?.log && !s.bolt.stale) return s.bolt.verdict?.state === 'under' ? 'due' : 'unsafe'
  if (s.sign?.sign && !s.sign.sign.passed) return 'unsafe'
  return 'open'
}
function leftAt(s: (typeof steps.value)[number]) {
  const log = s.bolt?.log
  if (s.sign) return s.sign.sign ? (s.sign.stale ? 'again' : s.sign.sign.passed ? 'passed' : 'failed') : ''
  if (!log) return ''
  if (log.not_fitted) return 'not fitted'
  return log.left_nm === undefined ? 'set' : figure(log.left_nm)
}

watch(
  () => chosen.value?.key,
  (key) => document.getElementById(`step-${key}`)?.scrollIntoView({ block: 'nearest' }),
)
</script>

<template>
  <div class="grid h-full min-h-0 lg:grid-cols-[minmax(0,1fr)_350px]">
    <BoltBench
      v-if="chosen?.bolt"
      :key="chosen.key"
      :bolt="chosen.bolt"
      :locked="closed || !hands"
      :unit="settings?.torque_unit ?? 'N·m'"
      :last="lastLeft"
      @onward="onward"
      @back="back"
    />
    <SignBench
      v-else-if="chosen?.sign"
      :key="`${chosen.key}-sign`"
      :sign="chosen.sign"
      :locked="closed || !hands"
      @onward="onward"
      @back="back"
    />
    <nav
      class="flex min-h-0 flex-col border-rule bg-paper lg:border-l"
      aria-label="Torque run, front to back"
    >
      <p
        class="grid shrink-0 grid-cols-[24px_minmax(0,1fr)_72px_84px] gap-2 border-b border-ink px-4 py-2.5 text-[13px] font-[680] text-soft"
      >
        <span></span>
        <span
          >{{ logged }} of {{ job.bolts.length
          }}<template v-if="loose">
            · <span class="text-brick">{{ loose }} found loose</span></template
          ></span
        >
        <span class="text-right">rule, N·m</span><span class="text-right">left at</span>
      </p>
      <ol class="min-h-0 lg:overflow-y-auto">
        <li v-for="s in steps" :id="`step-${s.key}`" :key="s.key">
          <button
            type="button"
            class="grid min-h-11 w-full grid-cols-[24px_minmax(0,1fr)_72px_84px] items-center gap-2 border-b border-rule px-4 py-1 text-left text-[15px] leading-tight hover:bg-wash"
            :class="s.key === chosen?.key && 'bg-wash font-[680] shadow-[inset_4px_0_var(--color-petrol)]'"
            :aria-current="s.key === chosen?.key ? 'step' : undefined"
            @click="open(s.key)"
          >
            <ConditionMark :mark="markOf(s)" :size="18" />
            <span>
              {{ s.bolt ? s.bolt.name : s.sign?.name }} {{ s.bolt?.position }}
              <b v-if="s.bolt?.left_hand" class="text-[13px] text-brick">left-hand</b>
              <span v-if="s.bolt?.log?.found === 'loose'" class="text-[13px] font-normal text-brick"
                >was loose</span
              >
              <span v-if="s.bolt?.log?.found === 'over_tight'" class="text-[13px] font-normal text-brick"
                >was over-tight</span
              >
              <span v-if="s.bolt?.stale" class="text-[13px] font-normal text-brick">disturbed since</span>
            </span>
            <span class="figure text-right text-[14px] text-soft">{{
              s.bolt
                ? s.bolt.rule
                  ? `${figure(s.bolt.rule.min_nm)}–${figure(s.bolt.rule.max_nm)}`
                  : 'by feel'
                : 'sign'
            }}</span>
            <span class="figure text-right text-[14px]">{{ leftAt(s) }}</span>
          </button>
        </li>
      </ol>
    </nav>
  </div>
</template>
