import { at, line, type Place } from '../plane'
import type { Bones } from './bones'
import type { Pen } from './pen'

/** Saddle, post, stem and bar. It gives back where the lever is. */
export function drawCockpit(b: Bones, draw: Pen) {
  const { f, seat, saddle, headTop, top, clamp } = b
  draw(line(seat, saddle), 25)
  draw(
    `M${at([saddle[0] - 112, saddle[1] + 30])}Q${at([saddle[0] - 40, saddle[1] + 4])} ${at([saddle[0] + 150, saddle[1] + 22])}`,
    27,
  )
  draw(line([saddle[0] - 60, saddle[1] + 8], [saddle[0] + 70, saddle[1] + 6]), 9)
  draw(line(headTop, top), 33)
  draw(line(top, clamp), 29)
  let lever: Place
  if (f.bar === 'drop') {
    const [x, y] = clamp
    draw(
      `M${at(clamp)}L${at([x + 52, y + 4])}C${at([x + 112, y + 2])} ${at([x + 118, y - 98])} ${at([x + 22, y - 142])}`,
      25,
    )
    draw(`M${at([x + 74, y + 34])}Q${at([x + 112, y - 22])} ${at([x + 74, y - 104])}`, 13, 'soft')
    lever = [x + 92, y + 6]
  } else if (f.bar === 'flat') {
    const [x, y] = clamp
    draw(line(clamp, [x - 26, y + 14]), 30)
    draw(line([x - 26, y + 14], [x - 96, y + 24]), 33)
    draw(`M${at([x + 4, y + 4])}Q${at([x + 40, y - 16])} ${at([x + 34, y - 62])}`, 11, 'soft')
    lever = [x + 30, y - 20]
  } else {
    const [x, y] = clamp
    draw(`M${at(clamp)}Q${at([x + 40, y + 66])} ${at([x - 60, y + 58])}L${at([x - 110, y + 50])}`, 21)
    draw(line([x - 110, y + 50], [x - 210, y + 34]), 32)
    draw(`M${at([x - 88, y + 42])}Q${at([x - 130, y + 6])} ${at([x - 190, y + 2])}`, 10, 'soft')
    lever = [x - 110, y + 24]
  }
  return lever
}
