<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef } from 'vue'

import type { Schemas } from '@/api/client'
import { useBook } from '@/api/job'
import { useSession } from '@/api/session'
import BoltTools from '@/areas/job/BoltTools.vue'
import { boltKey, useDesk } from '@/areas/job/desk'
import { useInHand, useRunHabits } from '@/areas/job/run'
import ConditionMark from '@/parts/ConditionMark.vue'
import GaugeStrip from '@/parts/GaugeStrip.vue'
import { figure } from '@/parts/words'

/** What a step yields, typed once: it goes to the walk-round, the torque log or the brake tests. */
const props = defineProps<{ run: Schemas['RunView']; step: Schemas['Step']; locked: boolean }>()
const emit = defineEmits<{ signed: [passed: boolean] }>()
const { job, pen } = useDesk()
const { settings } = useSession()
const { data: book } = useBook()
const habits = useRunHabits()
const typed = ref('')
const torques = ref<Record<string, string>>({})
const note = ref('')
const account = ref('') // where another part came from
const first = useTemplateRef<HTMLInputElement[] | HTMLInputElement>('first')

const point = computed(() => job.value.points.find((p) => p.id === props.step.record?.point))
const bolts = computed(() => props.run.bolts ?? [])
const sign = computed(() => props.step.record?.sign as Schemas['Sign']['what'] | undefined)
const recorded = computed(() => !props.run.missing)

async function read(word?: string) {
  if (!point.value || props.locked) return
  const seen = word ? { word } : { typed: typed.value, note: account.value || undefined }
  const reading = { point: point.value.id, ...seen }
  // A reading taken in this run stands for itself; the one from the walk-round stays as it was.
  if (await pen.record({ reading })) typed.value = account.value = ''
}
/** A bolt's tools are opened where they are wanted: the wrench, an adapter, a reason. */
const tooling = ref('')
const treatments = ref<Record<string, string>>({})
const handOf = (b: Schemas['BoltView']) =>
  useInHand(
    () => b,
    () => job.value.wrenches,
    habits,
  ).value
async function torque(b: Schemas['BoltView']) {
  const key = boltKey(b)
  const inHand = handOf(b)
  const sent = {
    fastener: b.fastener,
    position: b.position,
    found: 'not_checked' as const,
    left_typed: torques.value[key],
    set: b.set ? true : undefined,
    wrench: inHand?.id,
    reason: inHand ? habits.reasons.value[inHand.id] : undefined,
    adapter: b.set ? undefined : (habits.adapter.value ?? undefined),
    treatment: treatments.value[key] || undefined,
    loosened: b.verdict?.state === 'over' || undefined,
  }
  const corrects = b.log_id && !b.stale && b.verdict?.state !== 'over' ? b.log_id : undefined
  if (await pen.record({ torque: sent }, corrects)) {
    torques.value[key] = ''
    tooling.value = ''
  } else if (pen.fault.value?.field === 'reason') tooling.value = key
}
/** A bolt that this bike does not have: a split pin in place of a threaded one. */
const notFitted = (b: Schemas['BoltView']) =>
  pen.record({
    torque: {
      fastener: b.fastener,
      position: b.position,
      found: 'not_checked',
      not_fitted: true,
      note: 'not on this bike, seen in guided work',
    },
  })
async function test(passed: boolean) {
  if (!sign.value) return
  if (await pen.record({ sign: { what: sign.value, passed, note: note.value || undefined } }))
    emit('signed', passed)
}
onMounted(() => {
  const field = Array.isArray(first.value) ? first.value[0] : first.value
  field?.focus({ preventScroll: true })
})
</script>

