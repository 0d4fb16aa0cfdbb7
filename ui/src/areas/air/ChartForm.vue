<script setup lang="ts">
import { computed, reactive } from 'vue'

import type { Schemas } from '@/api/client'
import { useRecord } from '@/api/job'
import { useOpenJob } from '@/areas/job/open'
import FaultNote from '@/parts/FaultNote.vue'
import TextField from '@/parts/TextField.vue'
import SendButton from '@/parts/SendButton.vue'

/** The chart on a leg: typed once, it serves all bikes of this make and model. */
const props = defineProps<{ bench: Schemas['LegBench'] }>()
const { job } = useOpenJob()
const pen = useRecord(() => job.value.job.id)
const form = reactive({ source: '', rows: Array.from({ length: 4 }, () => ({ kg: '', air: '' })) })
const rows = computed(() => form.rows.filter((r) => r.kg.trim() || r.air.trim()))
async function log() {
  const leg_chart = { leg: props.bench.place, source: form.source, rows: rows.value.map((r) => ({ ...r })) }
  if (await pen.record({ leg_chart })) form.rows.forEach((r) => Object.assign(r, { kg: '', air: '' }))
}
</script>

<template>
  <form class="flex max-w-xl flex-col gap-2" @submit.prevent="log">
    <FaultNote v-if="pen.fault.value" :fault="pen.fault.value" />
    <div v-for="(r, i) in form.rows" :key="i" class="grid grid-cols-2 gap-3">
      <TextField v-model="r.kg" :label="`Rider ${i + 1}, kg`" :name="`kg-${i}`" figure />
      <TextField
        v-model="r.air"
        :label="`Air ${i + 1}, bar or psi`"
        :name="`air-${i}`"
        :placeholder="i ? '' : '55–65 psi'"
        figure
      />
    </div>
    <TextField v-model="form.source" label="Where the chart stands" name="source" />
    <div class="flex flex-wrap gap-2">
      <SendButton
        :disabled="pen.busy.value"
        :wants="(!rows.length && 'a row of the chart') || (!form.source.trim() && 'where the chart stands')"
      >
        Keep the chart
      </SendButton>
      <button
        v-if="form.rows.length < 20"
        type="button"
        class="button button-quiet"
        @click="form.rows.push({ kg: '', air: '' })"
      >
        One more line
      </button>
    </div>
    <p class="text-sm text-soft">Typed once: it serves every bike of this make and model.</p>
  </form>
</template>
