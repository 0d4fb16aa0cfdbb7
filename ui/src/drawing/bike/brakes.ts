import { at, between, circle, line, type Place, polar, towards } from '../plane'
import type { Bones } from './bones'
import type { Pen } from './pen'

/** The brakes by their kind. It gives back where the pads of each end are. */
export function drawBrakes(b: Bones, draw: Pen) {
  const { f, tyre, rearR, frontR, bb, rear, front, crown, stayTop } = b
  const stayBrake = towards(rear, stayTop, rearR - tyre - 6)
  const forkBrake = towards(front, crown, frontR - tyre - 6)
  const pads = (end: 'front' | 'rear'): Place => {
    const brake = end === 'front' ? f.front_brake : f.rear_brake
    const hub = end === 'front' ? front : rear
    if (brake.startsWith('disc')) return polar(hub, 84, end === 'front' ? 132 : 42)
    return end === 'front' ? forkBrake : stayBrake
  }
  for (const end of ['rear', 'front'] as const) {
    const brake = end === 'front' ? f.front_brake : f.rear_brake
    const place = pads(end)
    const hub = end === 'front' ? front : rear
    const up = end === 'front' ? crown : stayTop
    if (brake.startsWith('disc')) {
      draw(line(towards(place, hub, 16), towards(place, hub, -26)), 38)
      draw(line(towards(place, hub, 6), towards(place, hub, -14)), 10, 'faint')
    } else if (brake === 'rim_linear' || brake === 'rim_hydraulic') {
      draw(line(towards(place, up, -62), towards(place, up, 62)), 15)
      draw(
        line(towards(place, up, 62), [towards(place, up, 62)[0] - 44, towards(place, up, 62)[1] + 6]),
        7,
        'soft',
      )
      draw(circle(place, 15), 6, 'ink', { fill: 'paper' })
    } else if (brake === 'rim_caliper') {
      const over = towards(hub, up, (end === 'front' ? frontR : rearR) + 14)
      draw(`M${at(over)}L${at(place)}`, 14)
      draw(circle(over, 15), 7, 'ink', { fill: 'paper' })
      draw(circle(place, 12), 6, 'ink', { fill: 'paper' })
    } else if (['drum', 'roller', 'band', 'back_pedal'].includes(brake)) {
      const stay = end === 'front' ? between(front, crown, 0.42) : between(rear, bb, 0.42)
      draw(line(towards(hub, stay, 26), stay), 9, 'soft')
    }
  }
  return pads
}
