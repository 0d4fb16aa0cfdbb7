<script setup lang="ts">
import { ref } from 'vue'

import type { Schemas } from '@/api/client'
import { useSession } from '@/api/session'
import { useOpenJob } from '@/areas/job/open'
import PhotoStrip from '@/areas/job/PhotoStrip.vue'
import ConditionMark from '@/parts/ConditionMark.vue'
import { useMoney } from '@/parts/money'

import { usePropose } from './propose'
import RescueChoice from './RescueChoice.vue'

/** Something wrong that nothing is offered for yet: what can settle it, one press each, or why it is left. */
const props = defineProps<{ finding: Schemas['FindingView']; here: boolean }>()
const { pen, closed } = useOpenJob()
const { hands } = useSession()
const { money } = useMoney()
const { propose, onTheWay } = usePropose()
/** What is quicker done than asked about; a new part is proposed. */
const onTheSpot = ['adjust', 'clean']
const leaving = ref(false)
const reason = ref('')

async function setAside() {
  if (await pen.record({ aside: { finding: props.finding.id, reason: reason.value } })) leaving.value = false
}
</script>

<template>
  <li class="border-b border-rule py-2.5" :class="here && 'bg-wash shadow-[inset_4px_0_var(--color-petrol)]'">
    <div class="flex flex-wrap items-center gap-x-3 gap-y-2 pl-1">
      <ConditionMark :mark="finding.mark" :size="22" />
      <span class="min-w-56 flex-1 leading-tight"
        ><b class="block">{{ finding.title }}</b
        ><span class="text-note text-soft">{{ finding.reason }}</span></span
      >
      <template v-if="!closed">
        <template v-if="finding.way && hands">
          <button type="button" class="button button-go" @click="onTheWay(finding, finding.way, true)">
            Onto the sheet as done
            <span class="figure font-normal">{{ money(finding.way.total_minor) }}</span>
          </button>
          <button type="button" class="button" @click="onTheWay(finding, finding.way, false)">
            As done, not charged
          </button>
        </template>
        <div v-else class="ml-auto flex max-w-full flex-wrap justify-end gap-2">
          <button
            v-for="s in finding.suggested"
            :key="s.operation ?? s.title"
            type="button"
            class="button max-w-96 flex-col! items-start! gap-0! py-1.5 text-left leading-tight"
            @click="propose(finding, s)"
          >
            <span
              >{{ s.title }} <span class="figure font-normal">{{ money(s.total_minor) }}</span></span
            >
            <span v-if="s.why && finding.suggested.length > 1" class="text-[13.5px] font-normal text-soft">{{
              s.why
            }}</span>
            <span v-if="s.lacks" class="text-[13.5px] font-normal text-ochre">{{ s.lacks }}</span>
          </button>
        </div>
      </template>
    </div>
    <div class="mt-1 flex flex-wrap items-center justify-end gap-3 pl-9">
      <p v-if="finding.waiting" class="min-w-0 flex-1 text-note text-soft">
        Now <span class="figure">{{ money(finding.waiting.now_minor) }}</span>; left until it has ruined more,
        <span class="figure">{{ money(finding.waiting.later_minor) }}</span> ({{
          finding.waiting.ruined.join(', ').toLowerCase()
        }}
        as well).
      </p>
      <template v-if="!closed">
        <button
          v-if="
            hands &&
            !finding.way &&
            finding.suggested[0] &&
            onTheSpot.includes(finding.suggested[0].how ?? 'adjust')
          "
          type="button"
          class="button button-quiet"
          :title="finding.suggested[0].title"
          @click="onTheWay(finding, finding.suggested[0], false)"
        >
          Done on the spot
        </button>
        <button
          v-if="finding.mark !== 'unsafe'"
          type="button"
          class="button button-quiet"
          @click="leaving = !leaving"
        >
          Leave it
        </button>
      </template>
      <PhotoStrip :about="finding.point ?? finding.id" :name="finding.title" />
    </div>
    <RescueChoice
      v-if="finding.rescue"
      class="mt-2 ml-9"
      :rescue="finding.rescue"
      @take="(s) => propose(finding, s)"
    />
    <form v-if="leaving" class="mt-2 flex gap-2 pl-8" @submit.prevent="setAside">
      <input
        v-model="reason"
        class="input flex-1"
        aria-label="Why it is left"
        placeholder="Why is it left? It stands on the owner’s sheet."
      />
      <button type="submit" class="button" :disabled="!reason.trim()">Leave it</button>
    </form>
  </li>
</template>
