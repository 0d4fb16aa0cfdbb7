import { describe, expect, it } from 'vitest'

import type { Facts } from '@/api/client'

import { drawingOf, placeOf } from './geometry'
import { placeLabels } from './labels'

const plain: Facts = {
  kind: 'commuter',
  frame: 'diamond',
  material: 'steel',
  wheel_front_mm: 622,
  wheel_rear_mm: 622,
  bar: 'flat',
  front_brake: 'disc_hydraulic',
  rear_brake: 'disc_hydraulic',
  front_fluid: 'mineral',
  rear_fluid: 'mineral',
  front_port: 'screw',
  rear_port: 'screw',
  rotor_mount: 'centre',
  gears: 'cable',
  sprockets_on: 'freehub',
  speeds: 9,
  rings: 2,
  suspension: 'rigid',
  electric: 'none',
  motor_end: 'none',
  front_axle: 'nuts',
  rear_axle: 'nuts',
  stem: 'threadless',
  crank: 'splined',
  bottom_bracket: 'threaded',
  steerer: 'unknown',
  bar_material: 'unknown',
  fork_material: 'unknown',
  bracket_thread: 'unknown',
  post: 'fixed',
  post_material: 'unknown',
  brake_hands: 'unknown',
  third_brake: 'none',
  drive: 'chain',
  other: '',
  saddle_clamp: 'two_bolt',
  carries: [],
}
const frames = [
  'diamond',
  'sloping',
  'step_through',
  'folding',
  'long_cargo',
  'tandem',
  'tricycle',
  'other',
] as const
const bars = ['drop', 'flat', 'swept'] as const

describe('drawingOf', () => {
  it('stands every frame on the ground with every point on the bike', () => {
    for (const frame of frames)
      for (const bar of bars)
        for (const wheel of [622, 406, 305]) {
          const { shapes, anchors, box } = drawingOf({
            ...plain,
            frame,
            bar,
            wheel_front_mm: wheel,
            wheel_rear_mm: wheel,
          })
          expect(
            shapes.every((s) => !s.d.includes('NaN')),
            `${frame} ${bar} ${wheel}`,
          ).toBe(true)
          for (const [id, [x, y]] of Object.entries(anchors)) {
            expect(
              x >= box.left && x <= box.right && y >= box.bottom && y <= box.top,
              `${id} on ${frame} ${wheel} at ${x},${y}`,
            ).toBe(true)
          }
        }
  })

  it('has a place for each point of the walk-round, and no place for what is none', () => {
    // The list that ships, each end of what stands at both.
    const points = (
      Object.values(
        import.meta.glob<string>('../../../knowledge/points.yaml', {
          query: '?raw',
          import: 'default',
          eager: true,
        }),
      )[0] ?? ''
    )
      .split(/^- /m)
      .filter((p) => !/^ {2}at:/m.test(p)) // these stand beside another
      .flatMap((p) => /^id: "?([^"\n]+)"?/.exec(p)?.[1] ?? [])
      .flatMap((id) =>
        id.includes('{end}') ? ['front', 'rear'].map((end) => id.replace('{end}', end)) : [id],
      )
    expect(points.length).toBeGreaterThan(50)
    const { anchors } = drawingOf({ ...plain, suspension: 'full' })
    expect(Object.keys(anchors).sort()).toEqual([...new Set(points)].sort())
  })

  it('puts a point of the shop’s own beside the one it names, and one that names none nowhere', () => {
    const { anchors } = drawingOf(plain)
    const [x, y] = placeOf(anchors, { id: 'bell', at: 'stem' }) ?? [0, 0]
    const [stemX, stemY] = anchors.stem ?? [0, 0]
    expect(Math.hypot(x - stemX, y - stemY)).toBeLessThan(40)
    expect([x, y]).not.toEqual([stemX, stemY])
    expect(placeOf(anchors, { id: 'stem', at: 'frame' })).toEqual(anchors.stem)
    expect(placeOf(anchors, { id: 'bell' })).toBeUndefined()
  })

  it('marks the shock on its body, not on the tube beside it', () => {
    const { anchors, shapes } = drawingOf({ ...plain, suspension: 'full' })
    const [x, y] = anchors.shock ?? [0, 0]
    expect(shapes.some((s) => /^M88\D/.test(s.d) && x > 76 && x < 88 && y > 185 && y < 305)).toBe(true)
  })

  it('draws what the facts say', () => {
    const strokes = (patch: Partial<Facts>) =>
      drawingOf({ ...plain, ...patch })
        .shapes.map((s) => s.d)
        .join()
    const different = [
      {},
      { bar: 'drop' },
      { front_brake: 'rim_linear' },
      { front_brake: 'rim_caliper' },
      { rear_brake: 'drum' },
      { gears: 'hub' },
      { suspension: 'front' },
      { suspension: 'full' },
      { electric: 'mid_motor' },
      { electric: 'hub_motor' },
    ] as Partial<Facts>[]
    expect(new Set(different.map(strokes)).size).toBe(different.length)
  })

  it('puts the cargo between the wheels and the front of a step-through low', () => {
    const cargo = drawingOf({ ...plain, frame: 'long_cargo', wheel_front_mm: 406 })
    const diamond = drawingOf(plain)
    const base = (d: typeof cargo) =>
      (d.anchors['front-wheel']?.[0] ?? 0) - (d.anchors['rear-wheel']?.[0] ?? 0)
    expect(base(cargo)).toBeGreaterThan(base(diamond) * 1.3)
  })
})

describe('placeLabels', () => {
  it('keeps labels apart, within the sheet, and in the order of their anchors', () => {
    const anchors = Array.from({ length: 19 }, (_, i) => ({
      id: `p${i}`,
      at: [(i * 83) % 700, (i * 61) % 300] as const,
    }))
    const labels = placeLabels(anchors, 24, 350)
    expect(new Set(labels.map((l) => l.id)).size).toBe(19)
    for (const side of ['left', 'right']) {
      const ys = labels.filter((l) => l.side === side).map((l) => l.y)
      expect(Math.min(...ys)).toBeGreaterThanOrEqual(24)
      expect(Math.max(...ys)).toBeLessThanOrEqual(350)
      const gaps = ys.slice(1).map((y, i) => y - (ys[i] ?? 0))
      expect(Math.min(...gaps)).toBeGreaterThan(30)
    }
  })
})
