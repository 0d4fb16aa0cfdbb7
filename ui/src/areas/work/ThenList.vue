<script setup lang="ts">
import { computed, ref } from 'vue'

import { useOpenJob } from '@/areas/job/open'
import ConditionMark from '@/parts/ConditionMark.vue'

import type { Thread } from './thread'

/** The rest in order. A row opens its piece; dragged elsewhere it is done there. */
const props = defineProps<{ thread: Thread; now: number; chosen?: string; locked: boolean }>()
const emit = defineEmits<{ choose: [place: number] }>()
const { pen } = useOpenJob()
const rest = computed(() => props.thread.pieces.filter((_, i) => i !== props.now))
const place = (id: string) => props.thread.pieces.findIndex((p) => p.id === id)
const dragged = ref<string>()

function dropOn(id: string) {
  const moved = dragged.value
  dragged.value = undefined
  if (!moved || moved === id || props.locked) return
  const pieces = props.thread.pieces.map((p) => p.id)
  const to = pieces.indexOf(id)
  pieces.splice(pieces.indexOf(moved), 1)
  pieces.splice(to, 0, moved)
  void pen.record({ ordered: { pieces, moved } })
}
</script>

<template>
  <section aria-labelledby="then">
    <h2 id="then" class="flex items-baseline gap-2">
      Then<span v-if="thread.pieces.length > 1" class="font-normal">· {{ thread.pieces.length - 1 }}</span>
    </h2>
    <p v-if="thread.own" class="mt-1 border-l-4 border-petrol pl-2 text-note">
      In an order that {{ thread.own.by }} chose{{ thread.own.why ? `: ${thread.own.why}` : '' }}.
      <button
        v-if="!locked"
        type="button"
        class="min-h-11 text-petrol underline"
        @click="pen.record({ ordered: { pieces: [] } })"
      >
        Back to the best order
      </button>
    </p>
    <ol>
      <li
        v-for="(p, i) in rest"
        :key="p.id"
        class="border-b border-rule"
        :draggable="!locked"
        @dragstart="dragged = p.id"
        @dragover.prevent
        @drop.prevent="dropOn(p.id)"
      >
        <button
          type="button"
          class="flex min-h-11 w-full items-center gap-3 py-2 text-left hover:bg-wash"
          :class="p.id === chosen && 'bg-wash shadow-[inset_4px_0_var(--color-petrol)]'"
          :aria-current="p.id === chosen || undefined"
          @click="emit('choose', place(p.id))"
        >
          <ConditionMark :mark="p.mark" />
          <span class="min-w-0 flex-1 leading-tight">
            <span class="block"
              ><span class="figure text-soft">{{ i + 1 }}</span> {{ p.title }}</span
            >
            <span class="line-clamp-2 text-[13.5px] text-soft"
              ><template v-if="p.hand && !p.hand.down">{{ p.hand.by }} is at it · </template
              ><template v-if="p.fresh"
                >{{ p.fresh
                }}<template v-if="p.costs">, {{ p.costs }} min later for it</template> · </template
              >{{ p.why[0] ?? p.detail }}</span
            >
          </span>
          <span class="figure shrink-0 text-soft">{{ Math.max(1, Math.round(p.minutes)) }}</span>
        </button>
      </li>
    </ol>
    <p v-if="thread.spent?.length" class="py-2 text-[13.5px] text-soft">
      At it so far:
      <template v-for="(s, i) in thread.spent" :key="s.by"
        >{{ i ? ', ' : '' }}{{ s.by }} <span class="figure">{{ Math.round(s.minutes) }}</span> min</template
      ><template v-if="thread.sold"
        >; sold: <span class="figure">{{ thread.sold }}</span> min</template
      >.
    </p>
    <p v-for="w in thread.waits" :key="w.title" class="flex gap-3 border-b border-rule py-2 leading-tight">
      <ConditionMark mark="watch" />
      <span
        ><RouterLink class="text-petrol underline" :to="{ name: 'job-agree' }">{{ w.title }}</RouterLink
        ><span class="block text-[13.5px] text-soft">{{ w.detail }}</span></span
      >
    </p>
  </section>
</template>
