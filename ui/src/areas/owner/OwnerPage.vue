<script setup lang="ts">
import { useMutation, useQuery } from '@tanstack/vue-query'
import { computed, reactive, ref } from 'vue'

import { ask, asFault, client, newId, type Schemas } from '@/api/client'
import ConditionMark from '@/parts/ConditionMark.vue'
import FaultNote from '@/parts/FaultNote.vue'
import LoadingRule from '@/parts/LoadingRule.vue'
import { markVerdict } from '@/parts/marks'
import { inCurrency } from '@/parts/money'

/** The owner's own page: what was found, what it costs, yes or no. Two minutes, on a phone. */
const props = defineProps<{ token: string }>()
const path = () => ({ path: { token: props.token } })
const page = useQuery({
  queryKey: ['owner', props.token],
  queryFn: () => ask(client.GET('/api/owner/{token}', { params: path() })),
  retry: false,
})
const view = computed((): Schemas['OwnerView'] | undefined => answering.data.value ?? page.data.value)
const money = (minor: number) => inCurrency(minor, view.value?.currency ?? 'GBP')

const says = reactive<Record<string, boolean>>({})
const words = reactive<Record<string, string>>({})
const from = ref('')
const open = computed(() => view.value?.items.filter((i) => !i.answer) ?? [])
const done = computed(() => !!view.value?.answered_at || (!!view.value?.items.length && !open.value.length))
const left = computed(() =>
  open.value.filter((i) => says[i.id] === undefined || (i.unsafe && !says[i.id] && !words[i.id]?.trim())),
)
const answering = useMutation({
  mutationFn: () =>
    ask(
      client.POST('/api/owner/{token}/answers', {
        params: path(),
        body: {
          from: from.value,
          items: open.value.map((i) => ({ id: i.id, yes: !!says[i.id], words: words[i.id] || undefined })),
        },
      }),
    ),
})

/** The workshop says every sum: what is shared between pieces of work is paid for once. */
const yes = computed(() => open.value.filter((i) => says[i.id]).map((i) => i.id))
const asked = useQuery({
  queryKey: ['owner', props.token, 'sum', yes],
  queryFn: () =>
    ask(client.POST('/api/owner/{token}/sum', { params: path(), body: { yes: [...yes.value].sort() } })),
  enabled: computed(() => !done.value && yes.value.length > 0),
  placeholderData: (before: Schemas['Total'] | undefined) => before,
  retry: false,
})
const sum = computed(() => {
  const agreed = view.value?.agreed.gross_minor ?? 0
  return done.value || !yes.value.length ? agreed : asked.data.value?.gross_minor
})
const question = ref('')
const questionId = ref(newId())
const asking = useMutation({
  mutationFn: () =>
    ask(
      client.POST('/api/owner/{token}/questions', {
        params: path(),
        body: { id: questionId.value, text: question.value },
      }),
    ),
  onSuccess: () => {
    question.value = ''
    questionId.value = newId()
  },
})
const spoken: Record<string, string> = { yes: 'Yes', no: 'No', refused: 'No, knowing it is unsafe' }
</script>

