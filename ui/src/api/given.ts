import type { Ref } from 'vue'

/**
 * given takes what stands in fields out of them while it is on its way: what is typed meanwhile is
 * the next thing, and no answer touches it. What was not taken is given back, before what was typed
 * since.
 */
export async function given<T>(
  fields: readonly Ref<string>[],
  send: (typed: string[]) => Promise<T>,
): Promise<T> {
  const typed = fields.map((f) => f.value)
  for (const f of fields) f.value = ''
  const back = () =>
    fields.forEach((f, i) => (f.value = [typed[i], f.value].filter((t) => t?.trim()).join(' ')))
  try {
    const taken = await send(typed)
    if (!taken) back()
    return taken
  } catch (thrown) {
    back()
    throw thrown
  }
}
