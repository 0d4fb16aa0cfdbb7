<script setup lang="ts">
import { computed, reactive, watch } from 'vue'

import { useBike } from '@/api/job'
import { useOpenJob, usePart } from '@/areas/job/open'
import ChoiceField from '@/parts/ChoiceField.vue'
import FaultNote from '@/parts/FaultNote.vue'
import FoldBox from '@/parts/FoldBox.vue'
import TextField from '@/parts/TextField.vue'
import TickField from '@/parts/TickField.vue'

/** Which gear it is, and what is known of it before the first shift. */
defineProps<{ locked: boolean }>()
const { job, pen } = useOpenJob()
const told = usePart('gears')
const { data } = useBike(() => job.value.bike.id)
const families = computed(() => told.value.families)
const form = reactive({
  family: families.value[0]?.id ?? '',
  teeth: '',
  turns: '4',
  spacing: '',
  pull: '',
  ratio: '',
  inverse: told.value.benches.at(-1)?.gear.inverse ?? false,
  ...told.value.known.told,
})
const family = computed(() => families.value.find((f) => f.id === form.family))
const last = computed(() => told.value.benches.at(-1)?.gear.teeth)
watch(
  [family, last],
  () => {
    const teeth = last.value?.length === family.value?.speeds ? last.value : family.value?.teeth
    form.teeth = (teeth ?? []).join(' ')
  },
  { immediate: true },
)
/** What is known of the sprockets that sit on the bike. */
const on = computed(() => data.value?.lines.find((l) => l.place === 'sprockets')?.says)

async function begin() {
  const { turns, spacing, pull, ratio, inverse, ...rest } = form
  const typed = {
    turns: turns || undefined,
    spacing: spacing || undefined,
    pull: pull || undefined,
    ratio: ratio || undefined,
    inverse: inverse || undefined,
  }
  await pen.record({ indexing: { ...rest, ...typed } })
}
</script>

<template>
  <form class="flex max-w-3xl flex-col gap-3" @submit.prevent="begin">
    <FaultNote v-if="pen.fault.value" :fault="pen.fault.value" />
    <div class="grid gap-3 sm:grid-cols-2">
      <ChoiceField
        v-model="form.family"
        label="Sprockets"
        name="family"
        :fault="pen.fault.value"
        :choices="families.map((g) => [g.id, g.name] as const)"
        :disabled="locked"
      />
      <TextField
        v-model="form.turns"
        label="Turns that the barrel has left outward"
        name="turns"
        :fault="pen.fault.value"
        figure
      />
      <div class="sm:col-span-2">
        <TextField
          v-model="form.teeth"
          :label="
            on ? `Teeth of each, smallest first; known of them: ${on}` : 'Teeth of each, smallest first'
          "
          name="teeth"
          :fault="pen.fault.value"
          figure
        />
      </div>
    </div>
    <fieldset>
      <legend class="mb-1 text-note text-soft">What is known of it</legend>
      <TickField v-model="form.fell">it fell on its right side, or was hit there</TickField>
      <TickField v-model="form.swapped"
        >lever, mech or sprockets were changed, and it did not shift since</TickField
      >
      <TickField v-model="form.stood">it stood for months, or in the wet</TickField>
      <TickField v-model="form.inverse"
        >with its cable off the mech springs to the largest sprocket</TickField
      >
    </fieldset>
    <FoldBox>
      <template #row>Measured on this bike, in place of what is usual</template>
      <div class="grid gap-3 sm:grid-cols-3">
        <TextField
          v-model="form.spacing"
          label="Middle to middle, mm"
          name="spacing"
          :fault="pen.fault.value"
          :placeholder="String(family?.spacing_mm ?? '')"
          figure
        />
        <TextField
          v-model="form.pull"
          label="Cable a click, mm"
          name="pull"
          :fault="pen.fault.value"
          :placeholder="String(family?.pull_mm ?? '')"
          figure
        />
        <TextField
          v-model="form.ratio"
          label="Mech for each mm of cable"
          name="ratio"
          :fault="pen.fault.value"
          :placeholder="String(family?.ratio ?? '')"
          figure
        />
      </div>
    </FoldBox>
    <p class="bg-ochre-wash px-3 py-2">
      First by hand, slowly, to the largest sprocket: a bent hanger or a wrong limit screw puts the mech into
      the spokes. Clutch off.
    </p>
    <div>
      <button type="submit" class="button button-go min-h-[52px]" :disabled="locked || pen.busy.value">
        Begin
      </button>
    </div>
  </form>
</template>
