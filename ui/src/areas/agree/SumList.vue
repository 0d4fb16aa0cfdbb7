<script setup lang="ts">
import { useSession } from '@/api/session'
import { useOpenJob } from '@/areas/job/open'
import { useMoney } from '@/parts/money'

/** What all of it costs, and what of that is agreed, less what several items share. */
const { job } = useOpenJob()
const { settings } = useSession()
const { money } = useMoney()
</script>

<template>
  <dl class="figure ml-auto grid max-w-md grid-cols-[1fr_auto] gap-x-6 py-3 text-right">
    <template v-if="job.service?.price_minor">
      <dt class="font-sans text-soft">{{ job.service.name }}</dt>
      <dd>{{ money(job.service.price_minor) }}</dd>
    </template>
    <template v-for="s in job.shared_all" :key="s.name">
      <dt class="font-sans text-sm text-soft">{{ s.name }} once, not {{ s.times }} times</dt>
      <dd class="text-sm text-soft">−{{ money(s.saved_minor) }}</dd>
    </template>
    <dt class="font-sans text-soft">Proposed</dt>
    <dd>{{ money(job.proposed.gross_minor) }}</dd>
    <dt class="font-sans font-[680]">Agreed</dt>
    <dd class="font-bold">{{ money(job.agreed.gross_minor) }}</dd>
    <dt class="font-sans text-sm text-soft">
      {{ settings?.tax_included ? 'of which' : 'with' }} tax {{ (settings?.tax_rate_bp ?? 0) / 100 }} %
    </dt>
    <dd class="text-sm text-soft">{{ money(job.agreed.tax_minor) }}</dd>
  </dl>
</template>
