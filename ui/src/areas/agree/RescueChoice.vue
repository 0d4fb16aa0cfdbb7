<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/api/client'
import { useWords } from '@/api/words'
import { useOpenJob } from '@/areas/job/open'
import { useMoney } from '@/parts/money'
import { percent } from '@/parts/words'

/** Trying to save a contaminated brake against replacing it, by the shop's own record. */
const props = defineProps<{ rescue: Schemas['RescueView'] }>()
const emit = defineEmits<{ take: [offer: Schemas['Suggestion']] }>()
const { closed } = useOpenJob()
const { money } = useMoney()
const words = useWords()
const record = computed(() => {
  const { held, tried } = props.rescue.record
  return tried ? `held ${held} of ${tried} times` : 'none yet'
})
</script>

<template>
  <div class="border-l-4 border-rule pl-3 text-note">
    <p class="font-[640]">Rescue it or replace it?</p>
    <dl class="grid max-w-xl grid-cols-[1fr_auto] gap-x-6">
      <dt class="text-soft">Replace pads and rotor now</dt>
      <dd class="figure text-right">{{ money(rescue.replace_minor) }}</dd>
      <dt class="text-soft">
        Rescue for {{ money(rescue.labour_minor) }}, replaced as often as it does not hold
      </dt>
      <dd class="figure text-right">
        {{ money(rescue.expected_minor) }} ({{ money(rescue.least_minor) }} to {{ money(rescue.most_minor) }})
      </dd>
      <dt class="text-soft">This shop’s record: {{ record }}</dt>
      <dd class="figure text-right">
        {{ percent(rescue.chance_least) }} to {{ percent(rescue.chance_most) }}
      </dd>
      <dt class="text-soft">Worth it from</dt>
      <dd class="figure text-right">{{ percent(rescue.even) }}</dd>
    </dl>
    <p>
      <b>{{ rescue.says }}</b> {{ words.about('rescues', rescue.school) }}
    </p>
    <button v-if="!closed" type="button" class="button mt-1" @click="emit('take', rescue.offer)">
      {{ rescue.offer.title }} <span class="figure font-normal">{{ money(rescue.offer.total_minor) }}</span>
    </button>
  </div>
</template>
