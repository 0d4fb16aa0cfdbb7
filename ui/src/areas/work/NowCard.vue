<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { useSession } from '@/api/session'
import { useHandsAt } from '@/areas/job/hands'
import { useOpenJob, useWays } from '@/areas/job/open'
import BikeDrawing from '@/drawing/BikeDrawing.vue'
import { keys, useBenchKeys } from '@/parts/bench'
import ConditionMark from '@/parts/ConditionMark.vue'
import KeyCap from '@/parts/KeyCap.vue'
import { useTimes } from '@/parts/time'
import { useRouter } from 'vue-router'

import { useServe } from './serve'
import ServeList from './ServeList.vue'
import type { Piece } from './thread'
import WorkRow from './WorkRow.vue'

/** One piece: what, why here, from which drawer, with which tools, what it asks for, how long it takes. */
const props = defineProps<{
  piece: Piece
  place: number
  /** Where this person is: others may have what stands before it. */
  now: number
  locked: boolean
  behind: boolean
  pieces: Piece[]
}>()
const emit = defineEmits<{ choose: [place: number]; found: [] }>()
const { job, pen } = useOpenJob()
const { actor } = useSession()
const { clock } = useTimes()
const router = useRouter()
const ways = useWays(() => job.value.job.id)

const order = computed(() => props.pieces.map((p) => p.id))
const then = computed(() => order.value.filter((_, i) => i !== props.now))
const { mine, has, takeUp, layDown } = useHandsAt()
/** Who else has it in hand. */
const held = computed(() => {
  const hand = props.piece.hand
  return hand && !hand.down && hand.who !== actor.value?.id ? hand : undefined
})
/** The drawing is the other way in: each piece where it is done. */
const drawn = computed(() =>
  props.pieces.flatMap((p) => (p.point ? [{ id: p.id, name: p.title, mark: p.mark, at: p.point }] : [])),
)
const item = computed(() => job.value.items.find((i) => i.id === props.piece.item))
const guide = computed(() => job.value.guided.find((g) => g.id === props.piece.guide))
/** What is looked at once more, or was left to itself, is settled on this screen. */
const below = computed(() => {
  const p = props.piece
  if (p.stage !== 'work' || p.place || p.item || p.step) return ''
  return job.value.findings.some((f) => f.id === p.target)
    ? 'below, under “Look at it once more”'
    : 'under “By itself”'
})
/** Where one press leads. Work that nobody wrote steps for is done from what stands here. */
const way = computed(() => {
  const p = props.piece
  if (below.value) return undefined
  if (p.begun || (!p.item && !p.step)) return ways.settle({ ...p, count: 1 })
  return guide.value && ways.guide(guide.value)
})
const serve = useServe(() => props.piece)
const { next, says } = serve
/** What was pressed is being written down: its button waits. */
const busy = computed(() => pen.busy.value || serve.writing.value)
/** And no key speaks of a card that is of before. */
const waits = computed(() => busy.value || props.behind)
const act = computed(() => {
  if (held.value) return 'Take it over'
  return props.piece.begun ? 'Go on' : props.piece.act
})

const why = ref('')
const putsOff = ref(false)
/** Why it waits is asked for where the server wants to know. */
const asked = computed(() => pen.fault.value?.field === 'why')
watch(
  () => props.piece.id,
  () => {
    putsOff.value = false
    why.value = ''
  },
)
async function later() {
  const ordered = {
    pieces: order.value,
    moved: props.piece.id,
    later: true,
    why: why.value.trim() || undefined,
  }
  const piece = props.piece.id
  putsOff.value = !(await pen.record({ ordered }))
  if (!putsOff.value && has(piece)) await layDown()
}
async function first() {
  const piece = props.piece.id
  const pieces = [piece, ...order.value.filter((id) => id !== piece)]
  if ((await pen.record({ ordered: { pieces, moved: piece } })) && mine.value) await takeUp(piece)
}

