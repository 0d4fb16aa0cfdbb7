<script setup lang="ts">
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'

import { ask, asFault, client, type Schemas } from '@/api/client'
import StaleChoice from '@/areas/bikes/StaleChoice.vue'
import FaultNote from '@/parts/FaultNote.vue'
import FoldBox from '@/parts/FoldBox.vue'
import LoadingRule from '@/parts/LoadingRule.vue'

/** The shop's own points, routes, work and faults, laid over what ships. */
const queries = useQueryClient()
const { data, error, isPending } = useQuery({
  queryKey: ['own-knowledge'],
  queryFn: () => ask(client.GET('/api/knowledge')),
})
const chosen = ref('routes.yaml')
const file = computed(() => data.value?.find((f) => f.file === chosen.value))
const text = ref('')
const version = ref(0)
function read(f?: Pick<Schemas['OwnFile'], 'text' | 'version'>) {
  text.value = f?.text ?? ''
  version.value = f?.version ?? 0
}
const touched = computed(() => text.value !== (file.value?.text ?? ''))
const saving = useMutation({
  mutationFn: () =>
    ask(
      client.PUT('/api/knowledge', {
        body: { file: chosen.value, about: '', text: text.value, version: version.value },
      }),
    ),
  onSuccess: (files) => {
    queries.setQueryData(['own-knowledge'], files)
    read(files.find((f) => f.file === chosen.value))
    void queries.invalidateQueries({ queryKey: ['book'] })
    void queries.invalidateQueries({ queryKey: ['job'] })
    void queries.invalidateQueries({ queryKey: ['known-wheels'] })
  },
})
watch(file, (now, before) => (now?.file !== before?.file || !touched.value) && read(now), { immediate: true })
const fault = computed(() => (saving.error.value ? asFault(saving.error.value) : undefined))
function choose(name: string) {
  saving.reset()
  chosen.value = name
}
/** take reads a file that another shop, or this one, saved. It is checked before it counts. */
async function take(event: Event) {
  const field = event.target as HTMLInputElement
  const chosen = field.files?.[0]
  if (chosen && chosen.size < 400_000) text.value = await chosen.text()
  field.value = ''
}
/** takeTable makes an entry of a gauge's table, as a spreadsheet saves it; what was written before stays. */
async function takeTable(event: Event) {
  const field = event.target as HTMLInputElement
  const chosen = field.files?.[0]
  if (chosen && chosen.size < 100_000) {
    const lines = (await chosen.text()).replace(/^\uFEFF/, '').split(/\r?\n/)
    const name = chosen.name.replace(/\.\w+$/, '')
    const id = name.toLowerCase().replace(/[^a-z0-9]+/g, '-') || 'gauge'
    const table = lines.filter((l) => l.trim()).map((l) => `    ${l}`)
    const head = [
      `- id: ${id}`,
      `  name: ${JSON.stringify(name)}`,
      `  source: ${JSON.stringify(`the table in ${chosen.name}`)}`,
    ]
    text.value = [text.value.trimEnd(), ...head, '  table: |', ...table, ''].join('\n').trimStart()
  }
  field.value = ''
}
const saved = computed(() => `data:application/yaml;charset=utf-8,${encodeURIComponent(text.value)}`)
function settle(keep: 'mine' | 'theirs') {
  const current = fault.value?.current as Schemas['OwnFile']
  if (keep === 'theirs') read(current)
  else version.value = current.version
  saving.reset()
  if (keep === 'mine') saving.mutate()
}
</script>

<template>
  <main id="main" class="flex-1">
    <div class="border-b border-ink px-5 py-3">
      <h1>The shop’s own knowledge</h1>
      <p class="text-soft">
        An entry with the id of one that ships replaces it; others are added. All of it is checked before it
        counts.
      </p>
    </div>
    <FaultNote v-if="error" class="m-5" :fault="asFault(error)" />
    <LoadingRule v-if="isPending" class="m-5" />
    <div v-if="data" class="grid gap-6 px-5 py-4 lg:grid-cols-[300px_minmax(0,1fr)]">
      <ul class="border-t border-ink">
        <li v-for="f in data" :key="f.file" class="border-b border-rule">
          <button
            type="button"
            class="w-full px-3 py-2 text-left hover:bg-wash"
            :class="f.file === chosen && 'bg-wash shadow-[inset_4px_0_var(--color-petrol)]'"
            :aria-pressed="f.file === chosen"
            @click="choose(f.file)"
          >
            <b class="figure">{{ f.file }}</b><span v-if="f.text" class="text-petrol"> · our own</span
            ><span class="block text-sm text-soft">{{ f.about }}</span>
          </button>
        </li>
      </ul>
      <form v-if="file" class="flex min-w-0 flex-col gap-3" @submit.prevent="saving.mutate()">
        <StaleChoice
          v-if="fault?.current"
          :mine="{ text }"
          :theirs="{ text: (fault.current as Schemas['OwnFile']).text }"
          @keep="settle"
        />
        <FaultNote v-else-if="fault" class="whitespace-pre-line" :fault="fault" />
        <label class="text-soft" for="own">Our own {{ file.file }}</label>
        <textarea
          id="own"
          v-model="text"
          rows="14"
          spellcheck="false"
          class="input figure text-note"
          :aria-invalid="!!fault"
          placeholder="Empty: what ships counts as it is."
        ></textarea>
        <div class="flex items-center gap-3">
          <button type="submit" class="button button-go" :disabled="!touched || saving.isPending.value">
            Check and save
          </button>
          <a v-if="text" class="button" :href="saved" :download="file.file.replace('/', '-')"
            >Save as a file</a
          >
          <label class="button"
            >Take from a file<input type="file" class="sr-only" accept=".yaml,.yml,text/plain" @change="take"
          /></label>
          <label v-if="chosen === 'gauges.yaml'" class="button"
            >Take a gauge’s table (CSV)<input
              type="file"
              class="sr-only"
              accept=".csv,text/csv"
              @change="takeTable"
          /></label>
          <span v-if="saving.isSuccess.value && !touched" role="status" class="text-moss"
            >It counts now.</span
          >
        </div>
        <FoldBox>
          <template #row>What an entry says</template>
          <dl class="grid grid-cols-[auto_minmax(0,1fr)] gap-x-4 border border-rule bg-paper p-3 text-sm">
            <template v-for="f in file.fields" :key="f.name">
              <dt class="figure">{{ f.name }}</dt>
              <dd class="text-soft">
                {{ f.kind }}<template v-if="f.unit">, {{ f.unit }}</template>
              </dd>
            </template>
          </dl>
        </FoldBox>
        <FoldBox>
          <template #row>What ships, to copy from</template>
          <pre class="figure max-h-96 overflow-auto border border-rule bg-paper p-3 text-sm" tabindex="0">{{
            file.shipped
          }}</pre>
        </FoldBox>
      </form>
    </div>
  </main>
</template>