<template>
  <div class="max-w-3xl border border-ink bg-paper p-3" role="group" aria-label="What this step records">
    <template v-if="point">
      <p class="flex items-center gap-2.5">
        <ConditionMark :mark="recorded ? (point.reading?.judgement?.mark ?? 'open') : 'open'" :size="20" />
        <b>{{ point.name }}</b>
        <span v-if="point.reading" class="text-soft"
          >{{ recorded ? '' : 'earlier: '
          }}{{
            point.reading.value === undefined
              ? point.reading.word
              : `${figure(point.reading.value)} ${point.gauge?.unit}`
          }}
          <template v-if="recorded">{{ point.reading.judgement?.reason }}</template></span
        >
      </p>
      <form v-if="point.gauge" class="mt-2 flex gap-2" @submit.prevent="read()">
        <input
          ref="first"
          v-model="typed"
          class="input figure max-w-48 text-xl"
          inputmode="decimal"
          :aria-label="`${point.name}, ${point.gauge.unit}`"
          :disabled="locked"
        />
        <button type="submit" class="button" :disabled="locked || !typed.trim() || pen.busy.value">
          Log it
        </button>
      </form>
      <input
        v-if="point.gauge && typed && (account || pen.fault.value?.field === 'note')"
        v-model="account"
        class="input mt-2 w-full"
        aria-label="Where another part came from"
        placeholder="Was another one fitted? When, by whom?"
        @keydown.enter.prevent="read()"
      />
      <GaugeStrip
        v-if="point.gauge"
        class="mt-2"
        :ruling="point.gauge.ruling"
        :zones="point.gauge.zones"
        :unit="point.gauge.unit"
        :past="point.history.flatMap((h) => h.value ?? [])"
        :now="recorded ? point.reading?.value : undefined"
        :label="point.name"
      />
      <div v-else class="mt-2 flex flex-wrap gap-2">
        <button
          v-for="w in point.words"
          :key="w.word"
          type="button"
          class="button"
          :class="recorded && point.reading?.word === w.word && 'border-petrol! bg-wash!'"
          :disabled="locked"
          @click="read(w.word)"
        >
          <ConditionMark :mark="w.mark" :size="16" /> {{ w.word }}
        </button>
      </div>
    </template>
    <form
      v-for="b in bolts"
      :key="boltKey(b)"
      class="flex flex-wrap items-center gap-2.5 border-b border-rule py-1.5 last:border-0"
      @submit.prevent="torque(b)"
    >
      <ConditionMark :mark="b.settled ? 'sound' : 'open'" :size="18" />
      <span class="min-w-40 flex-1"
        >{{ b.name }} {{ b.position }}
        <b v-if="b.left_hand" class="text-brick">left-hand thread</b>
        <span class="figure block text-sm text-soft">{{
          b.rule ? `${figure(b.rule.min_nm)}–${figure(b.rule.max_nm)} N·m` : b.set
        }}</span></span
      >
      <span v-if="b.log?.left_nm !== undefined && b.stale" class="figure text-soft"
        >earlier: {{ figure(b.log.left_nm) }}</span
      >
      <b v-else-if="b.log?.left_nm !== undefined" class="figure">{{ figure(b.log.left_nm) }}</b>
      <input
        v-if="b.rule"
        ref="first"
        v-model="torques[boltKey(b)]"
        class="input figure max-w-32"
        inputmode="decimal"
        :aria-label="`${b.name} ${b.position ?? ''}, ${settings?.torque_unit ?? 'N·m'}`"
        :disabled="locked"
      />
      <button type="submit" class="button" :disabled="locked || (!!b.rule && !torques[boltKey(b)]?.trim())">
        {{ b.rule ? 'Log' : 'It is set' }}
      </button>
      <button
        v-if="b.rule"
        type="button"
        class="button button-quiet"
        :aria-expanded="tooling === boltKey(b)"
        @click="tooling = tooling === boltKey(b) ? '' : boltKey(b)"
      >
        Wrench…
      </button>
      <button type="button" class="button button-quiet" :disabled="locked" @click="notFitted(b)">
        Not fitted
      </button>
      <p v-if="b.caution" class="w-full text-sm text-soft">{{ b.caution }}</p>
      <p v-if="b.rule && habits.adapter.value" class="w-full text-sm text-soft">
        With the adapter that is set: type what the wrench shows.
      </p>
      <p v-if="b.verdict && b.log && !b.stale" class="w-full text-sm text-soft">{{ b.verdict.reason }}</p>
      <BoltTools
        v-if="tooling === boltKey(b)"
        :treatment="treatments[boltKey(b)] ?? ''"
        class="w-full"
        :bolt="b"
        :wrenches="job.wrenches"
        :treatments="book?.treatments ?? []"
        :in-hand="handOf(b)"
        :habits="habits"
        :locked="locked"
        @update:treatment="treatments = { ...treatments, [boltKey(b)]: $event }"
      />
    </form>
    <div v-if="sign" class="flex flex-wrap items-center gap-2">
      <b class="min-w-40 flex-1">{{ recorded ? 'Signed.' : 'Your name stands under it.' }}</b>
      <input
        v-model="note"
        class="input max-w-72"
        aria-label="Note on the test"
        placeholder="what is wrong, if it fails"
      />
      <button
        type="button"
        class="button button-go"
        :disabled="locked || recorded || pen.busy.value"
        @click="test(true)"
      >
        It passes, I sign
      </button>
      <button
        type="button"
        class="button button-grave"
        :disabled="locked || !note.trim()"
        @click="test(false)"
      >
        It fails
      </button>
    </div>
  </div>
</template>
