<script setup lang="ts">
import { computed } from 'vue'

import type { JobView, PointView } from '@/api/client'
import { useSession } from '@/api/session'
import { useWords } from '@/api/words'
import ConditionMark from '@/parts/ConditionMark.vue'
import { useMoney } from '@/parts/money'
import { useTimes } from '@/parts/time'
import { figure } from '@/parts/words'

/** The sheet the owner keeps: found, done, measured, every torque, declined. */
const props = defineProps<{ job: JobView }>()
const { settings } = useSession()
const { money } = useMoney()
const { date, dayAndClock } = useTimes()
const done = computed(() => props.job.items.filter((i) => i.work))
const declined = computed(() => props.job.items.filter((i) => i.answer && i.answer.answer !== 'yes'))
const read = computed(() => (props.job.parts.walk?.points ?? []).filter((p) => p.reading))
const logged = computed(() => (props.job.parts.bolts?.bolts ?? []).filter((b) => b.log))
/** How the rider has it, as far as anybody noted it. */
const set = computed(() => (props.job.parts.contacts?.contacts ?? []).filter((c) => c.found || c.left))
const words = useWords()
/** All that was read at a point: of two pads both. */
const figures = (p: PointView) => {
  const values = p.reading?.values ?? []
  const said = values.length > 1 ? values : [p.reading?.value ?? 0]
  return `${said.map(figure).join(' / ')} ${p.gauge?.unit ?? ''}`
}
/** Whether the card tells how to bed something in, and not only what is not to be ridden. */
const beds = computed(() => props.job.riding.length > Math.min(1, props.job.not_ridden.length))
const wasFound = (found = 'figure') =>
  found === 'not_checked' ? '–' : found === 'figure' ? '' : words.found(found)
</script>

