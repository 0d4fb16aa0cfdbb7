<script setup lang="ts">
import { computed, reactive, ref } from 'vue'

import { useAnswer } from '@/api/answer'
import { ask, client, type Schemas } from '@/api/client'
import { useBook } from '@/api/job'
import { useOpenJob, usePart } from '@/areas/job/open'
import ChoiceField from '@/parts/ChoiceField.vue'
import ChoiceRow from '@/parts/ChoiceRow.vue'
import FoldBox from '@/parts/FoldBox.vue'
import FormFault from '@/parts/FormFault.vue'
import GaugeStrip from '@/parts/GaugeStrip.vue'
import SendButton from '@/parts/SendButton.vue'
import TextField from '@/parts/TextField.vue'
import TickField from '@/parts/TickField.vue'
import { pairs } from '@/parts/words'

import AirLog from './AirLog.vue'
import FlatForm from './FlatForm.vue'
import SealantForm from './SealantForm.vue'
import { bar, psi, stripOf } from './strip'
import TyreSection from './TyreSection.vue'

/** A tyre and its air: what stands on it, who rides on it, and at which pressure to begin. */
const props = defineProps<{ bench: Schemas['TyreBench']; air: Schemas['AirView']; locked: boolean }>()
const { job, pen } = useOpenJob()
const told = usePart('air')
const { data: book } = useBook()
const id = computed(() => job.value.job.id)
const pressure = ref('')
const reads = ref<Schemas['PressureReads']>()

const tyre = reactive({
  marking: '',
  width: '',
  least: '',
  no_least: false,
  carries: '',
  most: '',
  rim_most: '',
  inside: '',
  space: '',
  hookless: false,
  made_for: undefined as Schemas['TyreRead']['made_for'],
  tubeless: false,
  ...props.bench.read,
})
const madeFor = [
  ['yes', 'Yes: its sidewall or its maker says so'],
  ['no', 'No, or nothing says so'],
] as const
const rider = reactive({
  rider: '',
  bike: '',
  front: '',
  rear: '',
  sits: 'leaning' as Schemas['RiderWeighed']['sits'],
  surface: 'mixed' as Schemas['RiderWeighed']['surface'],
  ...told.value.bench.rider,
})
const tyreSaid = computed<Schemas['TyreRead']>(() => ({
  end: props.bench.end,
  marking: tyre.marking,
  most: tyre.most,
  width: tyre.width || undefined,
  least: tyre.least || undefined,
  no_least: (!tyre.least && tyre.no_least) || undefined,
  carries: tyre.carries || undefined,
  rim_most: tyre.rim_most || undefined,
  inside: tyre.inside || undefined,
  space: tyre.space || undefined,
  hookless: tyre.hookless || undefined,
  made_for: tyre.hookless ? tyre.made_for : undefined,
  tubeless: tyre.tubeless || undefined,
}))
const riderSaid = computed<Schemas['RiderWeighed']>(() => ({
  rider: rider.rider,
  bike: rider.bike,
  sits: rider.sits,
  surface: rider.surface,
  front: rider.front || undefined,
  rear: rider.rear || undefined,
}))
const whole = computed(() => Boolean(tyre.marking.trim() && tyre.most.trim()))
const weighed = computed(() => Boolean(rider.rider.trim() && rider.bike.trim()))
const { answer, fault: unread } = useAnswer(
  () =>
    whole.value ? { tyre: tyreSaid.value, ...(weighed.value && { rider: riderSaid.value }) } : undefined,
  (body) => ask(client.POST('/api/jobs/{id}/air', { params: { path: { id: id.value } }, body })),
)
const shown = computed(() => answer.value?.tyres.find((t) => t.place === props.bench.place) ?? props.bench)
const fault = computed(() => pen.fault.value ?? unread.value)
const strip = computed(() => stripOf(shown.value, props.air, reads.value))
async function keep() {
  if (!(await pen.record({ tyre_read: tyreSaid.value }))) return
  if (weighed.value) await pen.record({ rider_weighed: riderSaid.value })
}
const kept = computed(() => {
  const same = (a: object, b: object | undefined) =>
    Object.entries(a).every(([k, v]) => (b as Record<string, unknown> | undefined)?.[k] === v)
  return (
    same(tyreSaid.value, props.bench.read) &&
    (!weighed.value || same(riderSaid.value, told.value.bench.rider))
  )
})
const sits = { upright: 'upright', leaning: 'leaning', low: 'low', standing: 'standing' }
</script>

