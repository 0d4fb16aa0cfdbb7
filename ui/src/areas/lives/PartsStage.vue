<script setup lang="ts">
import { computed } from 'vue'

import { useBike } from '@/api/job'
import { useOpenJob, useTarget } from '@/areas/job/open'
import FaultNote from '@/parts/FaultNote.vue'
import LoadingRule from '@/parts/LoadingRule.vue'

import LifeLines from './LifeLines.vue'
import PartForm from './PartForm.vue'

/** What is on the bike that lies open: what was fitted is said here. */
const { job, closed } = useOpenJob()
const { target, open } = useTarget()
const { data, error, isPending } = useBike(() => job.value.bike.id)
const place = computed({ get: () => target(), set: (at) => void open(at ?? '') })
/** The work that renewed this place in this job, of which nobody has said yet what was fitted. */
const itemOf = (operations: readonly string[]) =>
  job.value.items.find((i) => i.work && operations.includes(i.item.operation ?? ''))?.id
</script>

<template>
  <div class="px-5 py-4">
    <div class="mb-2 flex flex-wrap items-center gap-3">
      <RouterLink :to="{ name: 'job-work' }" class="button button-quiet -ml-2">← Work</RouterLink>
      <h2>What is on it</h2>
      <RouterLink :to="{ name: 'job-read-off' }" class="button ml-auto">Read it off the bike</RouterLink>
    </div>
    <FaultNote v-if="error" :fault="error" />
    <LoadingRule v-if="isPending" />
    <LifeLines v-if="data" v-model:open="place" :lines="data.lines">
      <template #default="{ line }">
        <PartForm
          v-if="!closed"
          :key="`${line.place}/${line.lives.length}`"
          :line="line"
          :item="itemOf(line.renewed_by)"
        />
      </template>
    </LifeLines>
  </div>
</template>
