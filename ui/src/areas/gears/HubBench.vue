<script setup lang="ts">
import { computed, reactive } from 'vue'

import { useOpenJob, usePart } from '@/areas/job/open'
import ChoiceField from '@/parts/ChoiceField.vue'
import ChoiceRow from '@/parts/ChoiceRow.vue'

import FigureBench from './FigureBench.vue'
import HubWindow from './HubWindow.vue'

/** A geared hub: its mark in the gear in which it is set, from both sides, and then under load. */
defineProps<{ locked: boolean }>()
const { job } = useOpenJob()
const told = usePart('gears')
const hub = computed(() => told.value.known.hub_gear)
const kept = told.value.notes.find((n) => n.figured.bench === 'hub' && !hub.value?.moved)?.asked.hub
type Hub = NonNullable<typeof kept>
/** A hub without a mark is not asked where it stands; one without a cable not whether it comes back to it. */
const marked = computed(() => hub.value?.mark_gear !== 0)
const cabled = computed(() => hub.value?.cable !== false)
const form = reactive({
  mark: kept?.mark as Hub['mark'] | undefined,
  returns: kept?.returns ?? ('not_tried' as Hub['returns']),
  loaded: (kept?.loaded ?? 'not_yet') as 'holds' | 'slips' | 'not_yet',
  slipped: String(kept?.slipped ?? 0),
  dust_cap: kept?.dust_cap ?? ('there' as Hub['dust_cap']),
})
const asked = computed(() =>
  form.mark || !marked.value
    ? {
        hub: {
          mark: marked.value && form.mark ? form.mark : ('none' as const),
          returns: cabled.value ? form.returns : ('not_tried' as const),
          loaded: form.loaded === 'not_yet' ? undefined : form.loaded,
          slipped: form.loaded === 'slips' && Number(form.slipped) ? Number(form.slipped) : undefined,
          dust_cap: form.dust_cap,
        },
      }
    : undefined,
)
</script>

<template>
  <FigureBench
    bench="hub"
    :title="
      !marked
        ? `Hub gear: ${hub?.gears} gears, without a mark`
        : hub
          ? `Hub gear: its mark, in gear ${hub.mark_gear} of ${hub.gears}`
          : 'Hub gear: its mark'
    "
    :about="
      marked
        ? 'coloured mark in the window; the hub maker’s manual wins over our gear'
        : cabled
          ? 'its cables keep a little play in every gear; the hub maker’s manual wins'
          : 'no lever shifts it; the hub maker’s manual wins'
    "
    missing="Choose where the mark stands in its window."
    :asked="asked"
    :locked="locked"
  >
    <template #drawing>
      <p v-if="hub?.moved" class="mb-2 flex gap-2 bg-ochre-wash px-3 py-2">
        Its axle was undone in this job. Look first: the washers’ teeth in the slots, both nuts torqued, tugs
        even; then set the mark again.
      </p>
      <HubWindow
        v-if="marked"
        :mark="form.mark === 'none' ? undefined : form.mark"
        :gears="hub?.gears ?? job.bike.facts.speeds"
        :set="hub?.mark_gear"
      />
    </template>
    <template #default>
      <div class="flex max-w-3xl flex-col gap-3">
        <ChoiceRow
          v-if="marked"
          v-model="form.mark"
          label="The mark, after a turn of the crank"
          :choices="[
            ['right', 'On its line'],
            ['slack', 'Short of it: the cable is slack'],
            ['tight', 'Past it: the cable is tight'],
            ...(hub ? [] : [['none', 'It has none'] as const]),
          ]"
        />
        <ChoiceRow
          v-if="cabled"
          v-model="form.returns"
          :label="
            marked
              ? 'Shifted away and back, from the gear above and from the one below'
              : 'Shifted away and back: does the lever’s play come to the same?'
          "
          :choices="[
            ['right', 'It comes to the same place'],
            ['other', 'It does not'],
            ['not_tried', 'Not tried yet'],
          ]"
        />
        <ChoiceRow
          v-model="form.loaded"
          label="Under load, in every gear"
          :choices="[
            ['holds', 'It holds'],
            ['slips', 'It slips'],
            ['not_yet', 'Not ridden yet'],
          ]"
        />
        <ChoiceField
          v-if="form.loaded === 'slips'"
          v-model="form.slipped"
          class="max-w-60"
          label="It slips in"
          :choices="[
            ['0', 'several gears'],
            ...Array.from({ length: hub?.gears ?? 0 }, (_, i) => [String(i + 1), `gear ${i + 1}`] as const),
          ]"
        />
        <ChoiceRow
          v-if="cabled"
          v-model="form.dust_cap"
          label="The indicator’s cap or wheel"
          :choices="[
            ['there', 'There'],
            ['missing', 'Missing'],
          ]"
        />
      </div>
    </template>
  </FigureBench>
</template>
