<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { given } from '@/api/given'
import { useOpenJob } from '@/areas/job/open'
import ChoiceField from '@/parts/ChoiceField.vue'
import ConditionMark from '@/parts/ConditionMark.vue'
import FigureField from '@/parts/FigureField.vue'
import { useTimes } from '@/parts/time'

import { type Thread, useMinutes } from './thread'

/** What goes on by itself, with a bell when it is over; and what is left to do so now. */
const props = defineProps<{ thread: Thread; locked: boolean }>()
const { pen } = useOpenJob()
const { clock } = useTimes()
const { away, over } = useMinutes()
const leaving = ref(false)
const what = ref('')
const minutes = ref(0)
const note = ref('')
const kind = computed(() => props.thread.kinds.find((k) => k.id === what.value))
watch(kind, (k) => (minutes.value = k?.minutes ?? 0))
const fault = computed(() =>
  ['what', 'minutes', 'note'].includes(pen.fault.value?.field ?? '') ? pen.fault.value : undefined,
)

async function leave() {
  const gone = await given([note], ([lies]) =>
    pen.record({ alone: { what: what.value, minutes: minutes.value, note: lies?.trim() || undefined } }),
  )
  if (!gone) return
  leaving.value = false
  what.value = ''
}
</script>

<template>
  <section aria-labelledby="by-itself">
    <h2 id="by-itself">By itself</h2>
    <ul aria-live="polite">
      <li v-for="a in thread.alone" :key="a.id" class="flex items-start gap-3 border-b border-rule py-2">
        <ConditionMark :mark="over(a) ? 'due' : 'watch'" />
        <span class="min-w-0 flex-1 leading-tight">
          <span class="block"
            >{{ a.what }}<template v-if="a.note">: {{ a.note }}</template></span
          >
          <span class="text-[13.5px]" :class="over(a) ? 'text-ochre' : 'text-soft'"
            ><template v-if="over(a)"
              >over since {{ clock(a.until) }}{{ a.then ? `. ${a.then}` : '' }}</template
            ><template v-else
              >over in {{ Math.ceil(away(a.until)) }} min, at {{ clock(a.until) }}</template
            ></span
          >
        </span>
        <button
          v-if="!locked"
          type="button"
          class="button min-h-11 px-3!"
          :aria-label="`Seen to: ${a.what}`"
          :disabled="pen.busy.value"
          @click="pen.record({ alone_over: { alone: a.id } })"
        >
          Seen to
        </button>
      </li>
    </ul>
    <button
      v-if="!locked && !leaving"
      type="button"
      class="button button-quiet -ml-2 min-h-11"
      @click="leaving = true"
    >
      Leave something to itself
    </button>
    <form v-else-if="!locked" class="mt-2 flex flex-col gap-2" @submit.prevent="leave">
      <ChoiceField
        v-model="what"
        label="What"
        :choices="[['', 'what goes on?'], ...thread.kinds.map((k) => [k.id, k.name] as const)]"
      />
      <FigureField v-model="minutes" label="Minutes until it is over" name="minutes" whole :blank="0" />
      <input v-model="note" class="input" aria-label="What lies in it" placeholder="what lies in it" />
      <p v-if="fault" role="alert" class="text-brick">{{ fault.message }}</p>
      <span class="flex gap-2">
        <button type="submit" class="button button-go" :disabled="!what || pen.busy.value">It goes on</button>
        <button type="button" class="button button-quiet" @click="leaving = false">Not now</button>
      </span>
    </form>
  </section>
</template>