<template>
  <main id="main" class="mx-auto w-full max-w-xl px-4 pt-5 pb-16">
    <LoadingRule v-if="page.isPending.value" />
    <FaultNote v-if="page.error.value" :fault="asFault(page.error.value)" />
    <template v-if="view">
      <p class="text-soft">
        {{ view.shop }}<template v-if="view.address">, {{ view.address }}</template>
      </p>
      <h1 class="mt-1">Your {{ view.bike }}</h1>
      <p class="mt-2">You said: “{{ view.words }}”</p>

      <p v-if="view.gone" class="mt-4 bg-wash px-3 py-2">
        <b>This bike was handed over.</b> Nothing needs an answer any more.
      </p>
      <p v-else-if="done" role="status" class="mt-4 bg-wash px-3 py-3">
        <b>Thank you, {{ view.owner }}.</b> The workshop has your answers and goes on.
      </p>

      <h2 class="mt-6 border-b border-ink pb-1">What we found</h2>
      <p v-if="!view.findings.length" class="py-2 text-soft">Nothing that needs work.</p>
      <ul>
        <li v-for="f in view.findings" :key="f.title" class="flex gap-3 border-b border-rule py-2.5">
          <ConditionMark :mark="f.mark" :size="22" />
          <span class="min-w-0 flex-1 leading-snug"
            ><b>{{ f.title }}</b
            ><span class="block text-[15px] text-soft"
              ><b v-if="f.mark === 'unsafe'" class="text-brick">{{ markVerdict(f.mark) }}.</b> {{ f.reason }}
              <span class="block text-ink">{{ f.comes }}</span></span
            ><span v-if="f.photos.length" class="mt-2 grid grid-cols-2 gap-2"
              ><a
                v-for="(p, n) in f.photos"
                :key="p.id"
                :href="`/api/owner/${token}/photos/${p.id}`"
                target="_blank"
                rel="noopener"
                ><img
                  :src="`/api/owner/${token}/photos/${p.id}`"
                  :alt="`${f.title}, photo ${n + 1}`"
                  :width="p.width"
                  :height="p.height"
                  class="border border-rule"
                  loading="lazy" /></a></span
          ></span>
        </li>
      </ul>

      <h2 class="mt-6 border-b border-ink pb-1">What we would do</h2>
      <form @submit.prevent="answering.mutate()">
        <fieldset v-for="i in view.items" :key="i.id" class="border-b border-rule py-3">
          <legend class="sr-only">{{ i.title }}</legend>
          <div class="flex items-baseline gap-3">
            <b class="min-w-0 flex-1 text-lg leading-tight">{{ i.title }}</b>
            <span class="figure text-lg">{{ money(i.total_minor) }}</span>
          </div>
          <p class="text-[15px] text-soft">
            <b v-if="!i.needed">Optional. </b><template v-if="i.why">Because: {{ i.why }}. </template
            ><template v-if="i.parts.length">With {{ i.parts.join(', ') }}.</template>
          </p>
          <p v-if="i.on_the_way" class="mt-1 font-[680]">Put right already, while we were looking.</p>
          <p v-else-if="i.answer" class="mt-1 font-[680]">{{ spoken[i.answer] }}</p>
          <template v-else-if="!view.gone && !done">
            <div class="mt-2 grid grid-cols-2 gap-2" role="group" :aria-label="i.title">
              <button
                type="button"
                class="button"
                :class="says[i.id] === true && 'button-go'"
                :aria-pressed="says[i.id] === true"
                @click="says[i.id] = true"
              >
                Yes, do it
              </button>
              <button
                type="button"
                class="button"
                :class="says[i.id] === false && 'border-ink bg-wash shadow-[inset_0_-4px_var(--color-ink)]'"
                :aria-pressed="says[i.id] === false"
                @click="says[i.id] = false"
              >
                No
              </button>
            </div>
            <div
              v-if="i.unsafe && says[i.id] === false"
              class="mt-2 border-l-4 border-brick bg-brick-wash p-3"
            >
              <p>
                <b>{{ view.warning }}</b> If you still say no, write in your own words that you understand.
              </p>
              <input
                v-model="words[i.id]"
                class="input mt-2"
                :aria-label="`Why you refuse: ${i.title}`"
                placeholder="I understand, and …"
              />
            </div>
          </template>
        </fieldset>
        <p v-for="s in view.shared" :key="s.name" class="flex py-1 text-[15px] text-soft">
          <span class="flex-1">If all of it is done, {{ s.name.toLowerCase() }} is paid for once</span>
          <span class="figure">−{{ money(s.saved_minor) }}</span>
        </p>
        <p class="flex py-2 text-lg">
          <b class="flex-1">{{ done ? 'Agreed' : 'What you have said yes to' }}</b><b class="figure">{{
            sum === undefined ? '…' : money(sum)
          }}</b>
        </p>
        <p class="text-sm text-soft">
          {{ view.tax_included ? 'Prices include tax.' : 'Tax is added.' }} All of it would be
          {{ money(view.all.gross_minor) }}.
        </p>
        <template v-if="open.length && !done && !view.gone">
          <label class="mt-4 block text-soft"
            >Your name<input v-model="from" class="input mt-1 text-ink" :placeholder="view.owner"
          /></label>
          <FaultNote v-if="answering.error.value" class="mt-3" :fault="asFault(answering.error.value)" />
          <button
            type="submit"
            class="button button-go mt-3 w-full text-lg"
            :disabled="left.length > 0 || answering.isPending.value"
          >
            {{ left.length ? `${left.length} still to answer` : 'Send my answers' }}
          </button>
        </template>
      </form>

      <form v-if="!view.gone" class="mt-8" @submit.prevent="asking.mutate()">
        <label class="block"
          ><b>A question?</b> The workshop sees it at once.<textarea
            v-model="question"
            rows="2"
            class="input mt-1"
          ></textarea>
        </label>
        <FaultNote v-if="asking.error.value" class="mt-2" :fault="asFault(asking.error.value)" />
        <p v-if="asking.isSuccess.value && !question" role="status" class="mt-1 text-moss">
          Asked. They will ring or write.
        </p>
        <button type="submit" class="button mt-2" :disabled="!question.trim() || asking.isPending.value">
          Ask
        </button>
      </form>
    </template>
  </main>
</template>
