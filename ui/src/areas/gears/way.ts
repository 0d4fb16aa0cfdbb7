import type { Schemas } from '@/api/client'

/** A piece of a cable's way: its line, as thick as the pull that is left, and where its name stands. */
export interface Piece {
  d: string
  width: number
  name: string
  share: number
  worst: boolean
  label: readonly [x: number, y: number]
  anchor: 'start' | 'middle' | 'end'
}

const straight = 64
const radius = 34
const steps = 16

/**
 * wayOf lays a cable's way out, in pixels, y down: each bend turns as far as it turns, one to the right and the
 * next to the left, and the first is set out so that they lead across the sheet.
 */
export function wayOf(path?: Pick<Schemas['Path'], 'bends' | 'worst'>) {
  const bends = path?.bends ?? []
  const turned = (degrees: number) => (Math.min(degrees, 200) * Math.PI) / 180
  let [x, y, heading, kept, side] = [0, 0, -turned(Math.min(bends[0]?.degrees ?? 0, 137)) / 2, 1, 1]
  const all: (readonly [number, number])[] = []
  const spot = () => {
    all.push([x, y])
    return `${x.toFixed(1)} ${y.toFixed(1)}`
  }
  const step = (d: number) => {
    x += d * Math.cos(heading)
    y += d * Math.sin(heading)
    return spot()
  }
  const first: Piece = {
    d: `M${spot()}L${step(40)}`,
    width: 7,
    name: 'lever',
    share: 0,
    worst: false,
    label: [0, 22],
    anchor: 'middle',
  }
  const pieces = bends.map((b, i): Piece => {
    const turn = turned(b.degrees)
    const out = heading + ((turn - Math.PI) / 2) * side // away from what it turns round
    let d = `M${spot()}`
    let label: readonly [number, number] = [x, y]
    for (let k = 0; k < steps; k++) {
      heading += (turn / steps) * side
      d += `L${step((radius * turn) / steps)}`
      if (k === steps / 2) label = [x + 14 * Math.cos(out), y + 18 * Math.sin(out) + 4]
    }
    kept *= 1 - b.share
    side = -side
    const anchor = Math.cos(out) > 0.4 ? 'start' : Math.cos(out) < -0.4 ? 'end' : 'middle'
    d += `L${step(straight)}`
    return {
      d,
      width: 1.5 + 5.5 * kept,
      name: b.name,
      share: b.share,
      worst: i === path?.worst,
      label,
      anchor,
    }
  })
  const xs = all.map((p) => p[0])
  const ys = all.map((p) => p[1])
  const box = [
    Math.min(...xs) - 110,
    Math.min(...ys) - 34,
    Math.max(...xs) + 150,
    Math.max(...ys) + 40,
  ] as const
  return {
    pieces: [first, ...pieces],
    end: [x, y] as const,
    view: [box[0], box[1], box[2] - box[0], box[3] - box[1]],
  }
}
