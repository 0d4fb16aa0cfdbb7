<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { useRouter } from 'vue-router'

import { newId, type Schemas } from '@/api/client'
import { useOpenJob, usePart } from '@/areas/job/open'
import ConditionMark from '@/parts/ConditionMark.vue'
import { useTimes } from '@/parts/time'

/** One thing the owner said, with what answers it, or the ways in which it can be answered. */
const props = defineProps<{ said: Schemas['ComplaintView']; locked: boolean }>()
const { job, pen } = useOpenJob()
const { dayAndClock } = useTimes()
const router = useRouter()

const trying = ref(false)
const note = ref('')
const field = useTemplateRef('field')

const found = computed(() => job.value.findings.filter((f) => f.status !== 'done'))
/** A wish is answered by how it was left as they asked. */
const contacts = usePart('contacts')
const set = computed(() =>
  props.said.fault || props.said.ridden || props.said.reopened
    ? []
    : contacts.value.contacts.filter((c) => c.left?.asked),
)
const done = computed(() => job.value.items.filter((i) => i.work))
const hunt = computed(() => job.value.hunts.find((h) => h.fault === props.said.fault))

type Answer = Schemas['ComplaintAnswered']
const answer = (how: Answer['how'], about?: string) =>
  pen.record({ complaint_answered: { complaint: props.said.id, how, about, note: note.value || undefined } })

async function search() {
  const at = hunt.value?.id ?? newId()
  if (!hunt.value && !props.said.fault) return router.push({ name: 'job-hunt', query: { new: '1' } })
  if (!hunt.value && !(await pen.record({ hunt: { fault: props.said.fault ?? '' } }, undefined, at))) return
  await router.push({ name: 'job-hunt', query: { at } })
}
async function tried() {
  trying.value = true
  await nextTick()
  if (!note.value.trim()) return field.value?.focus()
  if (await answer('tried')) trying.value = false
}
</script>

<template>
  <li class="flex flex-wrap gap-x-3 gap-y-2 border-b border-rule py-3">
    <ConditionMark :mark="said.open ? 'open' : 'sound'" class="mt-1" />
    <div class="min-w-0 flex-1">
      <p class="text-lg">
        <b>{{ said.ridden ? said.words : `“${said.words}”` }}</b>
        <span v-if="said.name" class="text-note text-soft"> · {{ said.name }}</span>
        <span v-if="said.reopened" class="text-note text-soft"> · why the job was opened again</span>
      </p>
      <p v-if="!said.open">
        {{ said.answer }} <span class="text-soft">{{ said.by }}, {{ dayAndClock(said.at) }}</span>
      </p>
      <template v-else>
        <div class="mt-1.5 flex flex-wrap gap-2">
          <button type="button" class="button" :disabled="locked || pen.busy.value" @click="search">
            {{ hunt ? 'On with the search' : 'Look for its cause' }}
          </button>
          <button
            v-for="f in found"
            :key="f.id"
            type="button"
            class="button text-left"
            :disabled="locked || pen.busy.value"
            @click="answer('finding', f.id)"
          >
            Found: {{ f.title }}
          </button>
          <button
            v-for="i in done"
            :key="i.id"
            type="button"
            class="button text-left"
            :disabled="locked || pen.busy.value"
            @click="answer('work', i.id)"
          >
            Settled by: {{ i.item.title }}
          </button>
          <button
            v-for="c in set"
            :key="c.id"
            type="button"
            class="button text-left"
            :disabled="locked || pen.busy.value"
            @click="answer('contact', c.left?.entry)"
          >
            Set as asked: {{ c.name.toLowerCase() }}, {{ c.left?.says }}
          </button>
          <button type="button" class="button" :disabled="locked || pen.busy.value" @click="tried">
            Tried, not found
          </button>
        </div>
        <div v-if="trying" class="mt-2 flex flex-wrap gap-2">
          <input
            ref="field"
            v-model="note"
            class="input min-w-64 flex-1"
            aria-label="How it was tried, and what the owner was told"
            placeholder="How it was tried, and what the owner was told"
            @keydown.enter.prevent="tried"
          />
          <button type="button" class="button button-go" :disabled="locked || !note.trim()" @click="tried">
            Told so
          </button>
        </div>
        <p v-if="locked" class="mt-1 text-sm text-soft">A mechanic answers it.</p>
      </template>
    </div>
  </li>
</template>