<template>
  <article class="panel px-6 py-5" aria-label="Service sheet">
    <header class="flex flex-wrap items-baseline gap-x-4 border-b-2 border-ink pb-2">
      <p class="text-xl font-[720]">Service sheet</p>
      <p class="text-soft">
        {{ settings?.name }}<template v-if="settings?.address">, {{ settings.address }}</template>
      </p>
      <p class="figure ml-auto text-soft">#{{ job.job.number }} · {{ date(job.job.opened_at) }}</p>
    </header>
    <p v-if="job.not_ridden.length" class="mt-2 border-l-4 border-brick bg-brick-wash px-3 py-2">
      <b>Not to be ridden.</b> Left as it is, as its owner wished, told that it is unsafe:
      {{ job.not_ridden.join('; ') }}.
    </p>
    <p class="mt-2">“{{ job.job.words }}”</p>
    <p v-for="c in job.said" :key="c.id" class="flex flex-wrap gap-x-3 py-1 text-note">
      <b>{{ c.ridden ? c.words : `“${c.words}”` }}</b><span class="flex-1 text-soft">{{
        c.open ? 'not answered yet' : c.answer
      }}</span>
    </p>
    <h2 class="mt-4 mb-1 border-b border-rule">Found</h2>
    <p v-if="!job.findings.length" class="text-soft">Nothing that needs work.</p>
    <p v-for="f in job.findings" :key="f.id" class="flex gap-2.5 py-1">
      <ConditionMark :mark="f.mark" :size="18" /><b>{{ f.title }}</b
      ><span class="flex-1 text-soft">{{ f.reason }} {{ f.why }}</span
      >{{ words.status(f.status) }}
    </p>
    <p
      v-for="c in job.corrected"
      :key="c.at + c.was"
      class="flex flex-wrap gap-x-2.5 py-1 text-note text-soft"
    >
      <span>{{ c.was }}</span><span class="flex-1">corrected: {{ c.is }}. {{ c.by }}: {{ c.why }}</span>
    </p>
    <template v-if="job.service?.holds.length">
      <h2 class="mt-4 mb-1 border-b border-rule">{{ job.service.name }}</h2>
      <p class="flex gap-3 py-1">
        <span class="flex-1">{{ job.service.holds.join('; ') }}.</span
        ><span class="figure">{{ money(job.service.price_minor) }}</span>
      </p>
      <p v-for="r in job.service.read" :key="r.says" class="flex gap-3 py-1">
        <b>{{ r.says }}</b><span class="flex-1 text-soft">{{ r.note }} ({{ r.by }})</span>
      </p>
      <p v-for="l in job.service.left_out" :key="l.says" class="flex gap-3 py-1">
        <b>Left out: {{ l.says }}</b
        ><span class="flex-1 text-soft">{{ l.why }} ({{ l.by }})</span>
      </p>
    </template>
    <h2 class="mt-4 mb-1 border-b border-rule">Done</h2>
    <p v-if="!done.length && !job.service" class="text-soft">No work was done.</p>
    <p v-for="i in done" :key="i.id" class="flex gap-3 py-1">
      <b>{{ i.item.title }}</b><span class="flex-1 text-soft"
        >{{ i.work?.parts?.map((p) => `${p.quantity} × ${p.name}`).join(', ') }} {{ i.work?.note }}</span
      ><span class="figure">{{ money(i.total_minor) }}</span>
    </p>
    <template v-if="done.length || job.service?.price_minor">
      <p v-for="s in job.shared" :key="s.name" class="flex py-1 text-soft">
        <span class="flex-1">{{ s.name }}: once instead of {{ s.times }} times</span
        ><span class="figure">−{{ money(s.saved_minor) }}</span>
      </p>
      <p class="flex border-t border-ink py-1">
        <b class="flex-1">To pay</b><b class="figure">{{ money(job.agreed.gross_minor) }}</b>
      </p>
    </template>
    <template v-if="declined.length">
      <h2 class="mt-4 mb-1 border-b border-rule">Declined</h2>
      <p v-for="i in declined" :key="i.id" class="flex gap-3 py-1">
        <b>{{ i.item.title }}</b><span class="flex-1 text-soft"
          >{{ i.answer?.from }}<template v-if="i.answer?.words">: “{{ i.answer.words }}”</template></span
        >{{ i.answer?.answer === 'refused' ? 'refused, knowing it is unsafe' : 'no' }}
      </p>
    </template>
    <h2 class="mt-4 mb-1 border-b border-rule">Measured and looked at</h2>
    <ul class="grid gap-x-8 md:grid-cols-2">
      <li v-for="p in read" :key="p.id" class="flex items-center gap-2.5 py-1 text-note">
        <ConditionMark
          :mark="p.reading?.put_right ? 'sound' : (p.reading?.judgement?.mark ?? 'open')"
          :size="16"
        /><span class="flex-1">{{ p.name }}</span>
        <span v-if="p.reading?.passed_over" class="text-soft">not looked at: {{ p.reading.note }}</span>
        <span v-else :class="p.gauge && 'figure'"
          ><span v-if="p.reading?.put_right" class="font-sans text-soft">put right; was </span
          >{{ p.reading?.value !== undefined ? figures(p) : p.reading?.word }}</span
        >
      </li>
    </ul>
    <template v-if="set.length">
      <h2 class="mt-4 mb-1 border-b border-rule">As the rider has it</h2>
      <ul class="grid gap-x-8 md:grid-cols-2">
        <li v-for="c in set" :key="c.id" class="flex items-baseline gap-2.5 py-1 text-note">
          <span class="flex-1"
            >{{ c.name
            }}<span v-if="c.left?.asked" class="block text-soft">asked for: {{ c.left.asked }}</span></span
          >
          <span v-if="c.found" class="text-soft"
            >found <span class="figure">{{ c.found.says }}</span></span
          >
          <span v-if="c.left"
            >left <b class="figure">{{ c.left.says }}</b></span
          >
        </li>
      </ul>
    </template>
    <h2 class="mt-4 mb-1 border-b border-rule">Torque, N·m</h2>
    <p v-if="!logged.length" class="text-soft">None logged yet.</p>
    <table v-else class="w-full text-note">
      <thead>
        <tr class="text-left text-soft">
          <th class="font-normal">Fastener</th>
          <th class="text-right font-normal">rule</th>
          <th class="text-right font-normal">found</th>
          <th class="text-right font-normal">left</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="b in logged" :key="b.fastener + b.position" class="border-t border-rule">
          <td>
            {{ b.name }} {{ b.position }}
            <span v-if="b.log?.wrench_due" class="block text-sm text-soft"
              >{{ b.log.wrench_name }}: {{ b.log.wrench_due }} Used because: {{ b.log.reason }}</span
            >
            <span v-if="b.log?.loosened" class="block text-sm text-soft"
              >was too tight; loosened and tightened again</span
            >
            <span v-if="b.verdict?.state === 'within_error'" class="block text-sm text-soft"
              >in range, within the wrench’s error</span
            >
            <span v-if="b.log?.warning" class="block text-sm text-soft">{{ b.log.warning }}</span>
          </td>
          <td class="figure text-right text-soft">
            {{ b.rule ? `${figure(b.rule.min_nm)}–${figure(b.rule.max_nm)}` : 'by feel' }}
          </td>
          <td class="figure text-right">
            {{ b.log?.found_nm !== undefined ? figure(b.log.found_nm) : wasFound(b.log?.found) }}
          </td>
          <td class="figure text-right font-bold">
            {{
              b.log?.not_fitted
                ? 'not fitted'
                : b.log?.felt
                  ? 'by hand'
                  : b.log?.left_nm !== undefined
                    ? figure(b.log.left_nm)
                    : 'set'
            }}
          </td>
        </tr>
      </tbody>
    </table>
    <h2 class="mt-4 mb-1 border-b border-rule">Tested and signed</h2>
    <p v-for="s in job.signs" :key="s.what" class="flex gap-3 py-0.5 text-note">
      <span class="flex-1">{{ s.name }}</span><span v-if="s.waived" class="text-soft"
        >not tried: {{ s.waived }}</span
      ><span v-else-if="s.sign"
        ><b>{{ s.sign.passed ? 'passed' : 'failed' }}</b> · {{ s.by }}, {{ dayAndClock(s.at) }}</span
      ><span v-else class="text-soft">not signed</span>
    </p>
    <template v-if="job.riding.length">
      <h2 class="mt-4 mb-1 border-b border-rule">Riding card{{ beds ? ': bedding in' : '' }}</h2>
      <p v-for="line in job.riding" :key="line" class="py-0.5">{{ line }}</p>
    </template>
    <template v-if="job.call_backs.length">
      <h2 class="mt-4 mb-1 border-b border-rule">Please come back</h2>
      <p v-for="c in job.call_backs" :key="c.what" class="flex gap-3 py-0.5">
        <span class="flex-1">{{ c.what }}</span><b class="figure shrink-0">by {{ date(c.due) }}</b>
      </p>
    </template>
    <p class="mt-4 border-t border-ink pt-2 text-sm text-soft">
      Try both brakes before you set off.
      <template v-if="beds">What rubs is new: bed it in before you rely on it.</template>
      <template v-if="logged.length"
        >Have crank and carbon joints checked again after the first ride.</template
      >
      The maker’s manual comes before anything here; if something feels wrong, stop riding and have a
      qualified mechanic look at it.
    </p>
  </article>
</template>
