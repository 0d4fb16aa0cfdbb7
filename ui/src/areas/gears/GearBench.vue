<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import type { Schemas } from '@/api/client'
import { given } from '@/api/given'
import { useOpenJob, usePart } from '@/areas/job/open'
import NextPiece from '@/areas/work/NextPiece.vue'
import { keys, useBenchKeys } from '@/parts/bench'
import ChanceRule from '@/parts/ChanceRule.vue'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'
import AnswerButton from '@/parts/AnswerButton.vue'
import KeyCap from '@/parts/KeyCap.vue'
import { useMoney } from '@/parts/money'
import { useTimes } from '@/parts/time'
import { percent } from '@/parts/words'

import GaugeForm from './GaugeForm.vue'
import GearDrawing from './GearDrawing.vue'
import TurnPicture from './TurnPicture.vue'

/** The indexing bench: try a shift, say what it did, do what it comes to. One hand on the number pad. */
const props = defineProps<{ bench: Schemas['GearBench']; locked: boolean }>()
const emit = defineEmits<{ anew: [] }>()
const { job, pen } = useOpenJob()
const gears = usePart('gears')
const { dayAndClock } = useTimes()
const { money } = useMoney()

/** A shift that was pressed on the drawing, in place of the one that is asked for; or the pulley sighted. */
const picked = ref<{ to: number; up: boolean }>()
const sighting = ref<number>()
const typed = ref('')
const gauging = ref(false)
watch(
  () => props.bench.place,
  () => {
    picked.value = sighting.value = undefined
    gauging.value = props.bench.ask?.what === 'gauge'
  },
  { immediate: true },
)
const ask = computed(() => props.bench.ask)
const sight = computed(
  () => sighting.value ?? (ask.value?.what === 'sight' && !picked.value ? ask.value.sprocket : undefined),
)
const pushes = computed(() => ask.value?.what === 'push' && !picked.value && sighting.value === undefined)
const shift = computed(() => {
  if (sight.value !== undefined || pushes.value) return undefined
  return picked.value ?? (ask.value?.what === 'shift' ? { to: ask.value.to, up: ask.value.up } : undefined)
})
const teeth = computed(() => props.bench.gear.teeth)
const title = computed(() => {
  if (sight.value !== undefined) return `Sight it over ${teeth.value[sight.value]}`
  if (shift.value) {
    const { to, up } = shift.value
    return `${up ? 'Climb' : 'Drop'} from ${teeth.value[up ? to - 1 : to + 1]} to ${teeth.value[to]}`
  }
  return ask.value?.title ?? ''
})
const says = computed(() =>
  sight.value !== undefined
    ? 'from behind, after a climb to it; mm off its middle, towards the spokes, minus towards the frame'
    : picked.value
      ? 'one click, light foot'
      : (ask.value?.says ?? ''),
)
const results = computed(() => gears.value.known.results ?? [])
const free = computed(() => !props.locked && !pen.busy.value && !props.bench.signed)
/** What comes after the signature: the ride. */
const mine = computed(() => !props.locked && !pen.busy.value)
const here = computed(() => ({ indexing: props.bench.id, place: props.bench.place }))

async function did(result: Schemas['GearLook']['result']) {
  if (!shift.value || !free.value) return
  await pen.record({ gear_look: { ...here.value, what: 'shift', ...shift.value, result } })
}
async function run() {
  if (free.value) await pen.record({ gear_look: { ...here.value, what: 'run' } })
}
async function sighted() {
  if (sight.value === undefined || !free.value || !typed.value.trim()) return
  const look = { ...here.value, what: 'sight' as const, sprocket: sight.value }
  await given([typed], ([figure]) => pen.record({ gear_look: { ...look, typed: figure } }))
}
async function pushed(push: 'springs' | 'sticks') {
  if (free.value) await pen.record({ gear_look: { ...here.value, what: 'push', push } })
}
async function turned() {
  const d = props.bench.do
  if (!d || !free.value) return
  await pen.record({
    gear_move: {
      ...here.value,
      work: d.work,
      quarters: d.quarters || undefined,
      eighths: d.eighths || undefined,
    },
  })
}
const offer = (w: Schemas['Renewal']) =>
  pen.record({ item: { operation: w.operation, title: w.title, minutes: w.minutes, parts: w.parts } })
async function back() {
  const last = props.bench.done[0]
  if (last && free.value) await pen.record({ withdrawn: { reason: 'taken back' } }, last.id)
}
const ridden = () => pen.record({ gear_sign: { indexing: props.bench.id, ridden: true } })
/** Under load the climb in the middle of the sprockets hesitated: that is where it is looked at first. */
const again = () =>
  pen.record({
    gear_look: {
      ...here.value,
      what: 'shift',
      to: Math.floor(teeth.value.length / 2),
      up: true,
      result: 'slow',
    },
  })
