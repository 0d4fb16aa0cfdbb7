import { between, circle, line, type Place, polar } from '../plane'
import type { Bones } from './bones'
import type { Pen } from './pen'

/** Chain, sprockets, rings, mech, cranks and motor. It gives back where their marks stand. */
export function drawDrive(b: Bones, draw: Pen, headDown: Place) {
  const { f, rearR, bb, rear } = b
  const ring =
    f.rings > 1
      ? 94
      : ['trail', 'electric_trail', 'mountain'].includes(f.kind)
        ? 66
        : f.kind === 'child'
          ? 58
          : 84
  const cog = f.gears === 'cable' || f.gears === 'electronic' ? 50 : 36
  draw(circle(rear, cog), 9, 'ink', { dash: '9 7' })
  draw(circle(bb, ring), 9, 'ink', { dash: '9 7' })
  if (f.rings > 1) draw(circle(bb, ring - 22), 4, 'soft')
  draw(line([rear[0], rear[1] + cog], [0, ring]), 6)
  let mech: Place = [rear[0] + 4, rear[1] - 60]
  if (f.gears === 'cable' || f.gears === 'electronic') {
    const guide: Place = [rear[0] + 16, rear[1] - 80]
    const tension: Place = [rear[0] + (rearR < 260 ? 40 : 20), rear[1] - (rearR < 260 ? 112 : 140)]
    draw(line([0, -ring], [tension[0], tension[1] - 14]), 6)
    draw(line(guide, tension), 15)
    draw(line([rear[0] + 4, rear[1] - 12], guide), 10)
    draw(circle(guide, 15), 6, 'ink', { fill: 'paper' })
    draw(circle(tension, 15), 6, 'ink', { fill: 'paper' })
    mech = tension
  } else {
    draw(line([rear[0], rear[1] - cog], [0, -ring]), 6)
  }
  const crank = f.kind === 'child' ? 115 : 165
  const pedal = polar(bb, crank, -32)
  draw(line(bb, polar(bb, crank, 148)), 13, 'faint')
  draw(line(bb, pedal), 22)
  draw(line([pedal[0] - 44, pedal[1] - 4], [pedal[0] + 44, pedal[1] - 4]), 20)
  if (f.electric === 'mid_motor') {
    draw(circle([14, 8], 70), 12, 'ink', { fill: 'paper' })
    draw(circle(bb, 26), 8, 'ink', { fill: 'paper' })
    const along =
      f.frame === 'step_through'
        ? ([
            [118, 96],
            [232, 236],
          ] as const)
        : ([between(bb, headDown, 0.3), between(bb, headDown, 0.74)] as const)
    draw(line(along[0], along[1]), 74)
    draw(line(along[0], along[1]), 56, 'soft')
  } else {
    draw(circle(bb, 27), 8, 'ink', { fill: 'paper' })
  }
  return { cog, ring, mech, pedal }
}
