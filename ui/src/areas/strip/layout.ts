import type { Schemas } from '@/api/client'
import type { Place } from '@/drawing/plane'

type Part = Schemas['PartView']

/** DrawnPart is a part with its outlines in pixels, and where its name stands beside it. */
export interface DrawnPart {
  part: Part
  outlines: Place[][]
  top: number
  foot: number
  out: number
  side: 'left' | 'right'
  label: number
}

export interface Layout {
  parts: DrawnPart[]
  height: number
}

const gap = 9
/** Between names on one side, and between parts, px: less than that cannot be read. */
const row = 38
const least = 25
/** Half the width that sections may take, px. */
export const reach = 128

const corners = (p: Part) => (p.section ?? []).flat()
const heightOf = (p: Part) => Math.max(8, ...corners(p).map((c) => c.z))

/**
 * layOut pulls parts apart along an upright axis, all to one scale along it and one across, their
 * names left and right in turn.
 */
export function layOut(parts: readonly Part[], room: number): Layout {
  const height = Math.max(room, parts.length * least)
  const tall = parts.reduce((sum, p) => sum + heightOf(p), 0)
  const wide = Math.max(20, ...parts.flatMap(corners).map((c) => c.r))
  const scale = Math.min((height - gap * (parts.length + 1)) / tall, reach / wide, 4.2)
  const across = Math.min(reach / wide, 1.8 * scale) // thin walls are read more easily wide
  const spare = height - parts.reduce((sum, p) => sum + heightOf(p) * scale, 0)
  const between = spare / (parts.length + 1)
  let top = between
  const free = { left: 0, right: 0 }
  const drawn = parts.map((part, i): DrawnPart => {
    const tallness = heightOf(part) * scale
    const side = i % 2 ? 'right' : 'left'
    const label = Math.max(top + tallness / 2, free[side])
    free[side] = label + row
    const out = Math.max(14, ...corners(part).map((c) => c.r * across))
    const outlines = (part.section ?? []).map((ring) =>
      (ring ?? []).map((c): Place => [c.r * across, top + c.z * scale]),
    )
    const d: DrawnPart = { part, outlines, top, foot: top + tallness, out, side, label }
    top += tallness + between
    return d
  })
  return { parts: drawn, height: Math.max(height, free.left, free.right) }
}