/** What the bench found goes to the hunt that asked for it, or stands as a finding of its own. */
const hunt = computed(() => job.value.hunts.find((h) => h.found && !h.finding && !h.cured))
const told = computed(() =>
  job.value.findings.some((f) => f.title === (hunt.value?.found?.name ?? props.bench.found?.name)),
)
async function tell() {
  const found = props.bench.found
  const asking = hunt.value
  if (!found) return
  if (asking?.found?.cured)
    await pen.record({ tried: { hunt: asking.id, cause: asking.found.cause, cured: true } })
  else if (asking?.found)
    await pen.record({ finding: { title: '', mark: 'due', hunt: asking.id, cause: asking.found.cause } })
  else await pen.record({ finding: { title: found.name, mark: found.mark } })
}
const sign = () => free.value && pen.record({ gear_sign: { indexing: props.bench.id } })

useBenchKeys((key) => {
  if (!free.value) return false
  const n = Number(key)
  const result = results.value[n - 1]?.result
  if (shift.value && result) void did(result)
  else if (shift.value && key === keys.none) void run()
  else if (pushes.value && (n === 1 || n === 2)) void pushed(n === 1 ? 'springs' : 'sticks')
  else if (key === keys.back) void back()
  else if (key === keys.on) picked.value = sighting.value = undefined
  else return false
  return true
})
const turn = computed(() => {
  const d = props.bench.do
  return d?.quarters ? d.quarters / 4 : d?.eighths ? d.eighths / 8 : 0
})
</script>

