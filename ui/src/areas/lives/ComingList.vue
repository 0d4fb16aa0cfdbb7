<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import { useBike } from '@/api/job'
import { useOpenJob } from '@/areas/job/open'
import ConditionMark from '@/parts/ConditionMark.vue'
import { useMoney } from '@/parts/money'

/** What will be due in the next months by how it wears, proposed with one press. */
const { job, pen, closed } = useOpenJob()
const { money } = useMoney()
const { data } = useBike(() => job.value.bike.id)
const coming = computed(() =>
  (data.value?.lines ?? []).filter(
    (l) =>
      l.soon &&
      l.left !== 'now' &&
      l.work.length > 0 &&
      !job.value.items.some((i) => l.work.some((w) => w.operation === i.item.operation)),
  ),
)
const propose = (w: Schemas['Renewal']) =>
  pen.record({ item: { operation: w.operation, title: w.title, minutes: w.minutes, parts: w.parts } })
</script>

<template>
  <section v-if="coming.length" aria-labelledby="coming">
    <h2 id="coming" class="mb-1 border-b border-ink pb-1">Due within three months</h2>
    <ul>
      <li
        v-for="l in coming"
        :key="l.place"
        class="flex flex-wrap items-center gap-x-3 gap-y-2 border-b border-rule py-2 pl-1"
      >
        <ConditionMark :mark="l.mark" :size="22" />
        <span class="min-w-56 flex-1 leading-tight"
          ><b class="block">{{ l.name }} {{ l.last }}</b
          ><span class="text-note text-soft"
            >{{ /^\d/.test(l.left) ? `about ${l.left} left` : l.left }} {{ l.says && `· ${l.says}` }}</span
          ></span
        >
        <button v-if="!closed" type="button" class="button" @click="l.work[0] && propose(l.work[0])">
          {{ l.work[0]?.title }}
          <span v-if="l.work[0]" class="figure font-normal">{{ money(l.work[0].total_minor) }}</span>
        </button>
      </li>
    </ul>
  </section>
</template>
