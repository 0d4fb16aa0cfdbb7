<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas, Stage } from '@/api/client'
import BikeDrawing from '@/drawing/BikeDrawing.vue'
import ConditionMark from '@/parts/ConditionMark.vue'
import { useTimes } from '@/parts/time'

const props = defineProps<{ job: Schemas['TodayJob'] }>()
const { soon } = useTimes()
const stages: Stage[] = ['inspect', 'agree', 'work', 'verify', 'hand-over']
const promised = computed(() => (props.job.promised_at ? soon(props.job.promised_at) : 'no time promised'))
</script>

<template>
  <RouterLink
    :to="{ name: 'job', params: { id: job.id } }"
    class="flex h-full gap-3 border bg-chalk p-3 hover:bg-wash"
    :class="job.late ? 'border-brick' : 'border-ink'"
  >
    <BikeDrawing :facts="job.facts" class="h-[74px] w-[118px] shrink-0 self-center" :title="job.title" />
    <span class="flex min-w-0 flex-1 flex-col">
      <span class="flex items-baseline justify-between gap-2">
        <b class="line-clamp-2 text-[17px] leading-tight">{{ job.title }}</b>
        <span class="figure shrink-0 text-note font-[640]" :class="job.late && 'text-brick'">{{
          promised
        }}</span>
      </span>
      <span class="line-clamp-1 text-sm text-soft">
        {{ job.owner }} · {{ job.for.toLowerCase()
        }}<template v-if="job.stand"> · stand {{ job.stand }}</template>
      </span>
      <span class="mt-1.5 flex items-start gap-2 text-note leading-tight">
        <ConditionMark :mark="job.mark" :size="18" />
        <span class="line-clamp-2"
          ><b v-if="job.late" class="text-brick">Late. </b>{{ job.next
          }}<span class="text-soft">, {{ job.detail }}</span></span
        >
      </span>
      <span class="mt-auto flex items-center gap-1 pt-2" :aria-label="`${job.open} things still stand`">
        <span
          v-for="s in stages"
          :key="s"
          class="h-[5px] flex-1"
          :class="job.open_stages.includes(s) ? (s === job.stage ? 'bg-petrol' : 'bg-rule') : 'bg-ink'"
        />
        <span class="figure ml-2 text-fine text-soft">{{ job.open }} open</span>
      </span>
    </span>
  </RouterLink>
</template>
