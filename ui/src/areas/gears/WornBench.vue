<script setup lang="ts">
import { computed, reactive } from 'vue'

import { usePart } from '@/areas/job/open'
import ChoiceRow from '@/parts/ChoiceRow.vue'
import ConditionMark from '@/parts/ConditionMark.vue'
import GaugeStrip from '@/parts/GaugeStrip.vue'
import TextField from '@/parts/TextField.vue'
import { percent } from '@/parts/words'

import { typed } from './benches'
import FigureBench from './FigureBench.vue'

/** How far the chain is worn, however it was measured, and whether a new one will skip on these sprockets. */
defineProps<{ locked: boolean }>()
const walk = usePart('walk')
const told = usePart('gears')
const known = told.value.known.worn
const form = reactive({
  sprockets: known?.sprockets ?? '',
  by: known?.by ?? ('rule' as 'gauge' | 'rule' | 'calliper'),
  length: '',
  links: known?.links || '24',
  gauge: '',
  chains: known?.chains || '1',
  most: known?.most ?? '',
})
const asked = computed(() =>
  typed(form.sprockets, form.chains, ...(form.by === 'gauge' ? [form.gauge] : [form.length, form.links]))
    ? { worn: { ...form } }
    : undefined,
)
/** The chain's own limits on this bike. */
const chain = computed(() => walk.value.points.find((p) => p.id === 'chain')?.gauge)
const most = 9
const bar = (teeth: number, all: number[]) => 26 + (70 * teeth) / Math.max(...all, most)
</script>

<template>
  <FigureBench
    bench="worn"
    title="How far the chain is worn"
    about="and whether a new one will skip on these sprockets"
    missing="Measure the chain, and say how many were worn out on these sprockets."
    :asked="asked"
    :locked="locked"
  >
    <template #drawing="{ figured }">
      <GaugeStrip
        label="Longer than new"
        unit="%"
        class="max-w-3xl"
        :ruling="chain?.ruling ?? { min: 0, max: 1.2, step: 0.05, major: 0.25 }"
        :zones="chain?.zones ?? []"
        :now="figured?.worn && Number(figured.worn.longer.toFixed(2))"
      />
      <div
        v-if="figured?.worn"
        class="flex max-w-3xl items-end gap-1 overflow-x-auto pt-1"
        aria-label="A new chain on each sprocket"
      >
        <div
          v-for="s in figured.worn.sprockets"
          :key="s.teeth"
          class="flex min-w-12 flex-1 flex-col items-center gap-1"
        >
          <div
            class="w-2.5 border-[1.4px] border-ink"
            :class="s.mark === 'due' ? 'bg-ochre-wash' : 'bg-paper'"
            :style="{
              height: `${bar(
                s.teeth,
                figured.worn.sprockets.map((x) => x.teeth),
              )}px`,
            }"
          />
          <span class="figure text-note">{{ s.teeth }}</span>
          <ConditionMark :mark="s.mark" :size="18" />
          <span class="figure text-fine text-soft">{{ percent(s.chance) }}</span>
        </div>
      </div>
      <p v-if="figured?.worn" class="mt-1 text-sm text-soft">
        Chance that a new chain skips there under a hard push.
      </p>
    </template>
    <template #default="{ fault }">
      <div class="flex max-w-3xl flex-col gap-3">
        <ChoiceRow
          v-model="form.by"
          label="How was it measured?"
          :choices="[
            ['rule', 'Rule over links'],
            ['calliper', 'Vernier'],
            ['gauge', 'Wear gauge'],
          ]"
        />
        <div class="grid grid-cols-2 gap-3 sm:grid-cols-4">
          <TextField
            v-if="form.by === 'gauge'"
            v-model="form.gauge"
            label="Gauge says, %"
            name="worn.gauge"
            :fault="fault"
            figure
          />
          <template v-else>
            <TextField
              v-model="form.length"
              label="Length, pin to pin, mm"
              name="length_mm"
              :fault="fault"
              hint="24 links of a new one: 304.8"
              figure
            />
            <TextField
              v-model="form.links"
              label="Over so many links"
              name="worn.links"
              :fault="fault"
              figure
            />
          </template>
          <TextField
            v-model="form.chains"
            label="Chains worn out here"
            name="worn.chains"
            :fault="fault"
            figure
          />
          <div class="col-span-2 sm:col-span-3">
            <TextField
              v-model="form.sprockets"
              label="Sprockets, teeth"
              name="worn.sprockets"
              :fault="fault"
              figure
            />
          </div>
          <TextField
            v-model="form.most"
            label="Ridden most, teeth"
            name="worn.most"
            :fault="fault"
            hint="left empty: the middle ones"
            figure
          />
        </div>
      </div>
    </template>
  </FigureBench>
</template>
