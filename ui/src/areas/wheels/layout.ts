import type { Schemas } from '@/api/client'

type Lacing = Schemas['Lacing']

/** Where the wheel is drawn, and how large. */
export const middle = 200
export const radius = 158

/**
 * A spoke in the elevation from the chain's side, the valve on top: where it leaves the hub and
 * where it ends.
 */
export interface Drawn {
  spoke: number
  right: boolean
  hub: readonly [number, number]
  rim: readonly [number, number]
  /** Where its turn is written, outside the rim. */
  label: readonly [number, number]
}

/** angleOf is where a place on the rim lies, in radians clockwise from the valve, as the server counts it. */
export const angleOf = (place: number, spokes: number) => (2 * Math.PI * (place - 0.5)) / spokes

/** onRim is a place at a distance from the middle, y down. */
export function onRim(middle: number, radius: number, angle: number) {
  return [middle + radius * Math.sin(angle), middle - radius * Math.cos(angle)] as const
}

/** A flange is drawn no smaller than this share of the rim, or its crossings would not be seen. */
const leastFlange = 0.13

/** spokesOf lays the spokes out: sides alternate, and on each side every other one leans forward. */
export function spokesOf(lacing: Lacing): Drawn[] {
  return Array.from({ length: lacing.spokes }, (_, i) => {
    const right = (i % 2 === 0) === (lacing.first === 'right')
    const flange = right ? lacing.right : lacing.left
    const angle = angleOf(i + 1, lacing.spokes)
    const lean = ((4 * Math.PI * flange.cross) / lacing.spokes) * (Math.floor(i / 2) % 2 === 0 ? 1 : -1)
    const hub = Math.max(flange.radius_mm / lacing.radius_mm, leastFlange) * radius
    return {
      spoke: i + 1,
      right,
      hub: onRim(middle, hub, angle + lean),
      rim: onRim(middle, radius, angle),
      label: onRim(middle, radius + 26, angle),
    }
  })
}

/** A curve through readings round the rim, closed from the last to the first; '' where there are none. */
export function runOf(
  rim: Schemas['RimView'][],
  of: (r: Schemas['RimView']) => number | undefined,
  x: (at: number) => number,
  y: (v: number) => number,
) {
  let d = ''
  for (const r of rim) {
    const v = of(r)
    if (v !== undefined) d += `${d ? 'L' : 'M'}${x(r.at).toFixed(1)} ${y(v).toFixed(1)}`
  }
  return d
}

/** scaleFor is how far a chart reaches either way: the least of these that holds all that is drawn, mm. */
export function scaleFor(values: (number | undefined)[], band: number) {
  const most = Math.max(band * 1.5, ...values.map((v) => Math.abs(v ?? 0)))
  return [0.5, 1, 1.5, 2, 3, 5, 10, 15].find((s) => s >= most) ?? 15
}
