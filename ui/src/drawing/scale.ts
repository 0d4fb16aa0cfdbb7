import type { Schemas } from '@/api/client'
import { figure } from '@/parts/words'

/** scaleOf lays a ruling out between two edges, in pixels: where a value stands, and its lines. */
export function scaleOf(ruling: Schemas['Ruling'], left: number, right: number) {
  const { min, max, step, major } = ruling
  const x = (v: number) => left + ((Math.min(Math.max(v, min), max) - min) / (max - min)) * (right - left)
  const count = Math.round((max - min) / step)
  const every = Math.max(1, Math.round(major / step))
  const first = Math.round(min / step)
  const ticks = Array.from({ length: count + 1 }, (_, i) => {
    const value = (first + i) * step
    return { x: x(value), major: (first + i) % every === 0, text: figure(value) }
  })
  return { x, ticks }
}
