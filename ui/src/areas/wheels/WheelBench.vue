<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'

import type { Schemas } from '@/api/client'
import { useSession } from '@/api/session'
import { useOpenJob } from '@/areas/job/open'
import NextPiece from '@/areas/work/NextPiece.vue'
import { keys, useBenchKeys } from '@/parts/bench'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'
import KeyCap from '@/parts/KeyCap.vue'
import TextField from '@/parts/TextField.vue'
import { useTimes } from '@/parts/time'
import { figure } from '@/parts/words'

import { useKnownWheels } from './lacing'
import ReadPanel from './ReadPanel.vue'
import RimUnrolled from './RimUnrolled.vue'
import TensionBars from './TensionBars.vue'
import TurnPanel from './TurnPanel.vue'
import type { Drafts, What } from './way'
import WheelDrawing from './WheelDrawing.vue'

/**
 * A wheel on the stand: read it, turn what that comes to, read it again, until it is true enough
 * for its brake.
 */
const props = defineProps<{ bench: Schemas['WheelBench']; locked: boolean }>()
const emit = defineEmits<{ anew: [] }>()
const { job, pen } = useOpenJob()
const { dayAndClock } = useTimes()
const { actor } = useSession()
const free = computed(() => !props.locked && !pen.busy.value && !props.bench.signed)

/** It comes off the stand before it is true. */
const leaving = ref(false)
/** What is read, in place of what is turned or signed. */
const reading = ref(false)
const what = ref<What>('side')
const at = ref<number>()
const typed = ref<Record<string, number>>({})
/**
 * What was typed and is not kept yet. It outlives a reload, and lives here: what is read goes away
 * as it is kept. It is its writer's: nobody signs what another typed.
 */
const drafts = useLocalStorage<Drafts>(`utensil-wheel-${props.bench.id}-${actor.value?.id ?? ''}`, {})
/** A turn that was picked in place of the first. */
const picked = ref<number>()
const turn = computed(() => props.bench.turns.find((t) => t.spoke === picked.value) ?? props.bench.turns[0])
/** Turns are made though not all was read yet: up and down, or the tensions, are left out. */
const early = ref(false)
const mode = computed(() => {
  if (leaving.value) return 'stuck'
  if (reading.value) return 'read'
  if (early.value && turn.value) return 'turn'
  const next = props.bench.next
  if (next === 'turn' && turn.value) return 'turn'
  return next === 'sign' || next === 'stuck' ? next : 'read'
})
watch(
  () => props.bench.place,
  () => {
    reading.value = early.value = leaving.value = false
    picked.value = undefined
    const next = props.bench.next
    if (next === 'side' || next === 'again' || next === 'rest') what.value = 'side'
    else if (next === 'out') what.value = 'out'
  },
  { immediate: true },
)
const here = computed(() =>
  mode.value === 'turn' ? turn.value?.spoke : mode.value === 'read' ? at.value : undefined,
)
function read(way: What) {
  leaving.value = false
  what.value = way
  reading.value = true
}
function turnNow() {
  reading.value = false
  early.value = true
}
function pick(spoke: number) {
  if (mode.value === 'turn') picked.value = spoke
  else if (mode.value === 'read' && what.value !== 'dish') at.value = spoke
}
async function keep(of: Omit<Schemas['WheelRead'], 'stand' | 'place' | 'figures'>) {
  const { id: stand, place } = props.bench
  if (await pen.record({ wheel_read: { stand, place, ...of } }))
    drafts.value = { ...drafts.value, [of.what]: {} }
}
async function back() {
  if (leaving.value) {
    leaving.value = false // nothing is taken back by thinking better of it
    return
  }
  const last = props.bench.done[0]
  if (last && free.value) await pen.record({ withdrawn: { reason: 'taken back' } }, last.id)
}
/** As if it had never been on the stand where nothing was turned, else with a reason. */
async function takeOff() {
  if (!free.value) return
  if (props.bench.done.some((d) => d.turn)) leaving.value = true
  else await pen.record({ withdrawn: { reason: 'taken off the stand, nothing turned' } }, props.bench.id)
}
const note = ref('')
async function sign() {
  if (!free.value) return
  const why = note.value.trim()
  if (await pen.record({ wheel_sign: { stand: props.bench.id, note: why || undefined } })) note.value = ''
}
useBenchKeys((key) => {
  if (!free.value || mode.value === 'turn' || mode.value === 'read') return false
  if (key === keys.again) read('side')
  else if (key === keys.back) void back()
  else return false
  return true
})
const { data: known } = useKnownWheels(() => job.value.job.id)
const gauges = computed(() => known.value?.[0]?.gauges)
const said = (n: number) => (n > 0 ? `+${n}` : `−${-n}`)
const verdicts = computed(() => {
  const { wobble, hop, dish, uneven } = props.bench.now
  return [
    ['Wobble', wobble, 'mm'],
    ['Hop', hop, 'mm'],
    ['Dish', dish, 'mm'],
    ['Tension off', uneven, '%'],
  ] as const
})
const lacing = computed(() => {
  const l = props.bench.lacing
  const cross = l.right.cross ? `crossed ${l.right.cross}` : 'radial'
  return `${l.spokes} spokes, ${cross}, ${figure(l.wire_mm)} mm`
})
const more = computed(() => props.bench.read.includes('tension'))
</script>

