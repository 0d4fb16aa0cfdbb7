<script setup lang="ts">
import { computed, reactive } from 'vue'

import { useOpenJob, usePart } from '@/areas/job/open'
import TextField from '@/parts/TextField.vue'

import { typed } from './benches'
import ChainDrawing from './ChainDrawing.vue'
import FigureBench from './FigureBench.vue'

/** How long a chain is to be that a mech takes up. */
defineProps<{ locked: boolean }>()
const { job } = useOpenJob()
const told = usePart('gears')
const known = told.value.known.chain
const form = reactive({
  rings: known?.rings ?? '',
  sprockets: known?.sprockets ?? '',
  stay: known?.stay ?? '',
  grows: known?.grows ?? '',
  takes_up: known?.takes_up ?? '',
  largest: known?.largest ?? '',
  cage: known?.cage || '60',
})
const full = computed(() => job.value.bike.facts.suspension === 'full')
const asked = computed(() =>
  typed(form.rings, form.sprockets, form.stay, form.cage) ? { chain: { ...form } } : undefined,
)
</script>

<template>
  <FigureBench
    bench="chain"
    title="How long the chain is to be"
    about="the largest pair has to go; the smallest must not hang slack"
    missing="Type rings, sprockets, and how far it is from the middle of the crank to that of the hub."
    :asked="asked"
    :locked="locked"
  >
    <template #drawing="{ figured }"
      ><ChainDrawing
        :pairs="figured?.pairs ?? []"
        :stay="form.stay"
        :cage="form.cage"
        :links="figured?.chain?.links"
    /></template>
    <template #default="{ fault }">
      <div class="grid max-w-4xl grid-cols-2 gap-3 md:grid-cols-4">
        <TextField v-model="form.rings" label="Rings, teeth" name="chain.rings" :fault="fault" figure />
        <div class="md:col-span-3">
          <TextField
            v-model="form.sprockets"
            label="Sprockets, teeth; the ends are enough"
            name="chain.sprockets"
            :fault="fault"
            figure
          />
        </div>
        <TextField v-model="form.stay" label="Crank to hub, mm" name="chain.stay" :fault="fault" figure />
        <TextField
          v-model="form.cage"
          label="Cage, pulley to pulley, mm"
          name="chain.cage"
          :fault="fault"
          figure
        />
        <TextField
          v-model="form.takes_up"
          label="Mech takes up, teeth"
          name="chain.takes_up"
          :fault="fault"
          figure
        />
        <TextField
          v-model="form.largest"
          label="Largest it clears, teeth"
          name="chain.largest"
          :fault="fault"
          figure
        />
        <div v-if="full" class="col-span-2">
          <TextField
            v-model="form.grows"
            label="The stay grows with the shock pressed home by, mm"
            name="chain.grows"
            :fault="fault"
            figure
          />
        </div>
      </div>
      <p class="mt-2 text-note text-soft">
        Before it is cut: lay it on the largest pair by hand. What stands on the mech wins where nobody typed
        it.
      </p>
    </template>
    <template #more="{ figured }">
      <dl v-if="figured?.chain" class="mt-2 grid grid-cols-[1fr_auto] gap-x-3 text-note">
        <dt class="text-soft">least, largest pair</dt>
        <dd class="figure">{{ figured.chain.least.toFixed(1) }}</dd>
        <dt class="text-soft">most, smallest pair</dt>
        <dd class="figure">{{ figured.chain.most.toFixed(1) }}</dd>
        <dt class="text-soft">teeth to take up</dt>
        <dd class="figure">{{ figured.chain.asked }}</dd>
      </dl>
    </template>
  </FigureBench>
</template>
