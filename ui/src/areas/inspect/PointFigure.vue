<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'

import type { PointView, Schemas } from '@/api/client'
import ConditionMark from '@/parts/ConditionMark.vue'
import GaugeStrip from '@/parts/GaugeStrip.vue'
import { markVerdict } from '@/parts/marks'
import { figure, typedNumber } from '@/parts/words'

/** The figure of a point as it is typed, on its ruling among those of before, with what it means. */
const props = defineProps<{
  point: PointView
  gauge: NonNullable<PointView['gauge']>
  judgement?: Schemas['Judgement']
  /** what the figure typed would be kept as */
  kept?: number
  invalid: boolean
  locked: boolean
}>()
const typed = defineModel<string>({ required: true })
const field = useTemplateRef('field')
defineExpose({ field })

const now = computed(
  () => props.kept ?? (typed.value ? typedNumber(typed.value) : props.point.reading?.value),
)
const many = computed(() => (props.gauge.places ?? 1) > 1)
const asks = computed(() =>
  props.gauge.sides?.length
    ? props.gauge.sides.join(' / ')
    : many.value
      ? `up to ${props.gauge.places} places, 1.6/1.5`
      : '',
)
const past = computed(() => props.point.history.flatMap((h) => h.value ?? []))
</script>

<template>
  <div class="mt-2 grid gap-x-6 gap-y-2 sm:grid-cols-[190px_minmax(0,1fr)]">
    <div>
      <label class="block truncate text-fine text-soft" for="reading"
        >{{ gauge.unit }}<template v-if="point.reading && !typed"> · stands</template
        ><template v-else-if="asks"> · {{ asks }}</template></label
      >
      <input
        id="reading"
        ref="field"
        v-model="typed"
        data-bench
        class="figure h-[58px] w-full border-2 border-ink bg-chalk px-3 leading-none focus:border-petrol focus:outline-none"
        :class="many ? 'text-[24px]' : 'text-[34px]'"
        inputmode="decimal"
        autocomplete="off"
        :placeholder="
          point.reading?.value === undefined
            ? ''
            : (point.reading.values ?? [point.reading.value]).map(figure).join('/')
        "
        :disabled="locked"
        :aria-invalid="invalid"
        aria-describedby="verdict"
      />
    </div>
    <div class="min-w-0">
      <p id="verdict" class="flex min-h-12 items-center gap-2.5" aria-live="polite">
        <template v-if="judgement">
          <ConditionMark :mark="judgement.mark" :size="22" />
          <span
            ><b>{{ markVerdict(judgement.mark) }}.</b> {{ judgement.reason }} {{ judgement.next }}</span
          >
        </template>
        <span v-else class="text-soft">{{ point.means }}</span>
      </p>
      <GaugeStrip
        :ruling="gauge.ruling"
        :zones="gauge.zones"
        :unit="gauge.unit"
        :past="past"
        :now="now"
        :label="point.name"
      />
    </div>
  </div>
</template>