<template>
  <div class="grid h-full min-h-0 overflow-y-auto lg:grid-cols-[minmax(0,1fr)_290px] lg:overflow-visible">
    <section class="min-w-0 px-5 py-3 lg:min-h-0 lg:overflow-y-auto" :aria-label="air.name">
      <div class="flex flex-wrap items-baseline gap-x-3">
        <h1 class="text-[22px]!">{{ air.name }}</h1>
        <span v-if="shown.read?.tyre" class="text-note text-soft">{{ shown.read.tyre.as }}</span>
      </div>
      <div class="grid items-center gap-x-4 sm:grid-cols-[minmax(0,5fr)_minmax(0,7fr)]">
        <TyreSection
          :tyre="shown.read?.tyre"
          :hookless="tyre.hookless"
          :tubeless="tyre.tubeless"
          :load="shown.load_kg"
        />
        <div class="min-w-0">
          <template v-if="shown.advice">
            <p class="text-lg" aria-live="polite">
              Begin at <b class="figure text-[28px]">{{ bar(shown.advice.bar) }}</b> bar (<span
                class="figure"
                >{{ psi(shown.advice.bar) }}</span
              >
              psi), within <span class="figure">{{ bar(shown.advice.from_bar) }}</span> to
              <span class="figure">{{ bar(shown.advice.to_bar) }}</span>
            </p>
            <p class="text-note text-soft">{{ shown.advice.says }}</p>
          </template>
          <p v-else-if="shown.refused" class="bg-ochre-wash px-3 py-2" role="alert">{{ shown.refused }}</p>
          <p v-else class="text-soft">
            {{
              shown.lacks === 'rider'
                ? 'Who rides it, on what, with what: then it says where to begin.'
                : 'What stands on the sidewall, first: the size, and what it bears.'
            }}
          </p>
          <GaugeStrip
            class="mt-3"
            :ruling="strip.ruling"
            :zones="strip.zones"
            unit="bar"
            :past="strip.past"
            :now="strip.now"
            :target="strip.target"
            :band="strip.band"
            :label="air.name"
          />
          <p
            v-for="wrong in shown.read?.tyre?.fits"
            :key="wrong"
            class="mt-1 bg-ochre-wash px-2 py-1 text-note"
          >
            {{ wrong }}
          </p>
          <p v-if="shown.read?.tyre?.tube" class="mt-1 text-note text-soft">
            {{ shown.read.tyre.tube
            }}<template v-if="shown.read.tyre.room_mm !== undefined">
              <span class="figure">{{ shown.read.tyre.room_mm }}</span> mm of room on either side.</template
            >
          </p>
          <p v-if="shown.sealant_ml" class="mt-1 text-note text-soft">
            Sealant: about <span class="figure">{{ shown.sealant_ml }}</span> ml. Shake it: what does not
            slosh has dried.
          </p>
        </div>
      </div>
      <form class="mt-2 flex flex-col gap-3" @submit.prevent="keep">
        <div class="grid gap-3 sm:grid-cols-3">
          <TextField
            v-model="tyre.marking"
            label="Size on the sidewall"
            name="marking"
            placeholder="37-622"
            :fault="fault"
            :disabled="locked"
            figure
          />
          <TextField
            v-model="tyre.most"
            label="Maximum pressure, bar or psi"
            name="most"
            :fault="fault"
            :disabled="locked"
            figure
          />
          <div>
            <TextField
              v-model="tyre.least"
              label="At least, bar or psi"
              :placeholder="tyre.no_least ? 'none printed' : ''"
              name="least"
              :fault="fault"
              :disabled="locked"
              figure
            />
            <TickField v-if="!tyre.least" v-model="tyre.no_least" :disabled="locked"
              >no least printed</TickField
            >
          </div>
          <TextField
            v-model="tyre.carries"
            label="Carries, kg, where it says"
            name="carries"
            :fault="fault"
            :disabled="locked"
            figure
          />
          <TextField
            v-model="tyre.width"
            label="Width on this rim, mm"
            name="width"
            placeholder="as marked"
            :fault="fault"
            :disabled="locked"
            figure
          />
          <TextField
            v-model="tyre.rim_most"
            label="Rim at most, where known"
            name="rim_most"
            :fault="fault"
            :disabled="locked"
            figure
          />
          <TextField
            v-model="tyre.inside"
            label="Rim inside, mm"
            name="inside"
            :fault="fault"
            :disabled="locked"
            figure
          />
          <TextField
            v-model="tyre.space"
            label="Between stays or blades, mm"
            name="space"
            :fault="fault"
            :disabled="locked"
            figure
          />
          <div class="flex flex-wrap gap-x-4 self-end">
            <TickField v-model="tyre.hookless" :disabled="locked">rim without hooks</TickField>
            <TickField v-model="tyre.tubeless" :disabled="locked">tubeless</TickField>
          </div>
          <div v-if="tyre.hookless" class="sm:col-span-full">
            <ChoiceRow
              v-model="tyre.made_for"
              label="Is the tyre made for a rim without hooks?"
              :choices="madeFor"
              :disabled="locked"
            />
            <p
              v-if="fault?.field === 'made_for'"
              data-says-fault
              role="alert"
              class="mt-1 text-note text-brick"
            >
              {{ fault.detail }}
            </p>
          </div>
        </div>
        <fieldset>
          <legend class="mb-1 text-sm font-[680] text-soft">Who rides it, for both wheels</legend>
          <div class="grid gap-3 sm:grid-cols-3">
            <TextField
              v-model="rider.rider"
              label="Rider in kit, kg"
              name="rider"
              :fault="fault"
              :disabled="locked"
              figure
            />
            <TextField
              v-model="rider.bike"
              label="Bike weight, kg"
              name="bike"
              :fault="fault"
              :disabled="locked"
              figure
            />
            <div class="grid grid-cols-2 gap-3">
              <TextField
                v-model="rider.front"
                label="Front load, kg"
                name="front"
                :fault="fault"
                :disabled="locked"
                figure
              />
              <TextField
                v-model="rider.rear"
                label="Rear load, kg"
                name="rear"
                :fault="fault"
                :disabled="locked"
                figure
              />
            </div>
            <ChoiceField
              v-model="rider.sits"
              label="Sits"
              name="sits"
              :fault="fault"
              :choices="pairs(sits)"
              :disabled="locked"
            />
            <ChoiceField
              v-model="rider.surface"
              label="Rides on"
              name="surface"
              :fault="fault"
              class="sm:col-span-2"
              :choices="(book?.grounds ?? []).map((g) => [g.id, g.name] as const)"
              :disabled="locked"
            />
          </div>
        </fieldset>
        <FormFault :fault="fault" />
        <div class="flex flex-wrap items-center gap-3">
          <SendButton
            class="button-go"
            :disabled="locked || pen.busy.value || kept"
            :wants="!whole && 'what stands on the sidewall: its size, and the most it bears'"
          >
            Keep it with the bike
          </SendButton>
          <span v-if="kept && whole" class="text-note text-soft">Kept.</span>
        </div>
        <p class="text-sm text-soft">
          A place to begin. The range on the sidewall and the limits of rim and maker win, the lower of them;
          then what this rider likes.
        </p>
      </form>
      <FoldBox class="mt-3 border-t border-rule" :open="Boolean(bench.flat)">
        <template #row>A flat: where to look</template>
        <FlatForm :bench="bench" :locked="locked" />
      </FoldBox>
      <FoldBox
        v-if="bench.read?.tubeless || bench.unwritten"
        class="mt-2 border-t border-rule"
        :open="Boolean(bench.topped || bench.unwritten)"
      >
        <template #row
          >Sealant<span v-if="bench.unwritten" class="text-ochre">
            · topped up, not written down</span
          ></template
        >
        <SealantForm :bench="bench" :locked="locked" />
      </FoldBox>
    </section>
    <AirLog
      v-model="pressure"
      v-model:reads="reads"
      :air="air"
      :liked="bench.liked"
      :shows="shown.advice?.shows"
      :locked="locked"
    />
  </div>
</template>
