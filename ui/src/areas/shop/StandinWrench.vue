<script setup lang="ts">
import { useMutation, useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { ask, asFault, client, type Schemas } from '@/api/client'
import FaultNote from '@/parts/FaultNote.vue'
import FigureField from '@/parts/FigureField.vue'

/** A wrench to try the run with: it streams as a real one does, faults included. */
type Trick = NonNullable<Schemas['WrenchPull']['trick']>
const { data } = useQuery({
  queryKey: ['standin-wrench'],
  queryFn: () => ask(client.GET('/api/standin/wrench')),
  staleTime: Infinity,
})
const nm = ref(5)
const tricks: { trick?: Trick; name: string }[] = [
  { name: 'Pull' },
  { trick: 'double_click', name: 'Click twice' },
  { trick: 'out_of_order', name: 'Arrive after the next' },
  { trick: 'imperial', name: 'In lbf·in' },
  { trick: 'wrong_unit', name: 'Set to bar' },
  { trick: 'garbage', name: 'With noise' },
  { trick: 'drop_out', name: 'After a broken line' },
]
const pulling = useMutation({
  mutationFn: (trick?: Trick) => ask(client.POST('/api/standin/wrench', { body: { nm: nm.value, trick } })),
})
const pull = (sent: Event) =>
  pulling.mutate(((sent as SubmitEvent).submitter?.getAttribute('name') ?? undefined) as Trick | undefined)
const fault = computed(() => (pulling.error.value ? asFault(pulling.error.value) : undefined))
</script>

<template>
  <section v-if="data?.standing" class="panel self-start p-4" aria-labelledby="standin">
    <h2 id="standin" class="border-b border-rule pb-1">The stand-in wrench</h2>
    <p class="mt-2 text-note text-soft">
      It ships with the demo and streams like a connected wrench. Choose it at <b>Figures from</b> in a torque
      run, then pull it here.
    </p>
    <form class="mt-3 flex flex-col gap-3" @submit.prevent="pull">
      <FigureField v-model="nm" label="Pull to, N·m" name="nm" />
      <div class="grid grid-cols-2 gap-2">
        <button
          v-for="t in tricks"
          :key="t.name"
          type="submit"
          :name="t.trick"
          class="button px-2!"
          :class="!t.trick && 'button-go col-span-2'"
        >
          {{ t.name }}
        </button>
      </div>
    </form>
    <FaultNote v-if="fault" class="mt-2" :fault="fault" />
  </section>
</template>
