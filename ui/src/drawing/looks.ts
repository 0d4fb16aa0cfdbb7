import { type Place, polar } from './plane'

/** Stroke is one line of a small drawing: its path in a square of 80, and how it is drawn. */
export interface Stroke {
  d: string
  fill?: 'hatch' | 'paper' | 'ink'
  width?: number
}

const ring = (x: number, y: number, r: number) =>
  `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`
const box = (x: number, y: number, w: number, h: number) => `M${x} ${y}h${w}v${h}h${-w}Z`
const path = (places: readonly Place[]) => `M${places.map(([x, y]) => `${x} ${y}`).join('L')}`
const middle: Place = [40, 40]
const round = (n: number, r: number, turn = 0) =>
  Array.from({ length: n }, (_, i) => polar(middle, r, (i * 360) / n + turn))
/** A toothed edge: n teeth between two circles, a share of each of them tooth. */
const toothed = (n: number, inner: number, outer: number, tooth = 0.5) =>
  `${path(
    Array.from({ length: n }, (_, i) => i).flatMap((i) => {
      const at = (share: number, r: number) => polar(middle, r, ((i + share) * 360) / n)
      return [at(0, outer), at(tooth, outer), at(tooth, inner), at(1, inner)]
    }),
  )}Z`
const thread = (x: number, y: number, w: number, n: number, step = 5) =>
  Array.from({ length: n }, (_, i) => `M${x} ${y + i * step + 2}L${x + w} ${y + i * step}`).join('')
const balls = (n: number, r: number, size: number) =>
  round(n, r)
    .map(([x, y]) => ring(x, y, size))
    .join('')
const tab: Stroke[] = [{ d: box(33, 8, 14, 16), fill: 'paper' }, { d: ring(40, 14, 3) }]
const cartridges: Stroke[] = [
  { d: ring(40, 40, 32), fill: 'paper' },
  { d: ring(40, 40, 26) },
  { d: balls(9, 20.5, 4.6) },
  { d: ring(40, 40, 15) },
  { d: ring(40, 40, 9), fill: 'hatch' },
]
const rotor: Stroke[] = [
  { d: ring(40, 40, 36), fill: 'paper' },
  { d: ring(40, 40, 28) },
  {
    d: round(5, 28)
      .map(([x, y], i) => `M${x} ${y}L${round(5, 17, -24)[i]?.join(' ')}`)
      .join(''),
  },
  { d: ring(40, 40, 17), fill: 'paper' },
]
const tyre: Stroke = {
  d: 'M14 62C4 34 22 14 40 14C58 14 76 34 66 62L58 62C66 38 54 22 40 22C26 22 14 38 22 62Z',
  fill: 'hatch',
}
const rim: Stroke = {
  d: path([
    [16, 60],
    [20, 72],
    [60, 72],
    [64, 60],
  ]),
}

/**
 * What parts look like, by particular and word: what a mechanic would draw on a scrap to tell one from
 * the other. A word that nothing is drawn for is said in words.
 */
