<script setup lang="ts">
import { computed, reactive } from 'vue'

import type { Schemas } from '@/api/client'
import { useRecord } from '@/api/job'
import { useOpenJob, usePart } from '@/areas/job/open'
import ChoiceField from '@/parts/ChoiceField.vue'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'
import FoldBox from '@/parts/FoldBox.vue'
import FormFault from '@/parts/FormFault.vue'
import LoadingRule from '@/parts/LoadingRule.vue'
import SendButton from '@/parts/SendButton.vue'
import SlipField from '@/parts/SlipField.vue'
import TextField from '@/parts/TextField.vue'
import { pairs } from '@/parts/words'
import { figure } from '@/parts/words'

import HurtDrawing from './HurtDrawing.vue'
import { useLacing } from './lacing'
import LacingFields from './LacingFields.vue'

/**
 * What is hurt in a wheel: a spoke that broke, with what goes in and whether it is ridden home; a
 * rim no nipple cures.
 */
const props = defineProps<{ end: 'front' | 'rear'; locked: boolean }>()
const { job } = useOpenJob()
const told = usePart('wheels')
const breakPen = useRecord(() => job.value.job.id)
const rimPen = useRecord(() => job.value.job.id)
const { known, error, form, typed, answer, fault } = useLacing(
  () => props.end,
  () => job.value.job.id,
)
const hurt = computed(() => told.value.hurts.find((h) => h.end === props.end))
type Where = Schemas['SpokeBroke']['where']
const broke = reactive({ spokes: '', where: undefined as Where | undefined, earlier: '', room: '' })
async function logSpoke() {
  if (!broke.where) return
  const sent = broke.spokes
  const spoke_broke = {
    wheel: typed.value,
    spokes: sent,
    where: broke.where,
    earlier: Number.parseInt(broke.earlier) || 0,
    room: broke.room || undefined,
  }
  if ((await breakPen.record({ spoke_broke })) && broke.spokes === sent)
    Object.assign(broke, { spokes: '', where: undefined })
}
const wheres = {
  bend: 'at its bend, in the hub',
  thread: 'at its thread, in the nipple',
  middle: 'in the middle',
}
/** Nothing is sound before somebody has looked: each is said. */
const rim = reactive({ wall: '', mark: '', nipples: '', edge: '' })
const looked = computed(() => Boolean(rim.nipples && rim.edge && (rim.mark || !wall.value)))
const wall = computed(() => known.value?.aim.wall_mm)
/** A look that corrects one before says why; else both stand. */
const logRim = (slip?: string, why?: string) =>
  rimPen.record(
    {
      rim_looked: {
        end: props.end,
        wall: rim.wall || undefined,
        mark: (wall.value ? rim.mark : 'none') as Schemas['RimLook']['mark'],
        nipples: rim.nipples as Schemas['RimLook']['nipples'],
        edge: rim.edge as Schemas['RimLook']['edge'],
      },
    },
    slip,
    undefined,
    why,
  )
const edges = {
  sound: 'sound',
  dent: 'a dent at the edge',
  flat: 'a flat spot',
  split: 'split, at edge or joint',
}
const marks = { there: 'still to be seen', gone: 'worn away', none: 'it has none' }
</script>

