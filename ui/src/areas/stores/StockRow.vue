<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { ask, client, type Schemas } from '@/api/client'
import { useWords } from '@/api/words'
import { useRow } from '@/areas/shop/row'
import ChoiceField from '@/parts/ChoiceField.vue'
import FaultNote from '@/parts/FaultNote.vue'
import FigureField from '@/parts/FigureField.vue'
import { useMoney } from '@/parts/money'
import ParticularFields from '@/parts/ParticularFields.vue'
import TextField from '@/parts/TextField.vue'

import TallyMarks from './TallyMarks.vue'

/** One drawer: what lies in it and how many, or the card to change. */
const props = defineProps<{ item: Schemas['Stocked']; kinds: Schemas['StockKind'][]; found?: boolean }>()
const emit = defineEmits<{ done: [] }>()
const words = useWords()
const { money, major, minor } = useMoney()
const label = ref(false)
const { open, form, saving, fault, change, leave } = useRow(
  () => props.item,
  { key: 'stores', save: (body) => ask(client.POST('/api/stores', { body })) },
  () => emit('done'),
)
const price = ref(major(props.item.price_minor))
const cost = ref(major(props.item.cost_minor))
watch(open, () => {
  price.value = major(props.item.price_minor)
  cost.value = major(props.item.cost_minor)
})
const kind = computed(() => props.kinds.find((k) => k.kind === form.value.kind))
const nameOf = computed(() => props.kinds.find((k) => k.kind === props.item.kind)?.place)
const says = computed(() =>
  (nameOf.value?.particulars ?? [])
    .filter((p) => props.item.particulars[p.id])
    .map((p) => {
      const v = props.item.particulars[p.id]
      return p.words?.length ? v : p.unit ? `${v} ${p.unit}` : `${p.name.toLowerCase()} ${v}`
    })
    .join(', '),
)
const save = () =>
  saving.mutate({
    ...form.value,
    counting: form.value.held !== props.item.held,
    price_minor: minor(price.value) ?? -1,
    cost_minor: minor(cost.value) ?? -1,
  })
</script>

<template>
  <li class="border-b border-rule py-2" :class="found && 'bg-wash shadow-[inset_4px_0_var(--color-petrol)]'">
    <div v-if="!open" class="flex flex-wrap items-center gap-x-4 gap-y-1 pl-2">
      <span class="figure w-20 shrink-0 text-soft">{{ item.code }}</span>
      <span class="min-w-52 flex-1 leading-tight"
        ><b class="block"
          >{{ item.name
          }}<span v-if="item.grade !== 'new'" class="font-normal text-ochre">
            · {{ words.list('grades').find((g) => g.word === item.grade)?.name }}</span
          ></b
        ><span class="text-note text-soft">{{ says }}{{ item.note && ` · ${item.note}` }}</span></span
      >
      <span class="figure w-14 shrink-0 text-soft">{{ item.bin }}</span>
      <TallyMarks :held="item.held" :least="item.least" :short="item.short" />
      <span class="figure w-10 shrink-0 text-right text-lg">{{ item.held }}</span>
      <span class="figure w-20 shrink-0 text-right">{{ money(item.price_minor) }}</span>
      <span class="flex shrink-0">
        <button
          type="button"
          class="button button-quiet px-2"
          :aria-expanded="label"
          :aria-label="`Label of ${item.name}`"
          @click="label = !label"
        >
          Label
        </button>
        <button
          type="button"
          class="button button-quiet px-2"
          :aria-label="`Change ${item.name}`"
          @click="change"
        >
          Change
        </button>
      </span>
      <figure v-if="label" class="border border-rule p-2 text-center">
        <img
          :src="`/api/stores/${item.id}/label.png`"
          :alt="`Label of ${item.name}, to scan`"
          width="130"
          height="130"
        />
        <figcaption class="figure text-sm">{{ item.code }} · {{ item.bin }}</figcaption>
      </figure>
    </div>
    <form v-else class="flex flex-col gap-2.5 border-l-4 border-petrol pl-4" @submit.prevent="save">
      <div class="grid grid-cols-2 gap-2 lg:grid-cols-4">
        <TextField v-model="form.code" label="Code on its label" name="code" :fault="fault" figure />
        <TextField v-model="form.name" label="What it is called" name="name" :fault="fault" />
        <ChoiceField
          v-model="form.kind"
          label="What it is"
          name="kind"
          :fault="fault"
          :choices="
            kinds.map((k) => [k.kind, k.place.name.replace(/^(Front|Rear) (?!mech|shock)/, '')] as const)
          "
        />
        <ChoiceField
          v-model="form.grade"
          label="It is"
          name="grade"
          :fault="fault"
          :choices="words.list('grades').map((g) => [g.word, g.name] as const)"
        />
        <ParticularFields
          :values="form.particulars"
          :particulars="kind?.place.particulars ?? []"
          :fault="fault"
          @set="(id, text) => (form.particulars[id] = text)"
        />
        <FigureField v-model="form.held" label="Left, counted now" name="held" :fault="fault" whole />
        <FigureField v-model="form.least" label="Fewest to keep" name="least" :fault="fault" whole />
        <TextField v-model="form.bin" label="Where it lies" name="bin" :fault="fault" figure />
        <TextField
          v-model="price"
          label="Price for the owner"
          name="price_minor"
          :fault="fault"
          figure
          inputmode="decimal"
        />
        <TextField
          v-model="cost"
          label="It cost"
          name="cost_minor"
          :fault="fault"
          figure
          inputmode="decimal"
        />
        <TextField v-model="form.supplier" label="Who brings it" name="supplier" :fault="fault" />
        <TextField
          v-model="form.note"
          class="col-span-2"
          label="Note; of a used one, what it has done"
          name="note"
          :fault="fault"
        />
      </div>
      <FaultNote v-if="fault" :fault="fault" />
      <div class="flex gap-2">
        <button type="submit" class="button button-go" :disabled="saving.isPending.value">Save</button>
        <button type="button" class="button" @click="leave">Leave it</button>
      </div>
    </form>
  </li>
</template>
