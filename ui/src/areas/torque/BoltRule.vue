<script setup lang="ts">
import { computed } from 'vue'

import type { BoltView, Schemas } from '@/api/client'
import ReadFact from '@/areas/job/ReadFact.vue'
import { useTimes } from '@/parts/time'
import { figure } from '@/parts/words'

/** Where a bolt's figure comes from, what to use, and what is known of it. */
const props = defineProps<{
  bolt: BoltView
  inHand?: Schemas['Wrench']
  clamp?: readonly [number, number]
  locked: boolean
}>()
const emit = defineEmits<{ other: []; tools: [] }>()
const { month } = useTimes()

const origins = {
  manual: 'this bike’s own',
  model: 'the shop’s for this model',
  catalogue: '',
  estimate: 'estimated',
}
const origin = computed(() => (props.bolt.origin ? origins[props.bolt.origin] : ''))
const range = (r: Schemas['Rule']) => `${figure(r.min_nm)}–${figure(r.max_nm)}`
const kilo = (n: number) => figure(Math.round(n / 100) / 10)
const before = computed(() => {
  const b = props.bolt.before
  if (!b) return ''
  const found =
    b.found_nm !== undefined ? `found at ${figure(b.found_nm)}, ` : b.found === 'loose' ? 'found loose, ' : ''
  return `${found}${b.left_nm === undefined ? 'set' : `left at ${figure(b.left_nm)} N·m`} by ${b.by}, ${month(b.at)}`
})
const loose = computed(() => {
  const l = props.bolt.loose_here
  return l ? `found loose here ${l.loose} of ${l.times} times` : ''
})
</script>

<template>
  <dl class="grid min-w-0 flex-1 grid-cols-[auto_minmax(0,1fr)] gap-x-4 gap-y-0.5 text-note leading-snug">
    <template v-if="bolt.rule">
      <dt class="text-soft">Rule</dt>
      <dd>
        <b class="figure">{{ range(bolt.rule) }} N·m</b
        ><template v-if="origin">
          · <b>{{ origin }}</b></template
        >
        · {{ bolt.rule.source }}
        <template v-if="bolt.set_by">
          · set by <b>{{ bolt.set_by }}</b>, the lower of
          <template v-for="(l, i) in bolt.limits" :key="l.part"
            >{{ i ? ', ' : '' }}{{ l.part }} {{ range(l.rule) }}</template
          ></template
        >
        <button v-if="!locked" type="button" class="text-petrol underline" @click="emit('other')">
          the manual says otherwise
        </button>
        <ReadFact v-if="bolt.unread && !locked" :fact="bolt.unread" />
        <span v-if="bolt.doubt" class="mt-0.5 block font-semibold text-brick">{{ bolt.doubt }}</span>
      </dd>
    </template>
    <template v-else-if="bolt.unread && !bolt.set && !locked">
      <dt class="text-soft">Rule</dt>
      <dd><b class="text-brick">not read yet</b><ReadFact :fact="bolt.unread" asks /></dd>
    </template>
    <dt class="text-soft">Tool</dt>
    <dd>
      {{ bolt.tool
      }}<template v-if="bolt.rule">
        ·
        <template v-if="inHand"
          >{{ inHand.name }}, ±{{ figure(inHand.error_pct ?? 0) }} %<b v-if="inHand.due" class="text-brick">
            out of date</b
          ></template
        >
        <template v-else>no wrench of the register</template>
        <button v-if="!locked" type="button" class="ml-1 text-petrol underline" @click="emit('tools')">
          change
        </button></template
      >
    </dd>
    <dt class="text-soft">Threads</dt>
    <dd>
      {{ bolt.treatment }}<template v-if="bolt.apply">: {{ bolt.apply }}</template>
      <span v-if="bolt.thread" class="text-soft"> · {{ bolt.thread }}</span>
      <span v-if="clamp && clamp[1] > 0" class="text-soft">
        · clamps with <span class="figure">{{ kilo(clamp[0]) }}–{{ kilo(clamp[1]) }} kN</span></span
      >
    </dd>
    <template v-if="bolt.caution">
      <dt class="text-soft">Mind</dt>
      <dd>{{ bolt.caution }}</dd>
    </template>
    <template v-if="before || loose || bolt.again">
      <dt class="text-soft">Before</dt>
      <dd>
        <b v-if="bolt.again" class="text-ochre">to be looked at again after its first ride · </b>{{ before
        }}<template v-if="before && loose"> · </template>{{ loose }}
      </dd>
    </template>
    <template v-if="bolt.log">
      <dt class="text-soft">Logged</dt>
      <dd>
        by {{ bolt.by }}<template v-if="bolt.log.wrench_name"> with {{ bolt.log.wrench_name }}</template
        ><b v-if="bolt.stale" class="text-brick">, but work has disturbed it since: log it again</b>
        <b v-if="bolt.log.warning" class="block text-ochre">{{ bolt.log.warning }}</b>
        <span v-if="bolt.log.note" class="block">“{{ bolt.log.note }}”</span>
      </dd>
    </template>
  </dl>
</template>