/** What was pressed on a card that is still being read again is done once it is: it is not lost. */
const early = ref<{ key: string; piece: string }>()
watch(
  () => [props.behind, props.piece.id] as const,
  ([behind, piece]) => {
    const kept = early.value
    if (behind || !kept) return
    early.value = undefined
    if (kept.piece === piece && !busy.value) press(kept.key)
  },
)

/** press does what a key says of this card; false where it says nothing. */
function press(key: string): boolean {
  const does = (act: () => Promise<unknown> | undefined) => {
    if (busy.value) return // as its button: once, and not while it is written
    if (props.behind) early.value = { key, piece: props.piece.id }
    else void act()
  }
  if (key === keys.go) {
    if (props.locked || (!way.value && !next.value)) return false
    if (way.value) {
      void takeUp(props.piece.id)
      void router.push(way.value)
    } else does(() => next.value?.does())
  } else if (key === keys.again && says.value && !props.locked) does(serve.asItShouldBe)
  else if (key === keys.on && !props.locked && order.value.length > 1) does(later)
  else if (key === keys.back && props.place !== props.now) emit('choose', props.now)
  else if (key === 'ArrowDown' && props.place + 1 < order.value.length) emit('choose', props.place + 1)
  else if (key === 'ArrowUp' && props.place) emit('choose', props.place - 1)
  else if (/^[1-9]$/.test(key) && Number(key) <= then.value.length)
    emit('choose', order.value.indexOf(then.value[Number(key) - 1] ?? ''))
  else return false
  return true
}
useBenchKeys(press)
</script>