<template>
  <div class="h-full overflow-y-auto px-5 py-4">
    <FaultNote v-if="error" :fault="error" />
    <LoadingRule v-if="!known && !error" />
    <div v-if="known" class="grid items-start gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1fr)_380px]">
      <div class="flex min-w-0 flex-col gap-6">
        <section aria-label="A broken spoke">
          <h2 class="mb-2 text-[22px]! text-ink!">
            {{ end === 'front' ? 'Front' : 'Rear' }} wheel: a spoke broke
          </h2>
          <form v-if="!locked" class="flex flex-col gap-3" @submit.prevent="logSpoke">
            <FormFault :fault="breakPen.fault.value" />
            <div class="grid gap-3 sm:grid-cols-2">
              <TextField
                v-model="broke.spokes"
                label="Which, counted from the valve"
                name="spokes"
                placeholder="7, or 7 9"
                inputmode="numeric"
                :fault="breakPen.fault.value"
                figure
              />
              <ChoiceField
                v-model="broke.where"
                label="It broke"
                name="where"
                none="where?"
                :choices="pairs(wheres)"
              />
              <TextField
                v-model="broke.room"
                label="From rim to pad or stay, mm"
                name="room"
                :fault="breakPen.fault.value"
                figure
              />
              <TextField
                v-model="broke.earlier"
                label="Broke in it before, how many"
                name="earlier"
                inputmode="numeric"
                placeholder="0"
                figure
              />
            </div>
            <FoldBox :open="!known.last">
              <template #row>How it is laced</template>
              <div class="grid gap-3 sm:grid-cols-2">
                <LacingFields :model-value="form" :known="known" :fault="fault" :locked="locked" />
              </div>
            </FoldBox>
            <div class="flex flex-wrap gap-3">
              <SendButton
                class="button-go"
                :disabled="breakPen.busy.value"
                :wants="
                  (!broke.spokes.trim() && 'which spoke, counted from the valve') ||
                  (!broke.where && 'where it broke')
                "
              >
                Log the broken spoke
              </SendButton>
            </div>
          </form>
          <p class="mt-2 text-sm text-soft">
            Lengths go from the hole in the flange to the nipple’s seat. Hold one that sits beside it against
            the new one.
          </p>
        </section>
        <section aria-label="The rim">
          <h2 class="mb-2 text-[22px]! text-ink!">The rim, where no nipple helps</h2>
          <p
            v-if="hurt?.rim"
            class="mb-3 flex items-start gap-2 border border-ink bg-paper p-3"
            aria-live="polite"
          >
            <ConditionMark class="mt-0.5" :mark="hurt.rim.verdict" :size="20" /><span
              ><b>{{ hurt.rim.says }}</b
              ><span class="block text-note text-soft">{{ hurt.rim.by }}</span></span
            >
          </p>
          <template v-if="hurt?.rim && hurt.rim.verdict !== 'sound' && !locked">
            <p class="text-note text-soft">
              A later look takes nothing away: a wheel puts it right. If it was a slip, say below what you
              see.
            </p>
            <SlipField class="mb-3" :locked="!looked" @say="(why) => logRim(hurt?.rim?.id, why)" />
          </template>
          <form v-if="!locked" class="flex flex-col gap-3" @submit.prevent="logRim()">
            <FormFault :fault="rimPen.fault.value" />
            <div class="grid gap-3 sm:grid-cols-2">
              <TextField
                v-if="wall"
                v-model="rim.wall"
                label="Brake track where it is thinnest, mm"
                name="wall"
                :placeholder="`least ${figure(wall)}`"
                :fault="rimPen.fault.value"
                figure
              />
              <ChoiceField
                v-if="wall"
                v-model="rim.mark"
                label="Its wear mark"
                name="mark"
                :choices="pairs(marks)"
                none="not looked at"
              />
              <ChoiceField
                v-model="rim.nipples"
                label="Round its nipples"
                name="nipples"
                :choices="[
                  ['sound', 'sound'],
                  ['cracked', 'cracked'],
                ]"
                none="not looked at"
              />
              <ChoiceField
                v-model="rim.edge"
                label="Edges and joint"
                name="edge"
                :choices="pairs(edges)"
                none="not looked at"
              />
            </div>
            <div class="flex flex-wrap gap-3">
              <SendButton :disabled="rimPen.busy.value" :wants="!looked && 'look at one of these'">
                Log the rim
              </SendButton>
            </div>
          </form>
          <p class="mt-2 text-sm text-soft">
            Washed, a light along it, a straight edge across a wall that blocks run on. The mark in the rim,
            or its maker’s figure, wins over ours.
          </p>
        </section>
      </div>
      <section aria-label="The wheel without it">
        <HurtDrawing v-if="answer" :lacing="answer.lacing" :broke="hurt?.broke" />
        <div v-if="hurt?.broke" class="mb-3 border border-ink bg-paper p-3" aria-live="polite">
          <p class="flex items-start gap-2">
            <ConditionMark class="mt-0.5" :mark="hurt.broke.mark ?? 'due'" :size="20" />
            <b>{{ hurt.broke.says }}</b>
          </p>
          <p class="mt-2 text-lg">
            It takes <b class="figure">{{ figure(hurt.broke.length_mm) }}</b> mm,
            <span class="figure">{{ figure(hurt.broke.wire_mm) }}</span> mm thick, on the
            {{ hurt.broke.side }}; head and crossings as
            <template v-for="(n, i) in hurt.broke.like" :key="n"
              >{{ i ? ' and ' : '' }}<b class="figure text-petrol">{{ n }}</b></template
            >.
          </p>
          <p class="text-note">
            {{ hurt.broke.then }} Looked at beside it:
            <span class="figure text-ochre">{{ hurt.broke.beside.join(', ') }}</span>. Without it the rim is
            reckoned to stand <span class="figure">{{ figure(Math.abs(hurt.broke.aside_mm)) }}</span> mm to
            the {{ hurt.broke.aside_mm > 0 ? 'right' : 'left' }} there.
          </p>
        </div>
      </section>
    </div>
  </div>
</template>
