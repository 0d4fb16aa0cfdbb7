<script setup lang="ts">
import { computed, reactive, ref } from 'vue'

import type { Schemas } from '@/api/client'
import { useOpenJob, usePart } from '@/areas/job/open'
import ConditionMark from '@/parts/ConditionMark.vue'
import FoldBox from '@/parts/FoldBox.vue'
import FormFault from '@/parts/FormFault.vue'
import GaugeStrip from '@/parts/GaugeStrip.vue'
import SendButton from '@/parts/SendButton.vue'
import TextField from '@/parts/TextField.vue'
import TickField from '@/parts/TickField.vue'
import { figure, percent, typedNumber } from '@/parts/words'

import AirLog from './AirLog.vue'
import ChartForm from './ChartForm.vue'
import DialsForm from './DialsForm.vue'
import LegDrawing from './LegDrawing.vue'
import NickForm from './NickForm.vue'
import ServiceForm from './ServiceForm.vue'
import { useGauge } from './gauge'
import { atMost, bar, psi, ruled } from './strip'

/** A leg and its air: how far it sinks under its rider, and which pressure to try next. */
const props = defineProps<{ bench: Schemas['LegBench']; air: Schemas['AirView']; locked: boolean }>()
const { pen } = useOpenJob()
const told = usePart('air')
const pressure = ref('')
const { gauge, shownAt } = useGauge(props.bench.place)
const last = computed(() => props.bench.reads.at(-1))
const percentOf = (share?: number) => (share ? figure(Math.round(share * 1000) / 10) : '')
const form = reactive({
  typed: '',
  sag: '',
  travel: last.value ? figure(last.value.travel_mm) : '',
  most: last.value ? atMost(last.value.most_bar) : '',
  from: percentOf(last.value?.from),
  to: percentOf(last.value?.to),
  opened: false,
})
async function read() {
  const sag_read = {
    leg: props.bench.place,
    typed: form.typed,
    sag: form.sag,
    travel: form.travel,
    most: form.most,
    from: form.from || undefined,
    to: form.to || undefined,
    opened: form.opened || undefined,
    gauge: gauge.value?.id,
  }
  const sent = [form.typed, form.sag]
  if (!(await pen.record({ sag_read }))) return
  // What was typed meanwhile is the next reading.
  if (form.typed === sent[0]) form.typed = ''
  if (form.sag === sent[1]) form.sag = ''
  form.opened = false
}
const strip = computed(() => {
  const most = last.value?.most_bar
  const past = props.bench.reads.map((r) => Number(r.bar.toFixed(2)))
  const ruling = ruled([most, ...past, props.bench.next?.bar])
  const next = props.bench.next?.target
  return {
    ruling,
    past: past.slice(0, -1),
    now: past.at(-1),
    zones: most ? [{ from: most, to: ruling.max, mark: 'unsafe' as const }] : [],
    target: next && ([next.from, next.to] as const),
  }
})
const mark = computed(() => props.bench.next?.mark ?? 'open')
</script>

