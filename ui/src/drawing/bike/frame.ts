import { at, between, circle, curve, line, type Place } from '../plane'
import type { Bones } from './bones'
import type { Pen } from './pen'

/** The frame by its shape. It gives back where its mark stands, and where the down tube meets the head. */
export function drawFrame(b: Bones, draw: Pen) {
  const {
    f,
    m,
    bb,
    rear,
    front,
    seatAt,
    seat,
    saddle,
    headTop,
    headLow,
    alongHead,
    cargo,
    crown,
    stayTop,
    heavy,
  } = b
  const guess = f.frame === 'other' ? { dash: '30 16' } : {} // what nobody has a word for is drawn as a guess
  const tube = (a: Place, b: Place, w: number) => draw(line(a, b), w * heavy, 'ink', guess)
  if (f.suspension === 'full') {
    const pivot: Place = [40, 60]
    const rocker: Place = [-70, 300]
    tube(rear, pivot, 24)
    tube(rear, rocker, 18)
    draw(line(rocker, [90, 330]), 16)
    draw(line([90, 330], [70, 130]), 26, 'ink')
    draw(line([88, 305], [76, 185]), 13, 'ink')
    draw(line([86, 290], [77, 200]), 7, 'faint', { dash: '7 7' })
    draw(circle(pivot, 11), 6, 'ink', { fill: 'paper' })
    draw(circle(rocker, 11), 6, 'ink', { fill: 'paper' })
  } else {
    tube(rear, bb, 19)
    tube(rear, stayTop, 15)
  }
  tube(bb, seat, 30)
  const headMid = between(headTop, headLow, 0.22)
  const headDown = between(headTop, headLow, 0.84)
  let frameAt: Place = between(seat, headMid, 0.16)
  if (f.frame === 'step_through') {
    const low: Place = [seat[0] * 0.34, seat[1] * 0.34]
    draw(curve(headDown, [150, 40], bb), 34 * heavy)
    draw(curve(headMid, [m.reach * 0.62, m.stack * 0.42], low), 26 * heavy)
    frameAt = [190, 190]
  } else if (f.frame === 'folding') {
    tube(seatAt(m.seatTube * 0.72), between(headTop, headLow, 0.5), 46)
    tube(bb, seatAt(m.seatTube * 0.72), 34)
    const hinge = between(seatAt(m.seatTube * 0.72), headTop, 0.46)
    draw(line([hinge[0], hinge[1] + 44], [hinge[0] + 6, hinge[1] - 48]), 13, 'soft')
    frameAt = hinge
  } else if (cargo) {
    const keel: Place = [380, -120]
    draw(`M${at(bb)}L${at(keel)}L${at([1330, -120])}L${at(crown)}`, 36)
    tube(headDown, [340, -105], 30)
    tube(between(headTop, headLow, 0.4), seatAt(m.seatTube * 0.9), 28)
    draw(line(headLow, alongHead(m.stack + 60)), 16, 'soft')
    draw(line(alongHead(m.stack + 60), [front[0] - 60, front[1] - 30]), 9, 'soft')
    draw(`M${at([420, 200])}L${at([470, -70])}L${at([1290, -70])}L${at([1380, 240])}Z`, 12, 'ink', {
      fill: 'paper',
    })
    draw(line([448, 80], [1334, 80]), 5, 'faint')
    frameAt = [900, -120]
  } else if (f.frame === 'tandem') {
    const bb2: Place = [690, 0]
    const seat2: Place = [bb2[0] + seat[0], seat[1] + 10]
    tube(bb, bb2, 34)
    tube(bb2, headDown, 34)
    tube(between(seat, bb, 0.05), headMid, 28)
    tube(bb2, seat2, 28)
    tube(between(seat, bb, 0.12), bb2, 20)
    draw(line(seat2, [bb2[0] + saddle[0], saddle[1]]), 25)
    draw(line([bb2[0] + saddle[0] - 110, saddle[1] + 22], [bb2[0] + saddle[0] + 130, saddle[1] + 22]), 26)
    draw(line([bb2[0] + saddle[0] + 40, saddle[1] - 60], [bb2[0] + saddle[0] + 200, saddle[1] - 30]), 22)
    draw(circle(bb2, 70), 8, 'ink', { dash: '9 7' })
    draw(circle(bb2, 25), 8, 'ink', { fill: 'paper' })
    draw(line([bb[0], 70], [bb2[0], 70]), 5)
    draw(line([bb[0], -70], [bb2[0], -70]), 5)
  } else {
    tube(bb, headDown, 36)
    tube(between(seat, bb, 0.05), headMid, 29)
  }
  if (!cargo) draw(line(headTop, headLow), 40 * (heavy > 1 ? 1.08 : 1))
  else draw(line(headTop, headLow), 40)
  return { frameAt, headDown }
}
