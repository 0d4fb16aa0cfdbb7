<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from 'vue'

import { ask, client, type Schemas } from '@/api/client'
import ConditionMark from '@/parts/ConditionMark.vue'
import FigureField from '@/parts/FigureField.vue'
import FoldBox from '@/parts/FoldBox.vue'
import TextField from '@/parts/TextField.vue'
import TickField from '@/parts/TickField.vue'
import { useTimes } from '@/parts/time'
import { figure } from '@/parts/words'

import GaugeCheckForm from './GaugeCheckForm.vue'
import GaugeHoseForm from './GaugeHoseForm.vue'
import GaugeRules from './GaugeRules.vue'
import RegisterForm from './RegisterForm.vue'
import { useRow } from './row'

/** A pressure gauge of the register: how far it is off, by whom it was checked, and the next check. */
const props = defineProps<{ gauge: Schemas['PressureGauge']; hands: boolean }>()
const emit = defineEmits<{ done: [] }>()
const { date } = useTimes()
const doing = ref<'check' | 'hose'>()
const check = useTemplateRef('check')
const hose = useTemplateRef('hose')
async function done() {
  const was = doing.value
  doing.value = undefined
  await nextTick()
  if (was === 'hose') hose.value?.focus()
  else check.value?.focus()
}
const { open, form, saving, fault, change, leave } = useRow(
  () => props.gauge,
  {
    key: 'gauges',
    save: (body) => ask(client.PUT('/api/gauges/{id}', { params: { path: { id: body.id } }, body })),
  },
  () => emit('done'),
)
const last = computed(() => props.gauge.checks?.[0])
const earlier = computed(() => props.gauge.checks?.slice(1) ?? [])
const pairs = computed(() =>
  (last.value?.pairs ?? []).flatMap((p) =>
    p.true_bar === undefined || p.shown_bar === undefined ? [] : [{ true: p.true_bar, shown: p.shown_bar }],
  ),
)
</script>

<template>
  <li class="border-b border-rule py-3">
    <RegisterForm
      v-if="open"
      :fault="fault"
      :busy="saving.isPending.value"
      @save="saving.mutate(form)"
      @leave="leave"
    >
      <div class="grid gap-2 sm:grid-cols-2 lg:grid-cols-4">
        <TextField
          v-model="form.name"
          label="What the shop calls it"
          name="name"
          placeholder="the pump at stand one"
          :fault="fault"
        />
        <FigureField
          v-model="form.most_bar"
          label="Its scale ends at, bar"
          name="most_bar"
          :fault="fault"
          :blank="0"
        />
        <FigureField
          v-model="form.class_pct"
          label="Class on its face, %"
          name="class_pct"
          :fault="fault"
          :blank="0"
        />
        <FigureField
          v-model="form.months"
          label="A check lasts, months"
          name="months"
          :fault="fault"
          :blank="0"
          whole
        />
      </div>
      <TickField v-model="form.retired">Retired: no longer in use</TickField>
    </RegisterForm>
    <div v-else class="grid gap-x-8 gap-y-2 lg:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
      <div class="flex items-start gap-3">
        <ConditionMark class="mt-0.5" :mark="gauge.retired ? 'open' : (gauge.mark ?? 'open')" :size="20" />
        <div class="min-w-0 flex-1">
          <p>
            <b :class="gauge.retired && 'text-soft line-through'">{{ gauge.name }}</b>
            <span class="text-soft">
              · to <span class="figure">{{ figure(gauge.most_bar) }}</span> bar<template
                v-if="gauge.class_pct"
                >, class <span class="figure">{{ figure(gauge.class_pct) }}</span></template
              ></span
            >
          </p>
          <p class="text-note">{{ gauge.says }}</p>
          <p class="text-note text-soft">
            <b v-if="gauge.due && !gauge.retired" class="mr-1 text-brick">{{ gauge.due }}</b>
            <template v-if="last">
              Checked {{ date(last.at ?? '') }} by {{ last.by_name }}, against {{ last.against }}. </template
            >{{ gauge.used === 1 ? 'One pressure read since.' : `${gauge.used ?? 0} pressures read since.` }}
          </p>
          <p v-if="!gauge.retired" class="text-note" :class="!gauge.hose && 'text-soft'">
            {{ gauge.hose?.says ?? 'What its hose takes: not measured yet.' }}
          </p>
          <div v-if="hands" class="mt-1.5 flex flex-wrap gap-2">
            <button
              v-if="!doing && !gauge.retired"
              ref="check"
              type="button"
              class="button"
              :aria-label="`Check it: ${gauge.name}`"
              @click="doing = 'check'"
            >
              Check it
            </button>
            <button
              v-if="!doing && !gauge.retired"
              ref="hose"
              type="button"
              class="button"
              :aria-label="`Measure its hose: ${gauge.name}`"
              @click="doing = 'hose'"
            >
              Measure its hose
            </button>
            <button
              type="button"
              class="button button-quiet"
              :aria-label="`Change ${gauge.name}`"
              @click="change"
            >
              Change
            </button>
          </div>
          <FoldBox v-if="earlier.length" class="mt-1">
            <template #row>Checked before: {{ earlier.length }}</template>
            <ul>
              <li v-for="c in earlier" :key="c.id" class="border-t border-rule py-1 text-note text-soft">
                {{ date(c.at ?? '') }}, {{ c.by_name }}:
                <span v-for="(p, i) in c.pairs" :key="i" class="figure"
                  >{{ i ? '; ' : '' }}{{ p.shown }} at {{ p.true }}</span
                >
              </li>
            </ul>
          </FoldBox>
        </div>
      </div>
      <GaugeRules v-if="doing !== 'check'" :most="gauge.most_bar" :pairs="pairs" :label="gauge.name" />
    </div>
    <GaugeCheckForm v-if="doing === 'check' && !open" class="mt-3" :gauge="gauge" @done="done" />
    <GaugeHoseForm v-if="doing === 'hose' && !open" class="mt-3" :gauge="gauge" @done="done" />
  </li>
</template>
