<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'
import ChanceRule from '@/parts/ChanceRule.vue'
import FoldBox from '@/parts/FoldBox.vue'
import SlipField from '@/parts/SlipField.vue'
import { useTimes } from '@/parts/time'
import { percent } from '@/parts/words'

import { useVerdict } from './hunt'

/** The causes ranked, with what speaks for and against each, and the answers so far. */
const props = defineProps<{ hunt: Schemas['HuntView']; locked: boolean }>()
const { pen } = useOpenJob()
const { dayAndClock } = useTimes()
const { accept } = useVerdict(() => props.hunt.id)
const takeBack = (id: string, reason = '') => pen.record({ withdrawn: { reason } }, id)
</script>

<template>
  <aside class="flex flex-col gap-5 px-4 py-4">
    <section aria-labelledby="causes">
      <h2 id="causes" class="mb-1">What can be behind it</h2>
      <ol>
        <li v-for="(c, i) in hunt.causes" :key="c.id" class="border-b border-rule py-2">
          <p class="flex items-baseline gap-2">
            <span class="min-w-0 flex-1" :class="i === 0 && 'font-[680]'">{{ c.name }}</span>
            <span class="figure text-note">{{ percent(c.chance) }}</span>
          </p>
          <ChanceRule :chance="c.chance" :strong="i === 0" />
          <FoldBox v-if="i > 0" class="text-sm text-soft">
            <template #row>Why</template>
            <p>{{ c.why }}</p>
            <p v-if="c.for.length">For it: {{ c.for.join('; ') }}.</p>
            <p v-if="c.against.length">Against it: {{ c.against.join('; ') }}.</p>
          </FoldBox>
          <div v-else class="text-sm text-soft">
            <p>{{ c.why }}</p>
            <p v-if="c.for.length">For it: {{ c.for.join('; ') }}.</p>
            <p v-if="c.against.length">Against it: {{ c.against.join('; ') }}.</p>
            <button
              v-if="!hunt.finding && !hunt.cured && hunt.steps.length"
              type="button"
              class="button mt-1.5"
              :disabled="locked"
              @click="accept(c.id)"
            >
              It is this: make it a finding
            </button>
          </div>
        </li>
      </ol>
    </section>
    <section aria-labelledby="answers">
      <h2 id="answers" class="mb-1">Answered · {{ hunt.steps.length }}</h2>
      <p v-if="!hunt.steps.length" class="text-soft">
        Nothing yet. The walk-round’s readings count by themselves.
      </p>
      <ol>
        <li
          v-for="(s, i) in hunt.steps"
          :key="s.id ?? i"
          class="flex flex-wrap items-center gap-x-2 border-b border-rule py-1.5 text-note"
        >
          <span class="min-w-0 flex-1"
            ><span class="text-soft">{{ s.do }}</span> <b>{{ s.answer }}</b>
            <span class="block text-sm text-soft"
              >{{ s.reading ? 'from the walk-round' : s.by
              }}<template v-if="s.at && !s.reading"> · {{ dayAndClock(s.at) }}</template></span
            ></span
          >
          <button
            v-if="s.id && !s.finds"
            type="button"
            class="button button-quiet shrink-0"
            :disabled="locked"
            :aria-label="`Take back: ${s.do}`"
            @click="takeBack(s.id)"
          >
            take back
          </button>
          <div v-if="s.id && s.finds" class="w-full pb-1 text-sm">
            Stands as a finding until it is put right: <b>{{ s.finds }}</b>.
            <SlipField :locked="locked" @say="(why) => s.id && takeBack(s.id, why)" />
          </div>
        </li>
      </ol>
    </section>
    <p class="text-sm text-soft">
      Source: {{ hunt.source }}. The maker’s manual wins; where in doubt, ask a qualified mechanic.
    </p>
  </aside>
</template>
