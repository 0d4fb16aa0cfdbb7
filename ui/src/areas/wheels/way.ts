/** How the rim or its spokes are read: what is sent as, what it is called, what its figures are. */
export type What = 'side' | 'out' | 'tension' | 'gauge' | 'pitch' | 'squeeze' | 'dish'

/** What was typed, by what is read and where. */
export type Drafts = Partial<Record<What, Record<string, string>>>

export const ways: { id: What; name: string; unit: string; says: string }[] = [
  {
    id: 'side',
    name: 'Side to side',
    unit: 'mm',
    says: 'Dial, feeler or eye against a stop that stays where it is: mm to the chain’s side, minus to the left.',
  },
  {
    id: 'out',
    name: 'Up and down',
    unit: 'mm',
    says: 'Against a stop above the rim: mm outwards, minus inwards.',
  },
  {
    id: 'tension',
    name: 'Tension, N',
    unit: 'N',
    says: 'In newtons, as a gauge shows them or its table says.',
  },
  {
    id: 'gauge',
    name: 'Tension, gauge',
    unit: 'on its scale',
    says: 'What the gauge shows: its table makes newtons of it.',
  },
  {
    id: 'pitch',
    name: 'Tension, pitch',
    unit: 'Hz',
    says: 'Pluck it near its middle. Typed, or heard by the tablet.',
  },
  {
    id: 'squeeze',
    name: 'Tension, by hand',
    unit: '',
    says: 'Squeeze it beside its neighbours of the same side.',
  },
  {
    id: 'dish',
    name: 'Dish',
    unit: 'mm',
    says: 'The gauge’s arms on the rim: how far out from the rim’s edge the locknut stands, on each side. The rim is too far from the side where it is more.',
  },
]

/** placesOf are the spokes at which it is read, every so many from the valve round. */
export const placesOf = (spokes: number, every: number) =>
  Array.from({ length: Math.floor(spokes / every) }, (_, i) => 1 + i * every)

/**
 * nextOf is the place to read after one: the next that is still empty, round from there; undefined
 * once all are read.
 */
export function nextOf(places: number[], after: number | undefined, read: Record<string, string>) {
  const from = after === undefined ? 0 : places.indexOf(after) + 1
  for (let i = 0; i < places.length; i++) {
    const at = places[(from + i) % places.length]
    if (at !== undefined && !read[at]?.trim()) return at
  }
  return undefined
}
