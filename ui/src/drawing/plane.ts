/** A place on the side elevation in millimetres: x forward, y up, from the bottom bracket. */
export type Place = readonly [x: number, y: number]

/** Shape is one drawn stroke or fill, in millimetres with y down as SVG has it. */
export interface Shape {
  d: string
  width: number
  tone: 'ink' | 'soft' | 'faint' | 'rule' | 'petrol'
  fill?: 'paper' | 'ink' | 'chalk'
  dash?: string
}

const n = (v: number) => v.toFixed(1)
export const at = ([x, y]: Place) => `${n(x)} ${n(-y)}`

export const line = (...places: Place[]) => `M${places.map(at).join('L')}`
export const curve = (from: Place, control: Place, to: Place) => `M${at(from)}Q${at(control)} ${at(to)}`
export const circle = ([x, y]: Place, r: number) =>
  `M${at([x - r, y])}a${n(r)} ${n(r)} 0 1 0 ${n(2 * r)} 0a${n(r)} ${n(r)} 0 1 0 ${n(-2 * r)} 0z`

/** Arc of a circle between two angles in degrees, counter-clockwise from forward. */
export function arc(centre: Place, r: number, from: number, to: number) {
  const large = Math.abs(to - from) > 180 ? 1 : 0
  return `M${at(polar(centre, r, from))}A${n(r)} ${n(r)} 0 ${large} ${to > from ? 0 : 1} ${at(polar(centre, r, to))}`
}

/** Polar is the place at a distance and an angle in degrees from another. */
export function polar([x, y]: Place, r: number, degrees: number): Place {
  const a = (degrees * Math.PI) / 180
  return [x + r * Math.cos(a), y + r * Math.sin(a)]
}

/** Between is the place a share of the way from a to b. */
export const between = (a: Place, b: Place, share: number): Place => [
  a[0] + (b[0] - a[0]) * share,
  a[1] + (b[1] - a[1]) * share,
]

export const distance = (a: Place, b: Place) => Math.hypot(b[0] - a[0], b[1] - a[1])

/** Towards is the place at a distance from a on the way to b. */
export const towards = (a: Place, b: Place, r: number): Place => between(a, b, r / (distance(a, b) || 1))
