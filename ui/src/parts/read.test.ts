import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope } from 'vue'

import { useRead } from './read'

describe('what is signed', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  it('stands there for a second before it can be, each time anew', () => {
    const scope = effectScope()
    scope.run(() => {
      const first = useRead()
      vi.advanceTimersByTime(999)
      expect(first.value).toBe(false)
      vi.advanceTimersByTime(1)
      expect(first.value).toBe(true)
      expect(useRead().value).toBe(false)
    })
    scope.stop()
  })
})