export const looks: Record<string, Record<string, Stroke[]>> = {
  mount: {
    'six bolts': [
      ...rotor,
      {
        d: round(6, 11)
          .map(([x, y]) => ring(x, y, 2.4))
          .join(''),
        fill: 'ink',
      },
      { d: ring(40, 40, 6) },
    ],
    'centre ring': [...rotor, { d: toothed(18, 9, 12) }, { d: toothed(24, 14, 16) }],
  },
  outline: {
    round: [...tab, { d: ring(40, 46, 24), fill: 'hatch' }],
    square: [...tab, { d: box(18, 24, 44, 44), fill: 'hatch' }],
    'two pistons long': [...tab, { d: box(8, 26, 64, 36), fill: 'hatch' }, { d: ring(40, 44, 13) }],
    'four pistons': [
      ...tab,
      { d: box(4, 26, 72, 34), fill: 'hatch' },
      { d: ring(24, 43, 10) + ring(56, 43, 12) },
    ],
  },
  valve: {
    narrow: [
      { d: box(37, 16, 6, 56), fill: 'paper' },
      { d: box(38.5, 8, 3, 8), fill: 'ink' },
      { d: box(33, 50, 14, 6), fill: 'hatch' },
    ],
    wide: [
      { d: box(33, 22, 14, 50), fill: 'paper' },
      { d: box(32, 10, 16, 14), fill: 'hatch' },
    ],
    'old style': [
      { d: box(36, 34, 8, 38), fill: 'paper' },
      { d: box(31, 26, 18, 10), fill: 'hatch' },
      { d: box(37, 10, 6, 16), fill: 'paper' },
    ],
  },
  spline: {
    'wide splines': [
      { d: toothed(9, 24, 32, 0.62), fill: 'hatch' },
      { d: ring(40, 40, 15), fill: 'paper' },
    ],
    'fine splines': [
      { d: toothed(32, 28, 32), fill: 'hatch' },
      { d: ring(40, 40, 18), fill: 'paper' },
    ],
    'short body': [
      { d: box(14, 26, 34, 28), fill: 'hatch' },
      { d: 'M14 33h34M14 40h34M14 47h34' },
      { d: box(48, 18, 8, 44), fill: 'paper' },
      { d: 'M4 40h72', width: 1 },
    ],
    'screwed on': [
      { d: box(16, 20, 32, 40), fill: 'paper' },
      { d: thread(16, 22, 32, 8) },
      { d: box(48, 12, 8, 56), fill: 'hatch' },
    ],
  },
  fixed: {
    threaded: [
      { d: box(16, 14, 40, 12), fill: 'hatch' },
      { d: box(16, 54, 40, 12), fill: 'hatch' },
      {
        d: Array.from(
          { length: 8 },
          (_, i) => `M${16 + i * 5} 26l2.5 4l2.5 -4M${16 + i * 5} 54l2.5 -4l2.5 4`,
        ).join(''),
      },
      { d: box(58, 18, 8, 44), fill: 'paper' },
    ],
    'pressed in': [
      { d: box(16, 10, 48, 10), fill: 'hatch' },
      { d: box(16, 60, 48, 10), fill: 'hatch' },
      { d: box(40, 21, 24, 38), fill: 'paper' },
      { d: ring(52, 28, 5) + ring(52, 52, 5) },
    ],
  },
  kind: {
    'cup and cone': [
      { d: 'M10 14h30c0 14 8 20 20 20h6v-26h-56Z', fill: 'hatch' },
      { d: ring(45, 34, 9), fill: 'paper' },
      { d: 'M8 66h22v-14l14 -8l0 22h26', fill: 'paper' },
      { d: 'M4 72h72', width: 1 },
    ],
    cartridges,
    'loose balls': [{ d: balls(11, 27, 6.6), fill: 'paper' }, { d: ring(40, 40, 15) }],
  },
  head: {
    barrel: [
      { d: box(22, 26, 36, 18), fill: 'hatch' },
      { d: 'M40 44v32', width: 4 },
    ],
    pear: [
      { d: 'M31 18c0 -8 18 -8 18 0c0 12 -5 16 -6 22h-6c-1 -6 -6 -10 -6 -22Z', fill: 'hatch' },
      { d: 'M40 40v36', width: 4 },
    ],
  },
  post: {
    'threaded post': [
      { d: 'M6 50q34 -16 68 0l-2 16q-32 -12 -64 0Z', fill: 'hatch' },
      { d: box(36, 8, 8, 36), fill: 'paper' },
      { d: thread(36, 9, 8, 6) },
    ],
    'plain post': [
      { d: 'M6 50q34 -16 68 0l-2 16q-32 -12 -64 0Z', fill: 'hatch' },
      { d: box(35, 8, 10, 36), fill: 'paper' },
    ],
    cartridge: [
      { d: 'M4 40h72v10h-72Z', fill: 'paper' },
      { d: box(10, 50, 60, 16), fill: 'hatch' },
      { d: ring(16, 45, 2.5), fill: 'ink' },
      { d: box(36, 12, 8, 28), fill: 'paper' },
    ],
  },
  air: {
    tube: [tyre, rim, { d: ring(40, 42, 15), fill: 'paper' }, { d: box(37.5, 57, 5, 18), fill: 'paper' }],
    sealant: [tyre, rim, { d: 'M20 60q10 -5 20 0t20 0v10h-40Z', fill: 'ink' }],
  },
  closed: {
    'joining link': [
      { d: 'M18 26a14 14 0 1 0 0 28h44a14 14 0 1 0 0 -28Z', fill: 'paper' },
      { d: ring(18, 40, 6) + ring(62, 40, 6), fill: 'ink' },
      { d: 'M24 37h14v6h-14', fill: 'paper' },
    ],
    pin: [
      { d: 'M18 26a14 14 0 1 0 0 28h44a14 14 0 1 0 0 -28Z', fill: 'paper' },
      { d: ring(18, 40, 8) + ring(62, 40, 8) },
      { d: ring(62, 40, 5), fill: 'ink' },
      { d: 'M62 14v14M62 52v14', width: 4 },
    ],
  },
  route: {
    outside: [
      { d: box(4, 40, 72, 20), fill: 'paper' },
      { d: 'M4 28h72', width: 4 },
      { d: box(16, 26, 4, 14), fill: 'ink' },
      { d: box(58, 26, 4, 14), fill: 'ink' },
    ],
    'inside the frame': [
      { d: box(4, 26, 72, 30), fill: 'paper' },
      { d: 'M4 12q16 0 22 14', width: 4 },
      { d: 'M26 28q10 12 22 12h28', width: 1.6 },
    ],
  },
  bearings: {
    cartridges,
    'loose balls': [{ d: balls(11, 27, 6.6), fill: 'paper' }, { d: ring(40, 40, 15) }],
  },
}