<template>
  <div class="grid h-full min-h-0 overflow-y-auto lg:grid-cols-[minmax(0,1fr)_270px] lg:overflow-visible">
    <section class="flex min-w-0 flex-col lg:min-h-0" :aria-label="`True the ${bench.end} wheel`">
      <!-- It scrolls where the panel below is high: the keyboard reaches it. -->
      <div
        class="lg:min-h-0 lg:overflow-y-auto"
        tabindex="0"
        role="group"
        aria-label="The wheel and its readings"
      >
        <div class="flex flex-wrap items-baseline gap-x-3 px-5 pt-3">
          <h2 class="text-[22px]! text-ink!">True the {{ bench.end }} wheel</h2>
          <span class="text-note text-soft"
            >{{ lacing }} · round {{ bench.round }} · {{ bench.aim.name }}</span
          >
        </div>
        <div class="grid gap-x-4 px-4 pb-2 sm:grid-cols-[minmax(0,11fr)_minmax(0,12fr)]">
          <WheelDrawing :bench="bench" :at="here" @pick="pick" />
          <div class="flex min-w-0 flex-col gap-1">
            <RimUnrolled
              :bench="bench"
              way="side"
              :at="here"
              :typed="what === 'side' && mode === 'read' ? typed : {}"
            />
            <RimUnrolled
              :bench="bench"
              way="out"
              :at="here"
              :typed="what === 'out' && mode === 'read' ? typed : {}"
            />
            <TensionBars :bench="bench" :at="here" @pick="pick" />
          </div>
        </div>
      </div>
      <div class="shrink-0 border-t border-ink bg-paper px-5 py-3 lg:grow">
        <template v-if="bench.signed">
          <p class="flex items-center gap-2 text-lg">
            <ConditionMark :mark="bench.signed.true ? 'sound' : 'watch'" />
            <b>{{ bench.signed.true ? 'True enough for its brake.' : 'Left as it is.' }}</b>
          </p>
          <p v-if="bench.signed.note" class="mt-1">{{ bench.signed.note }}</p>
          <p class="text-soft">Signed by {{ bench.signed.by }}, {{ dayAndClock(bench.signed.at) }}.</p>
          <div v-if="!locked" class="mt-2 flex flex-wrap gap-2">
            <NextPiece />
            <button type="button" class="button button-quiet min-h-14" @click="emit('anew')">
              On the stand anew
            </button>
          </div>
        </template>
        <ReadPanel
          v-else-if="mode === 'read'"
          v-model:what="what"
          v-model:at="at"
          v-model:drafts="drafts"
          :gauges="gauges"
          :bench="bench"
          :free="free"
          :open="!locked"
          @typed="typed = $event"
          @keep="keep"
        />
        <TurnPanel
          v-else-if="mode === 'turn' && turn"
          :bench="bench"
          :turn="turn"
          :free="free"
          @measure="read('side')"
          @back="back"
        />
        <template v-else>
          <FaultNote v-if="pen.fault.value" class="mb-2" :fault="pen.fault.value" />
          <template v-if="mode === 'sign'">
            <p class="text-lg">
              <b>True enough for its brake.</b> Stress it once: squeeze the spokes in pairs all round, and
              look whether it stays.
            </p>
            <p v-if="!more" class="text-soft">
              Tensions were not read: a wheel of uneven spokes runs out again.
            </p>
          </template>
          <template v-else>
            <p class="text-lg">
              <b>{{ leaving ? 'Off the stand as it is.' : 'No turn of a nipple betters it.' }}</b>
            </p>
            <p v-if="!leaving" class="text-soft">
              <template v-if="bench.bent.length"
                >The rim itself is bent or dented near spoke {{ bench.bent.map(figure).join(', ') }}. Spokes
                move it over a hand’s width: what is narrower stays.</template
              >
              <template v-else
                >What is left are limits of tension, seized nipples or the rim itself.</template
              >
              A brake that pulses or rubs there needs a new rim: say so to the owner.
            </p>
            <div class="mt-2 max-w-xl">
              <TextField
                v-model="note"
                label="Why it is left as it is"
                name="note"
                :fault="pen.fault.value"
                :disabled="!free"
              />
            </div>
          </template>
          <div class="mt-3 flex flex-wrap gap-2">
            <button type="button" class="button button-go min-h-16 text-lg" :disabled="!free" @click="sign">
              {{ mode === 'sign' ? 'I sign it' : 'Left as it is' }}
              <KeyCap v-if="mode === 'sign'" of="go" />
            </button>
            <button type="button" class="button min-h-16" :disabled="!free" @click="read('side')">
              Read again <KeyCap of="again" />
            </button>
            <button
              v-if="!more"
              type="button"
              class="button min-h-16"
              :disabled="!free"
              @click="read('tension')"
            >
              Read the tensions
            </button>
            <button type="button" class="button min-h-16" :disabled="!free" @click="back">
              {{ leaving ? 'Go on with it' : 'Back' }} <KeyCap of="back" />
            </button>
          </div>
        </template>
        <button
          v-if="mode === 'read' && bench.turns.length && !bench.signed"
          type="button"
          class="button button-quiet mt-1 -ml-2"
          @click="turnNow"
        >
          To the turns
        </button>
      </div>
    </section>
    <aside
      class="flex min-h-0 flex-col border-rule bg-paper lg:overflow-y-auto lg:border-l"
      aria-label="What it comes to"
    >
      <dl class="border-b border-ink px-4 py-3">
        <div v-for="[name, off, unit] in verdicts" :key="name" class="flex items-center gap-2 py-0.5">
          <dt class="flex items-center gap-2">
            <ConditionMark :mark="off?.mark ?? 'open'" :size="18" />{{ name }}
          </dt>
          <dd class="figure ml-auto">
            <template v-if="off"
              >{{ figure(off.by)
              }}<span class="text-soft"> / {{ figure(off.most) }} {{ unit }}</span></template
            >
            <span v-else class="text-soft">not read</span>
          </dd>
        </div>
        <p v-if="bench.now.tight.length" class="mt-1 bg-ochre-wash px-2 py-1 text-note">
          Beyond what the rim bears: spoke {{ bench.now.tight.join(', ') }}.
        </p>
        <p v-if="bench.now.slack.length" class="mt-1 text-note text-ochre">
          So slack that its nipple works loose: spoke {{ bench.now.slack.join(', ') }}.
        </p>
      </dl>
      <div v-if="bench.turns.length || bench.turned.length" class="px-4 py-3">
        <div class="mb-1 flex justify-between gap-2">
          <h2>In this order</h2>
          <span class="text-sm text-soft">quarter-turns</span>
        </div>
        <ol>
          <li
            v-for="(t, i) in bench.turned"
            :key="`done-${i}`"
            class="flex min-h-9 items-center gap-3 border-b border-rule px-1 text-soft"
          >
            <span class="figure w-6">{{ t.spoke }}</span>{{ t.side }}
            <span class="figure ml-auto">{{ t.seized ? 'seized' : `✓ ${said(t.quarters)}` }}</span>
          </li>
          <li v-for="(t, i) in bench.turns" :key="`do-${i}`">
            <button
              type="button"
              class="flex min-h-11 w-full items-center gap-3 border-b border-rule px-1 text-left"
              :class="
                mode === 'turn' && t === turn
                  ? 'bg-wash font-[720] shadow-[inset_3px_0_0_var(--color-petrol)]'
                  : 'hover:bg-wash'
              "
              :disabled="!free"
              :aria-pressed="mode === 'turn' && t === turn"
              @click="((picked = t.spoke), turnNow())"
            >
              <span class="figure w-6 pl-1">{{ t.spoke }}</span>{{ t.side
              }}<span class="figure ml-auto">{{ said(t.quarters) }}</span>
            </button>
          </li>
        </ol>
        <p v-if="bench.then" class="mt-2 text-note text-soft">
          Then<template v-if="bench.then.wobble"
            >&nbsp;the wobble is expected at
            <span class="figure">{{ figure(bench.then.wobble.by) }}</span> mm</template
          ><template v-if="bench.then.hop"
            >, the hop at <span class="figure">{{ figure(bench.then.hop.by) }}</span> mm</template
          >.
        </p>
      </div>
      <div v-if="bench.rounds.length" class="px-4 py-3">
        <h2 class="mb-1">Rounds before</h2>
        <p v-for="(r, i) in bench.rounds" :key="i" class="border-b border-rule py-1.5 text-note">
          <span class="figure">{{ i + 1 }}</span> · wobble
          <span class="figure">{{ figure(r.wobble_mm ?? 0) }}</span><template v-if="r.hop_mm !== undefined"
            >, hop <span class="figure">{{ figure(r.hop_mm) }}</span></template
          >
          · {{ r.turns }} nipples turned
        </p>
      </div>
      <div v-if="!bench.done.length" class="px-4 py-3 text-soft">
        <h2 class="mb-1">How it goes</h2>
        <p>
          Side to side first, then up and down, round from the valve. With tensions read as well, none is
          spoilt.
        </p>
        <p class="mt-2">
          Then it says which nipples, which way and how far, and in which order; and how the wheel will stand
          before one is touched.
        </p>
      </div>
      <div v-if="!bench.signed && !locked" class="mt-auto px-4 pt-3">
        <button type="button" class="button button-quiet -ml-2" :disabled="!free" @click="takeOff">
          Off the stand, not trued
        </button>
      </div>
      <p class="px-4 py-3 text-sm text-soft">
        Reckoned for a rim of usual stiffness, learnt from your own turns after the first round. The maker’s
        limit for rim and spokes wins.
      </p>
    </aside>
  </div>
</template>