<template>
  <section class="px-5 py-4" aria-labelledby="now-title" :aria-busy="waits">
    <h2>{{ place === now ? 'Now' : `Then · ${then.indexOf(piece.id) + 1}` }}</h2>
    <div class="mt-1 flex flex-wrap items-start gap-x-6 gap-y-3">
      <div class="min-w-0 flex-1 basis-[320px]">
        <h3 id="now-title" class="flex items-start gap-3 text-[26px] leading-tight font-[720] tracking-tight">
          <ConditionMark class="mt-1.5" :mark="piece.mark" :size="22" /><span class="min-w-0">{{
            piece.title
          }}</span>
        </h3>
        <p v-for="w in piece.why" :key="w" class="mt-1 text-lg leading-snug text-soft">{{ w }}.</p>
        <p v-if="piece.step?.why" class="mt-1 text-lg leading-snug text-soft">{{ piece.step.why }}</p>
        <p v-if="!piece.why.length || below" class="mt-1 text-lg leading-snug text-soft">
          {{ piece.detail }}
        </p>
        <p v-if="held" class="mt-1">
          <b>{{ held.by }} has it in hand</b> since <span class="figure">{{ clock(held.since) }}</span>.
        </p>
        <p v-else-if="piece.by" class="mt-1">Begun by {{ piece.by }}.</p>
        <p v-if="piece.none" class="mt-1 text-note text-soft">No steps here: {{ piece.none }}</p>
        <p v-if="below" class="mt-1">It is settled {{ below }}.</p>
        <dl class="mt-3 grid grid-cols-[96px_minmax(0,1fr)] gap-y-1.5">
          <template v-if="piece.makes.length || piece.undo.length">
            <dt class="text-soft">First</dt>
            <dd>{{ [...piece.undo.map((u) => `${u}: back`), ...piece.makes].join(', ') }}</dd>
          </template>
          <template v-if="piece.drawers.length">
            <dt class="text-soft">From</dt>
            <dd>
              <span v-for="d in piece.drawers" :key="d.what" class="block"
                ><b class="figure">{{ d.bin || 'no place noted' }}</b> · {{ d.what }} ·
                <span class="figure">{{ d.held }}</span> left</span
              >
            </dd>
          </template>
          <template v-if="item?.short?.length">
            <dt class="text-soft">Short</dt>
            <dd class="text-ochre">{{ item.short.join(', ') }}: too few in the drawers</dd>
          </template>
          <template v-if="piece.tools.length">
            <dt class="text-soft">Tools</dt>
            <dd>{{ piece.tools.join(', ') }}</dd>
          </template>
          <template v-if="piece.asks.length">
            <dt class="text-soft">Asks for</dt>
            <dd>{{ piece.asks.join(', ') }}</dd>
          </template>
          <dt class="text-soft">Usually</dt>
          <dd>
            <span class="figure">{{ Math.round(piece.minutes) }}</span> min{{
              piece.here ? ' here' : ' by the book'
            }}, <span class="figure">{{ piece.low }}</span> to
            <span class="figure">{{ piece.high }}</span><span v-if="piece.here" class="text-soft">
              · timed {{ piece.here }} times{{ piece.alike ? ' on such bikes' : '' }}</span
            ><span v-if="piece.yours">
              · you <span class="figure">{{ piece.yours }}</span></span
            ><span v-if="piece.spent && piece.spent >= 1" class="text-soft">
              · <span class="figure">{{ Math.round(piece.spent) }}</span> min so far</span
            >
          </dd>
        </dl>
      </div>
      <BikeDrawing
        class="hidden h-[180px] w-[230px] shrink-0 sm:max-lg:block xl:block"
        :facts="job.bike.facts"
        :points="drawn"
        :chosen="piece.id"
        :way="false"
        title="The bike: press a place for what is to be done there"
        @choose="(id) => emit('choose', order.indexOf(id))"
      />
    </div>
    <div class="mt-4 flex flex-wrap items-center gap-2">
      <RouterLink
        v-if="way && !locked"
        class="button min-h-14 px-6! text-lg"
        :class="'button-go'"
        :to="way"
        @click="takeUp(piece.id)"
        >{{ act }} <KeyCap class="max-sm:hidden" of="go"
      /></RouterLink>
      <RouterLink v-else-if="way" class="button min-h-14" :to="way">Look at it</RouterLink>
      <button
        v-if="!way && next && !locked"
        type="button"
        class="button button-go min-h-14 px-6! text-lg"
        :disabled="busy"
        @click="press(keys.go)"
      >
        {{ next.says }} <KeyCap class="max-sm:hidden" of="go" />
      </button>
      <button
        v-if="says && !locked"
        type="button"
        class="button min-h-14 px-5! text-lg"
        :disabled="busy"
        @click="serve.asItShouldBe()"
      >
        {{ says }} <KeyCap class="max-sm:hidden" of="again" />
      </button>
      <template v-if="!locked">
        <button v-if="place !== now" type="button" class="button min-h-14" :disabled="busy" @click="first">
          Do it now
        </button>
        <button v-if="order.length > 1" type="button" class="button min-h-14" :disabled="busy" @click="later">
          Later <KeyCap class="max-sm:hidden" of="on" />
        </button>
        <button type="button" class="button min-h-14" @click="emit('found')">Found something else</button>
      </template>
      <button
        v-if="place !== now"
        type="button"
        class="button button-quiet min-h-14"
        @click="emit('choose', now)"
      >
        Back to now <KeyCap class="max-sm:hidden" of="back" />
      </button>
    </div>
    <form v-if="putsOff && asked" class="mt-3 flex max-w-2xl flex-wrap gap-2" @submit.prevent="later">
      <input
        v-model="why"
        class="input min-w-60 flex-1"
        aria-label="Why it waits"
        placeholder="why it waits"
        autofocus
      />
      <button type="submit" class="button" :disabled="!why.trim()">It waits</button>
    </form>
    <ServeList v-if="piece.step" :piece="piece" :serve="serve" :locked="locked" :busy="busy" />
    <ul v-if="item?.state === 'agreed'" class="mt-3 border-t border-rule">
      <WorkRow :key="item.id" :item="item" :locked="locked" bare />
    </ul>
  </section>
</template>
