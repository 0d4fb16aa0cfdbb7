<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import { useBike } from '@/api/job'
import { useOpenJob } from '@/areas/job/open'
import PartForm from '@/areas/lives/PartForm.vue'
import ConditionMark from '@/parts/ConditionMark.vue'
import LoadingRule from '@/parts/LoadingRule.vue'

/** What a step fitted: written down where the part's life begins. */
const props = defineProps<{ place: string; run: Schemas['RunView']; locked: boolean }>()
const { job } = useOpenJob()
const { data, isPending } = useBike(() => job.value.bike.id)
const line = computed(() => data.value?.lines.find((l) => l.place === props.place))
const written = computed(() => !props.run.missing)
const told = computed(() =>
  line.value?.particulars
    .flatMap((p) => {
      const is = line.value?.lives.at(-1)?.particulars?.[p.id]
      return is ? `${p.name.toLowerCase()} ${is}${p.unit ? ` ${p.unit}` : ''}` : []
    })
    .join(', '),
)
</script>

<template>
  <LoadingRule v-if="isPending" />
  <p v-else-if="!line" class="text-soft">This bike has no such place: go on.</p>
  <p v-else-if="written" class="flex items-center gap-2.5">
    <ConditionMark mark="sound" :size="20" />
    <span
      ><b>{{ line.name }}</b> written down<template v-if="told">: {{ told }}</template
      >.</span
    >
    <RouterLink class="text-petrol underline" :to="{ name: 'job-parts', query: { at: line.place } }"
      >Something else went on</RouterLink
    >
  </p>
  <PartForm v-else-if="!locked" :key="line.place" :line="line" :item="run.item" bare />
</template>
