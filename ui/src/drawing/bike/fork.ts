import { between, curve, line } from '../plane'
import type { Bones } from './bones'
import type { Pen } from './pen'

/** The fork: of a cargo bike, sprung, or rigid. It gives back where its mark stands. */
export function drawFork(b: Bones, draw: Pen) {
  const { f, m, frontR, front, frontY, alongHead, cargo, crown, heavy } = b
  if (cargo) {
    draw(line([1440, frontY + frontR + 110], crown), 36)
    draw(curve(crown, [1490, frontY + frontR * 0.5], front), 22)
  } else if (f.suspension !== 'rigid') {
    const slide = between(crown, front, 0.5)
    draw(line(alongHead(m.headTube + 4), crown), 42)
    draw(line(crown, slide), 17, 'soft')
    draw(line(crown, slide), 9, 'ink', { fill: 'paper' })
    draw(line(slide, front), 31)
    draw(line(between(crown, front, 0.46), slide), 36)
  } else {
    draw(curve(crown, alongHead(m.headTube + (f.frame === 'folding' ? 70 : 230)), front), 23 * heavy)
  }
  return between(crown, front, 0.42)
}