<template>
  <div class="grid h-full min-h-0 overflow-y-auto lg:grid-cols-[minmax(0,1fr)_290px] lg:overflow-visible">
    <section class="min-w-0 px-5 py-3 lg:min-h-0 lg:overflow-y-auto" :aria-label="air.name">
      <h1 class="text-[22px]!">{{ air.name }}: sag</h1>
      <div class="grid items-center gap-x-4 sm:grid-cols-[minmax(0,5fr)_minmax(0,7fr)]">
        <LegDrawing :bench="bench" :sag="typedNumber(form.sag)" :travel="typedNumber(form.travel)" />
        <div class="min-w-0">
          <p v-if="bench.next?.bar" class="text-lg" aria-live="polite">
            Try <b class="figure text-[28px]">{{ bar(bench.next.bar) }}</b> bar (<span class="figure">{{
              psi(bench.next.bar)
            }}</span>
            psi) next<span v-if="bench.next.own" class="text-note text-soft">, by how this leg answered</span
            ><span v-if="shownAt(bench.next.shows) !== undefined" class="text-note"
              >: {{ gauge?.name }} shows
              <span class="figure">{{ bar(shownAt(bench.next.shows) ?? 0) }}</span> then</span
            >
          </p>
          <p class="flex items-start gap-2">
            <ConditionMark class="mt-0.5" :mark="mark" :size="20" /><span>{{ bench.says }}</span>
          </p>
          <p v-if="bench.due?.late" class="mt-1 flex items-start gap-2">
            <ConditionMark class="mt-0.5" mark="watch" :size="20" /><span
              ><b>Due by its hours.</b> {{ bench.due.says }}</span
            >
          </p>
          <p v-if="bench.begins" class="mt-1 text-note">
            {{ bench.begins.says }} <span class="text-soft">({{ bench.begins.source }})</span>
          </p>
          <p v-if="told.bench.balance" class="mt-1 text-note">{{ told.bench.balance }}</p>
          <GaugeStrip
            v-if="bench.reads.length"
            class="mt-3"
            :ruling="strip.ruling"
            :zones="strip.zones"
            unit="bar"
            :past="strip.past"
            :now="strip.now"
            :target="strip.target"
            :label="`${air.name}, pressure`"
          />
        </div>
      </div>
      <form class="mt-2 flex flex-col gap-3" @submit.prevent="read">
        <FormFault :fault="pen.fault.value" />
        <div class="grid gap-3 sm:grid-cols-4">
          <TextField
            v-model="form.typed"
            :label="gauge ? `At, as ${gauge.name} shows it` : 'At, bar or psi'"
            name="typed"
            :fault="pen.fault.value"
            :disabled="locked"
            figure
          />
          <TextField
            v-model="form.sag"
            label="Sag, mm"
            name="sag"
            :fault="pen.fault.value"
            :disabled="locked"
            figure
          />
          <TextField
            v-model="form.travel"
            label="All its travel, mm"
            name="travel"
            :fault="pen.fault.value"
            :disabled="locked"
            figure
          />
          <TextField
            v-model="form.most"
            label="Bears at most, bar or psi"
            name="most"
            :fault="pen.fault.value"
            :disabled="locked"
            figure
          />
        </div>
        <div class="flex flex-wrap items-end gap-3">
          <TextField
            v-model="form.from"
            class="w-40"
            label="Its maker asks, % from"
            name="from"
            :placeholder="bench.maker ? '' : percentOf(bench.from)"
            :fault="pen.fault.value"
            :disabled="locked"
            figure
          />
          <TextField
            v-model="form.to"
            class="w-28"
            label="to, %"
            name="to"
            :placeholder="bench.maker ? '' : percentOf(bench.to)"
            :fault="pen.fault.value"
            :disabled="locked"
            figure
          />
          <p class="pb-2.5 text-note text-soft">where it is known; else what is usual on such a leg</p>
        </div>
        <TickField v-if="bench.reads.length" v-model="form.opened" :disabled="locked"
          >it was opened, or its spring changed, since it was read last</TickField
        >
        <div class="flex flex-wrap gap-3">
          <SendButton
            class="button-go"
            :disabled="locked || pen.busy.value"
            :wants="
              (!form.typed.trim() && 'the pressure it was read at') || (!form.sag.trim() && 'the sag, in mm')
            "
          >
            Log the sag
          </SendButton>
        </div>
        <p class="bg-ochre-wash px-3 py-2 text-note">{{ bench.before }}</p>
      </form>
      <ol v-if="bench.reads.length" class="mt-3 max-w-xl">
        <li
          v-for="r in [...bench.reads].reverse()"
          :key="r.id"
          class="flex gap-3 border-b border-rule py-1.5 text-note"
        >
          <span class="figure">{{ bar(r.bar) }} bar</span
          ><span class="figure"
            >{{ figure(r.sag_mm) }} of {{ figure(r.travel_mm) }} mm, {{ percent(r.share) }}</span
          ><span class="ml-auto text-soft">{{ r.by }}</span>
        </li>
      </ol>
      <FoldBox v-if="!locked" class="mt-3 border-t border-rule">
        <template #row>The chart on the leg{{ bench.begins ? ', typed anew' : '' }}</template>
        <ChartForm :bench="bench" />
      </FoldBox>
      <FoldBox class="mt-2 border-t border-rule" :open="bench.dials.owed">
        <template #row
          >Clicks of its dials<span v-if="bench.dials.owed" class="text-ochre">
            · found, not put back</span
          ></template
        >
        <DialsForm
          :key="`${bench.dials.owed ?? false}`"
          :leg="bench.place"
          :dials="bench.dials"
          :left="bench.dials.owed ?? false"
          :locked="locked"
        />
      </FoldBox>
      <FoldBox class="mt-2 border-t border-rule" :open="Boolean(bench.due || bench.unwritten)">
        <template #row
          >Opened last, and due again<span v-if="bench.due?.late" class="text-ochre"> · due by its hours</span
          ><span v-if="bench.unwritten" class="text-ochre"> · served, not written down</span></template
        >
        <ServiceForm :key="bench.due?.id" :bench="bench" :locked="locked" />
      </FoldBox>
      <FoldBox class="mt-2 border-t border-rule" :open="bench.nicks.length > 0">
        <template #row>{{
          bench.place === 'shock' ? 'A mark on its shaft' : 'A mark on a stanchion'
        }}</template>
        <NickForm :bench="bench" :locked="locked" />
      </FoldBox>
    </section>
    <AirLog v-model="pressure" :air="air" :liked="bench.liked" :shows="bench.next?.shows" :locked="locked" />
  </div>
</template>
