<script setup lang="ts">
import { computed } from 'vue'

import { useSession } from '@/api/session'
import { useOpenJob, usePart } from '@/areas/job/open'
import { useWalk } from '@/areas/job/walk'
import WalkList from '@/areas/job/WalkList.vue'
import NextPiece from '@/areas/work/NextPiece.vue'

import { type Contact, markOf, stands } from './contact'
import ContactBench from './ContactBench.vue'
import LeverDrawing from './LeverDrawing.vue'
import RiderDrawing from './RiderDrawing.vue'

/** How the rider has the bike: noted before hands undo it, put back after. */
const { job, closed } = useOpenJob()
const { hands } = useSession()
const part = usePart('contacts')
const contacts = computed(() => part.value.contacts)
const todo = (c: Contact) => c.wanted || c.owed
const { chosen, here, onward, back, open } = useWalk({
  things: () => contacts.value,
  key: (c) => c.id,
  todo,
  line: 'contact',
})
const ends = computed(() =>
  (['front', 'rear'] as const).filter((end) => contacts.value.some((c) => c.end === end)),
)
const notes = computed(() => contacts.value.filter((c) => c.wanted).length)
const owes = computed(() => contacts.value.filter((c) => c.owed).length)
</script>

<template>
  <div
    class="grid h-full min-h-0 grid-cols-[minmax(0,1fr)] lg:grid-cols-[minmax(0,1fr)_250px] xl:grid-cols-[minmax(0,1fr)_300px]"
  >
    <div class="flex min-h-0 min-w-0 flex-col lg:overflow-y-auto">
      <div class="flex min-h-[220px] flex-1 flex-wrap items-stretch">
        <div class="h-[260px] min-w-0 flex-1 basis-[300px] px-2 pt-2 lg:h-auto lg:min-h-[230px]">
          <RiderDrawing :facts="job.bike.facts" :contacts="contacts" :chosen="chosen?.id" @choose="open" />
        </div>
        <div
          v-if="ends.length"
          class="flex w-full shrink-0 flex-row border-rule sm:w-auto sm:basis-[190px] xl:basis-[230px] sm:flex-col sm:border-l"
        >
          <LeverDrawing
            v-for="end in ends"
            :key="end"
            class="min-h-0 min-w-0 flex-1"
            :contacts="contacts"
            :end="end"
            :chosen="chosen?.id"
            @choose="open"
          />
        </div>
      </div>
      <ContactBench
        v-if="chosen"
        :key="chosen.id"
        class="shrink-0"
        :contact="chosen"
        :locked="closed || !hands"
        :over="!owes && !notes"
        @onward="(skip) => onward(!!skip)"
        @back="back"
      >
        <NextPiece />
      </ContactBench>
    </div>
    <nav class="flex min-h-0 flex-col border-rule max-lg:border-t lg:border-l" aria-label="How it is set">
      <div class="shrink-0 border-b border-rule px-4 py-3">
        <h2>As the rider has it</h2>
        <p class="mt-1 text-note" role="status">
          <template v-if="owes"
            ><b>{{ owes }} to put back</b>, and write down as left.</template
          >
          <template v-else-if="notes"
            ><b>{{ notes }} to note</b> before hands undo them.</template
          >
          <span v-else class="text-soft">Nothing waits here. The rest is noted as it is wanted.</span>
        </p>
      </div>
      <WalkList
        v-slot="{ thing: c }"
        :things="contacts"
        :key-of="(c) => c.id"
        :mark-of="markOf"
        :here="here"
        line="contact"
        columns="grid-cols-[24px_minmax(0,1fr)_auto]"
        @choose="open"
      >
        <span class="leading-tight"
          >{{ c.name }}<span v-if="c.owed" class="block text-fine font-normal text-ochre">to put back</span
          ><span v-else-if="c.wanted" class="block text-fine font-normal text-soft">to note first</span></span
        >
        <span class="figure text-right text-sm text-soft">{{ stands(c)?.says }}</span>
      </WalkList>
    </nav>
  </div>
</template>
