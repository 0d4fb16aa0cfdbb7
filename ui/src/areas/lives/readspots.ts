import type { Line } from '@/api/client'

/**
 * A place on the drawing that is pressed to read what sits there, and the places of the bike that
 * it stands for.
 */
interface ReadSpot {
  id: string
  name: string
  places: string[]
}

const ends = ['front', 'rear'] as const
const called = { front: 'Front', rear: 'Rear' }

/** The places that are pressed, each under the name of a point that the drawing knows. */
export const readSpots: ReadSpot[] = [
  { id: 'chain', name: 'Chain or belt', places: ['chain', 'belt'] },
  { id: 'sprockets', name: 'Sprockets', places: ['sprockets', 'freehub'] },
  { id: 'rear-mech', name: 'Rear mech', places: ['rear-mech', 'guide-pulleys', 'gear-cable', 'shifter'] },
  { id: 'rings', name: 'Rings', places: ['rings', 'front-mech'] },
  { id: 'bottom-bracket', name: 'Bracket and cranks', places: ['bottom-bracket', 'crank'] },
  { id: 'pedals', name: 'Pedals', places: ['pedals'] },
  ...ends.flatMap((end) => [
    {
      id: `${end}-pads`,
      name: `${called[end]} brake`,
      places: ['pads', 'rim-pads', 'rotor', 'caliper', 'hose', 'brake-cable'].map((p) => `${end}-${p}`),
    },
    { id: `${end}-tyre`, name: `${called[end]} tyre`, places: [`${end}-tyre`, `${end}-tube`] },
    { id: `${end}-wheel`, name: `${called[end]} rim and hub`, places: [`${end}-rim`, `${end}-hub`] },
  ]),
  { id: 'headset', name: 'Headset', places: ['headset-upper', 'headset-lower'] },
  { id: 'stem', name: 'Stem and bar', places: ['stem', 'bar'] },
  { id: 'fork', name: 'Fork', places: ['fork'] },
  { id: 'seatpost', name: 'Seatpost', places: ['post'] },
  { id: 'shock', name: 'Shock and pivots', places: ['shock', 'pivots'] },
]

/** spotsOn are the spots of a bike that has these places, each with its places that are told by particulars. */
export function spotsOn(lines: readonly Line[]) {
  return readSpots
    .map((s) => ({
      ...s,
      lines: s.places.flatMap((p) => lines.find((l) => l.place === p && l.particulars.length) ?? []),
    }))
    .filter((s) => s.lines.length)
}

/** knownOf is what is known of what sits at a place. */
export const knownOf = (line: Line): Record<string, string> => {
  const now = line.lives.at(-1)
  return now && !now.to ? now.particulars : {}
}

/** readMark says by its fill how much of a spot was read: nothing, some of it, or all. */
export function readMark(lines: readonly Line[]) {
  const asked = lines.flatMap((l) =>
    l.particulars
      .filter((p) => Object.entries(p.if ?? {}).every(([id, words]) => words.includes(knownOf(l)[id] ?? '')))
      .map((p) => !!knownOf(l)[p.id]),
  )
  if (asked.every(Boolean)) return 'sound'
  return asked.some(Boolean) ? 'watch' : 'open'
}