<template>
  <div class="grid h-full min-h-0 lg:grid-cols-[minmax(0,1fr)_300px]">
    <section
      class="@container flex min-h-0 min-w-0 flex-col lg:overflow-y-auto"
      aria-label="Index the rear gears"
    >
      <div class="flex flex-wrap items-baseline gap-x-3 px-5 pt-3">
        <h2 class="text-[22px]! text-ink!">Index the rear gears</h2>
        <span class="text-note text-soft"
          >seen from behind · {{ teeth.length }} sprockets,
          <span class="figure">{{ bench.gear.spacing_mm }}</span> mm apart</span
        >
      </div>
      <GearDrawing
        class="px-3"
        :bench="bench"
        :chosen="shift"
        @choose="(to, up) => ((picked = { to, up }), (sighting = undefined))"
      />
      <div class="flex-1 border-t border-ink bg-paper px-5 py-3">
        <FaultNote v-if="pen.fault.value" class="mb-2" :fault="pen.fault.value" />
        <template v-if="bench.signed">
          <p class="flex items-center gap-2 text-lg">
            <ConditionMark mark="sound" /> <b>Every shift is crisp, up and down.</b>
          </p>
          <p class="text-soft">
            Signed by {{ bench.signed.by }}, {{ dayAndClock(bench.signed.at)
            }}{{ bench.signed.ridden ? ', and ridden' : '' }}.
          </p>
          <div v-if="bench.signed.ridden && !locked" class="mt-2 flex flex-wrap gap-2">
            <NextPiece />
            <button type="button" class="button button-quiet min-h-14" @click="emit('anew')">
              Index it anew
            </button>
          </div>
          <div v-else class="mt-2 flex flex-wrap gap-2">
            <button type="button" class="button button-go min-h-14" :disabled="!mine" @click="ridden">
              Ridden: every gear holds under load
            </button>
            <button type="button" class="button min-h-14" :disabled="!mine" @click="again">
              Not under load: tried again here
            </button>
          </div>
        </template>
        <template v-else-if="bench.settled">
          <p class="text-lg">
            <b>Every shift is crisp, up and down.</b> Once more under load on the test ride.
          </p>
          <button
            type="button"
            class="button button-go mt-2 min-h-16 text-lg"
            :disabled="!free"
            @click="sign"
          >
            I sign it <KeyCap of="go" />
          </button>
        </template>
        <template v-else>
          <div class="flex flex-wrap items-baseline gap-x-3">
            <h3 class="text-[22px] font-[720]" aria-live="polite">{{ title || bench.do?.title }}</h3>
            <span class="text-soft">{{ says }}</span>
            <span class="ml-auto text-note text-soft"
              >{{ bench.tried }} of {{ bench.shifts.length }} tried<template
                v-if="bench.more && bench.ask && bench.done.length"
              >
                · about {{ bench.more }} more tell</template
              ></span
            >
          </div>
          <div v-if="shift" class="mt-2 grid grid-cols-2 gap-2 @sm:grid-cols-3 @2xl:grid-cols-5">
            <AnswerButton
              v-for="({ result, name, mark }, i) in results"
              :key="result"
              :n="i + 1"
              :mark="mark"
              :disabled="!free"
              @click="did(result)"
              >{{ name }}</AnswerButton
            >
          </div>
          <form v-else-if="sight !== undefined" class="mt-2 flex gap-2" @submit.prevent="sighted">
            <input
              v-model="typed"
              class="input figure max-w-48 text-xl"
              inputmode="text"
              :aria-label="`Pulley over ${teeth[sight]}, mm`"
              :disabled="!free"
            />
            <button type="submit" class="button button-go" :disabled="!free || !typed.trim()">Log it</button>
          </form>
          <div v-else-if="pushes" class="mt-2 flex flex-wrap gap-2">
            <AnswerButton :n="1" :disabled="!free" @click="pushed('springs')">It springs back</AnswerButton>
            <AnswerButton :n="2" :disabled="!free" @click="pushed('sticks')"
              >It sticks, or comes slowly</AnswerButton
            >
          </div>
          <p v-if="!shift && sight === undefined && !pushes" class="mt-1 text-soft">
            Do it and try again; or press another shift on the drawing and say what it does.
          </p>
          <div class="mt-2 flex flex-wrap gap-2">
            <button type="button" class="button" :disabled="!free || !bench.done.length" @click="back">
              Take back <KeyCap of="back" />
            </button>
            <button
              v-if="picked || sighting !== undefined"
              type="button"
              class="button"
              @click="picked = sighting = undefined"
            >
              What tells most <KeyCap of="on" />
            </button>
            <button v-if="shift" type="button" class="button" :disabled="!free" @click="run">
              All the rest, up and down: crisp <KeyCap of="none" />
            </button>
            <button
              v-if="sight === undefined"
              type="button"
              class="button"
              :disabled="!free"
              @click="sighting = shift?.to ?? Math.floor(teeth.length / 2)"
            >
              Sight it
            </button>
            <button
              type="button"
              class="button"
              :aria-expanded="gauging"
              :disabled="!free"
              @click="gauging = !gauging"
            >
              Hanger gauge
            </button>
          </div>
          <GaugeForm v-if="gauging" :bench="bench" :free="free" />
        </template>
      </div>
    </section>
    <aside
      class="flex min-h-0 flex-col border-rule bg-paper lg:overflow-y-auto lg:border-l"
      aria-label="What it comes to"
    >
      <div v-if="bench.do && !bench.signed" class="border-b border-ink px-4 py-3">
        <h2>Do this now</h2>
        <div class="mt-2 flex items-center gap-3">
          <TurnPicture v-if="turn" :turn="turn" :says="bench.do.title" />
          <b class="text-[21px] leading-tight">{{ bench.do.title }}</b>
        </div>
        <p class="mt-1 text-note text-soft">{{ bench.do.says }}</p>
        <p v-if="bench.do.caution" class="mt-1 bg-ochre-wash px-2 py-1 text-note">{{ bench.do.caution }}</p>
        <button
          type="button"
          class="button button-go mt-2 min-h-[52px] w-full justify-between!"
          :disabled="!free"
          @click="turned"
        >
          {{ bench.do.done }} <KeyCap v-if="!bench.settled && !picked" of="go" />
        </button>
        <button
          v-for="w in bench.do.offer"
          :key="w.operation"
          type="button"
          class="button mt-2 w-full justify-between!"
          :disabled="!free"
          @click="offer(w)"
        >
          Offer to the owner: {{ w.title.toLowerCase() }}
          <span class="figure">{{ money(w.total_minor) }}</span>
        </button>
        <RouterLink
          v-if="bench.do.work === 'renew_cable' || bench.do.work === 'hanger'"
          class="button mt-2 w-full"
          :to="{
            name: 'job-guides',
            query: { at: bench.do.work === 'hanger' ? 'hanger-align' : 'gear-cable' },
          }"
          >Step by step</RouterLink
        >
      </div>
      <div v-if="bench.found && (hunt || !bench.found.cured) && !told" class="border-b border-ink px-4 py-3">
        <button type="button" class="button w-full" :disabled="!mine" @click="tell">
          {{
            hunt
              ? hunt.found?.cured
                ? `Cured: close “${hunt.name}”`
                : `Write it as the finding of “${hunt.name}”`
              : 'Write it as a finding'
          }}
        </button>
      </div>
      <div v-if="bench.done.length && !bench.signed" class="px-4 py-3">
        <h2 class="mb-1">What is behind it</h2>
        <ul>
          <li v-for="(c, i) in bench.causes" :key="c.cause" class="border-b border-rule py-2">
            <span class="flex justify-between gap-2 leading-tight" :class="i ? '' : 'font-[720]'"
              >{{ c.name }}<span class="figure shrink-0">{{ percent(c.chance) }}</span></span
            >
            <ChanceRule class="my-1" :chance="c.chance" :strong="!i" />
            <p v-if="i < 2 && c.why" class="text-sm text-soft">{{ c.why }}</p>
          </li>
        </ul>
      </div>
      <div v-if="bench.done.length" class="px-4 py-3">
        <h2>Done · {{ bench.done.length }}</h2>
        <ol>
          <li
            v-for="d in bench.done"
            :key="d.id"
            class="border-b border-rule py-1.5 text-note leading-tight"
            :class="d.turn && 'font-[680]'"
          >
            {{ d.says }}
          </li>
        </ol>
      </div>
      <div v-if="!bench.done.length" class="px-4 py-3 text-soft">
        <h2 class="mb-1">How it goes</h2>
        <p>
          The shift that tells most is asked for first. Another one is pressed on the drawing: arrows to the
          left climb, to the right they drop.
        </p>
        <p class="mt-2">
          After a few of them it says what is behind it, which way to turn, and how far; or that the barrel is
          not the cure.
        </p>
      </div>
      <p class="mt-auto px-4 py-3 text-sm text-soft">A tried guess; the maker’s manual wins.</p>
    </aside>
  </div>
</template>
