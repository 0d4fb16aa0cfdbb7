import type { Schemas } from '@/api/client'

export type Scale = Schemas['Scale']
type Mark = Schemas['Zone']['mark']

/** strip lays a scale of the server's on the gauge strip. */
export const strip = ({ target, ...scale }: Scale) => ({
  ...scale,
  target: target && ([target.from, target.to] as const),
})

/** markOn is the mark of a figure on a scale; sound where no zone reaches, undefined without either. */
export function markOn(scale?: Scale, v?: number): Mark | undefined {
  if (!scale || v === undefined) return undefined
  const { zones, ruling } = scale
  const on = Math.min(Math.max(v, ruling.min), ruling.max)
  const past = (z: Scale['zones'][number]) =>
    (on > z.from && on < z.to) || (on === z.from && on === ruling.min) || (on === z.to && on === ruling.max)
  return zones.find(past)?.mark ?? 'sound'
}
