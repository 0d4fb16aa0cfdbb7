<script setup lang="ts">
import { useMutation, useQuery } from '@tanstack/vue-query'
import { computed, reactive, ref } from 'vue'

import { ask, asFault, client, type Schemas } from '@/api/client'
import FaultNote from '@/parts/FaultNote.vue'
import LoadingRule from '@/parts/LoadingRule.vue'
import { inCurrency } from '@/parts/money'

import AskedItem from './AskedItem.vue'
import FoundList from './FoundList.vue'
import OwnerQuestion from './OwnerQuestion.vue'

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
      <FoundList v-else :findings="view.findings" :token="token" />

      <h2 class="mt-6 border-b border-ink pb-1">What we would do</h2>
      <form @submit.prevent="answering.mutate()">
        <AskedItem
          v-for="i in view.items"
          :key="i.id"
          v-model:says="says[i.id]"
          v-model:words="words[i.id]"
          :item="i"
          :warning="view.warning"
          :asking="!view.gone && !done"
          :money="money"
        />
        <p v-if="view.service?.price_minor" class="flex border-b border-rule py-2">
          <span class="flex-1"
            ><b class="block">{{ view.service.name }}</b
            ><span class="text-note text-soft">What you brought it for. {{ view.service.extra }}</span></span
          ><span class="figure">{{ money(view.service.price_minor) }}</span>
        </p>
        <p v-for="s in view.shared" :key="s.name" class="flex py-1 text-note text-soft">
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

      <OwnerQuestion v-if="!view.gone" class="mt-8" :token="token" />
    </template>
  </main>
</template>
