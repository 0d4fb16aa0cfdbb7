<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'

import { ask, client, type Schemas } from '@/api/client'
import { useSession } from '@/api/session'
import { useOpenJob } from '@/areas/job/open'
import FaultNote from '@/parts/FaultNote.vue'

/** Keeps how this bike is ridden, so that it is typed once. */
const props = defineProps<{ riding?: Schemas['Riding']; changed: boolean; known: boolean }>()
const { job, pen } = useOpenJob()
const { hands } = useSession()
const keep = useMutation({
  mutationFn: () =>
    ask(
      client.PUT('/api/bikes/{id}', {
        params: { path: { id: job.value.bike.id } },
        body: { ...job.value.bike, riding: props.riding },
      }),
    ),
  onSettled: () => pen.refresh(),
})
</script>

<template>
  <div class="mt-3 flex flex-wrap items-center gap-x-4 gap-y-2">
    <p class="text-soft" role="status">
      <template v-if="!riding">Nothing is reckoned while a figure cannot be read.</template>
      <template v-else-if="!known">Usual figures: nobody has asked this rider yet.</template>
      <template v-else-if="changed">Other figures than this bike has kept.</template>
      <template v-else>As kept for this bike.</template>
    </p>
    <button
      v-if="changed && hands"
      type="button"
      class="button"
      :disabled="keep.isPending.value"
      @click="keep.mutate()"
    >
      Keep for this bike
    </button>
    <FaultNote v-if="keep.error.value" class="w-full" :fault="keep.error.value" />
  </div>
</template>
