import { arc, circle, line, polar } from '../plane'
import type { Bones } from './bones'
import type { Pen } from './pen'

/** The wheels, behind all else: tyre, rim, spokes, rotor, hub, guard. */
export function drawWheels(b: Bones, draw: Pen) {
  const { f, tyre, rearR, frontR, rear, front, guarded } = b
  for (const [hub, r, end] of [
    [rear, rearR, 'rear'],
    [front, frontR, 'front'],
  ] as const) {
    const spokes = Array.from({ length: r > 240 ? 28 : 20 }, (_, i) => {
      const a = (i / (r > 240 ? 28 : 20)) * 360
      return line(polar(hub, r - tyre - 6, a), polar(hub, 22, a + (i % 2 ? 62 : -62)))
    })
    draw(spokes.join(''), 2.2, 'rule')
    draw(circle(hub, r - tyre / 2), tyre * 0.46)
    draw(circle(hub, r - tyre - 5), 4, 'soft')
    if (guarded) draw(end === 'rear' ? arc(hub, r + 20, 12, 205) : arc(hub, r + 20, -30, 128), 9, 'soft')
    const brake = end === 'rear' ? f.rear_brake : f.front_brake
    if (brake.startsWith('disc')) {
      draw(circle(hub, 82), 7, 'soft', { fill: 'chalk' })
      draw(circle(hub, 60), 3, 'faint')
    }
    const wide = ['drum', 'roller', 'band'].includes(brake)
      ? 50
      : brake === 'back_pedal'
        ? 40
        : end === 'rear' && f.gears === 'hub'
          ? 46
          : 22
    draw(circle(hub, end === 'rear' && f.electric === 'hub_motor' ? 92 : wide), 7, 'ink', { fill: 'paper' })
    draw(circle(hub, 8), 5)
  }
}
