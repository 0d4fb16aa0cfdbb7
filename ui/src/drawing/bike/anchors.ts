import { between, type Place, polar } from '../plane'
import type { Bones } from './bones'

/** What the parts gave back when they were drawn. */
interface Drawn {
  frameAt: Place
  headDown: Place
  forkAt: Place
  lever: Place
  pads: (end: 'front' | 'rear') => Place
  drive: { cog: number; ring: number; mech: Place; pedal: Place }
}

/** anchorsOf is where each point of the walk-round stands on the drawing. */
export function anchorsOf(b: Bones, drawn: Drawn): Record<string, Place> {
  const { f, tyre, rearR, frontR, bb, rear, front, saddle, headLow, top, clamp, stayTop } = b
  const { frameAt, headDown, forkAt, lever, pads, drive } = drawn
  const run = between([rear[0], rear[1] - drive.cog], [0, -drive.ring], 0.58)
  return {
    'rear-tyre': polar(rear, rearR - tyre / 2, 128),
    'rear-wheel': polar(rear, rearR - tyre - 6, 176),
    sprockets: [rear[0] - drive.cog * 0.6, rear[1] - drive.cog * 0.4],
    rings: [drive.ring * 0.7, drive.ring * 0.7],
    'rear-mech': drive.mech,
    cables: [drive.mech[0] + 26, drive.mech[1] + 64],
    'front-mech': [-12, drive.ring + 34],
    crank: [52, -70],
    seatpost: [saddle[0], saddle[1] - 46],
    shock: [82, 245], // the middle of its body, as frame.ts draws it
    'front-sag': between(forkAt, front, 0.5),
    'rear-sag': between(bb, rear, 0.5),
    lights: [front[0] - 12, front[1] + frontR + 30],
    chain: run,
    belt: run,
    'chain-tension': between([rear[0], rear[1] - drive.cog], [0, -drive.ring], 0.3),
    pedals: drive.pedal,
    grips: f.bar === 'drop' ? [clamp[0] + 22, clamp[1] - 142] : [lever[0] - 90, lever[1] + 30],
    accessories: polar(rear, rearR + 20, 80),
    'front-rotor-face': polar(front, 82, -95),
    'rear-rotor-face': polar(rear, 82, 250),
    'front-pad-faces': [pads('front')[0] + 16, pads('front')[1] - 18],
    'rear-pad-faces': [pads('rear')[0] + 16, pads('rear')[1] - 18],
    'front-rim-wall': polar(front, frontR - tyre - 6, 100),
    'rear-rim-wall': polar(rear, rearR - tyre - 6, 84),
    'front-shoes': [front[0], front[1] + 18],
    'rear-shoes': [rear[0], rear[1] - 18],
    'third-brake': [rear[0] + 22, rear[1] + 10],
    shifter: [lever[0] - 46, lever[1] + 22],
    freehub: [rear[0] + drive.cog * 0.5, rear[1] + drive.cog * 0.5],
    freewheel: [rear[0] + drive.cog * 0.5, rear[1] + drive.cog * 0.5],
    dropper: [saddle[0] + 6, saddle[1] - 84],
    pivots: between(bb, rear, 0.3),
    'front-rim-pads': pads('front'),
    'rear-rim-pads': pads('rear'),
    'front-hose': between(lever, pads('front'), 0.45),
    'front-brake-cable': between(lever, pads('front'), 0.45),
    'rear-hose': between(stayTop, pads('rear'), 0.5),
    'rear-brake-cable': between(stayTop, pads('rear'), 0.5),
    'rear-pads': pads('rear'),
    'rear-rotor': polar(rear, 82, 205),
    'rear-lever': [lever[0] - 22, lever[1] + 10],
    'back-pedal': [rear[0], rear[1] + 18],
    'bottom-bracket': bb,
    frame: frameAt,
    motor:
      f.electric === 'hub_motor'
        ? rear
        : f.frame === 'step_through'
          ? [176, 168]
          : between(bb, headDown, 0.5),
    headset: headLow,
    stem: between(top, clamp, 0.6),
    fork: forkAt,
    'front-lever': lever,
    'front-pads': pads('front'),
    'front-rotor': polar(front, 82, -40),
    'front-wheel': polar(front, frontR - tyre - 6, 8),
    'front-tyre': polar(front, frontR - tyre / 2, 48),
  }
}
