<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'

import type { BoltView } from '@/api/client'
import { useBook } from '@/api/job'
import { useSession } from '@/api/session'
import { given } from '@/api/given'
import { useOpenJob, usePart } from '@/areas/job/open'
import ReadFact from '@/areas/job/ReadFact.vue'
import BoltTools from '@/areas/torque/BoltTools.vue'
import { useInHand, useTorqueHabits } from '@/areas/torque/habits'
import ConditionMark from '@/parts/ConditionMark.vue'
import KeyCap from '@/parts/KeyCap.vue'
import { figure } from '@/parts/words'

/** A bolt that a step torques: it goes to the torque log. Its tools are opened where they are wanted. */
const props = defineProps<{
  bolt: BoltView
  locked: boolean
  /** it is the next to be logged */
  due?: boolean
}>()
const { pen } = useOpenJob()
const tight = usePart('bolts')
const { settings } = useSession()
const { data: book } = useBook()
const habits = useTorqueHabits()
const typed = ref('')
const tooling = ref(false)
const treatment = ref('')
const field = useTemplateRef('field')
const inHand = useInHand(
  () => props.bolt,
  () => tight.value.wrenches,
  habits,
)
const open = computed(() => !props.bolt.settled)
defineExpose({ field, open })

async function torque() {
  const b = props.bolt
  const sent = {
    fastener: b.fastener,
    position: b.position,
    found: 'not_checked' as const,
    left_typed: typed.value || undefined,
    set: b.set ? true : undefined,
    wrench: inHand.value?.id,
    reason: inHand.value ? habits.reasons.value[inHand.value.id] : undefined,
    adapter: b.set ? undefined : (habits.adapter.value ?? undefined),
    treatment: treatment.value || undefined,
    loosened: b.verdict?.state === 'over' || undefined,
  }
  const corrects = b.log_id && !b.stale && b.verdict?.state !== 'over' ? b.log_id : undefined
  if (await given([typed], () => pen.record({ torque: sent }, corrects))) {
    tooling.value = false
  } else if (pen.fault.value?.field === 'reason') tooling.value = true
}
/** A bolt that this bike does not have: a split pin in place of a threaded one. */
const notFitted = () =>
  pen.record({
    torque: {
      fastener: props.bolt.fastener,
      position: props.bolt.position,
      found: 'not_checked',
      not_fitted: true,
      note: 'not on this bike, seen in guided work',
    },
  })
</script>

<template>
  <form
    class="flex flex-wrap items-center gap-2.5 border-b border-rule py-1.5 last:border-0"
    @submit.prevent="torque"
  >
    <ConditionMark :mark="bolt.settled ? 'sound' : 'open'" :size="18" />
    <span class="min-w-40 flex-1"
      >{{ bolt.name }} {{ bolt.position }}
      <b v-if="bolt.left_hand" class="text-brick">left-hand thread</b>
      <span class="figure block text-sm text-soft">{{
        bolt.rule ? `${figure(bolt.rule.min_nm)}–${figure(bolt.rule.max_nm)} N·m` : bolt.set
      }}</span><span v-if="!bolt.rule && !bolt.set && bolt.unread" class="text-sm text-brick"
        >not read yet<ReadFact v-if="!locked" :fact="bolt.unread" :asks="due" /></span
    ></span>
    <span v-if="bolt.log?.left_nm !== undefined && bolt.stale" class="figure text-soft"
      >earlier: {{ figure(bolt.log.left_nm) }}</span
    >
    <b v-else-if="bolt.log?.left_nm !== undefined" class="figure">{{ figure(bolt.log.left_nm) }}</b>
    <input
      v-if="bolt.rule"
      ref="field"
      v-model="typed"
      class="input figure max-w-32"
      inputmode="decimal"
      :aria-label="`${bolt.name} ${bolt.position ?? ''}, ${settings?.torque_unit ?? 'N·m'}`"
      :disabled="locked"
    />
    <button type="submit" class="button" :disabled="locked || (bolt.rule ? !typed.trim() : !bolt.set)">
      {{ bolt.rule ? 'Log' : 'It is set' }} <KeyCap v-if="due && !bolt.rule" of="go" />
    </button>
    <button
      v-if="bolt.rule"
      type="button"
      class="button button-quiet"
      :aria-expanded="tooling"
      @click="tooling = !tooling"
    >
      Wrench…
    </button>
    <button type="button" class="button button-quiet" :disabled="locked" @click="notFitted">
      Not fitted
    </button>
    <p v-if="bolt.caution" class="w-full text-sm text-soft">{{ bolt.caution }}</p>
    <p v-if="bolt.rule && habits.adapter.value" class="w-full text-sm text-soft">
      With the adapter that is set: type what the wrench shows.
    </p>
    <p v-if="bolt.verdict && bolt.log && !bolt.stale" class="w-full text-sm text-soft">
      {{ bolt.verdict.reason }}
    </p>
    <BoltTools
      v-if="tooling"
      v-model:treatment="treatment"
      class="w-full"
      :bolt="bolt"
      :wrenches="tight.wrenches"
      :treatments="book?.treatments ?? []"
      :in-hand="inHand"
      :habits="habits"
      :locked="locked"
    />
  </form>
</template>
