import { onScopeDispose, ref } from 'vue'

/** How long what is signed stands on the screen first, ms: nothing is signed unread, nor twice in a second. */
const reading = 1000

/** useRead says whether what a bench asks to be signed has stood there long enough to be read. */
export function useRead() {
  const read = ref(false)
  const waits = setTimeout(() => (read.value = true), reading)
  onScopeDispose(() => clearTimeout(waits))
  return read
}
