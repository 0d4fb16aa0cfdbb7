import type { Facts } from '@/api/client'

import { arc, at, between, circle, curve, line, type Place, polar, type Shape, towards } from './plane'

/** Drawing is a bike drawn from its facts: its strokes, where its points are, and its extent. */
export interface Drawing {
  shapes: Shape[]
  anchors: Record<string, Place>
  box: { left: number; right: number; top: number; bottom: number }
}

/** Frame measures in millimetres and degrees, as a frame drawing gives them. */
interface Measures {
  chainstay: number
  bottomBracket: number // height above the ground
  seatTube: number
  seatAngle: number
  headAngle: number
  headTube: number
  reach: number
  stack: number
  saddle: number // from the bottom bracket
  riser: number // stem above the head tube
}

const shapes: Record<string, Measures> = {
  diamond: {
    chainstay: 432,
    bottomBracket: 272,
    seatTube: 520,
    seatAngle: 73,
    headAngle: 72,
    headTube: 140,
    reach: 380,
    stack: 575,
    saddle: 720,
    riser: 36,
  },
  sloping: {
    chainstay: 440,
    bottomBracket: 330,
    seatTube: 420,
    seatAngle: 74,
    headAngle: 67,
    headTube: 110,
    reach: 440,
    stack: 610,
    saddle: 700,
    riser: 34,
  },
  step_through: {
    chainstay: 465,
    bottomBracket: 285,
    seatTube: 470,
    seatAngle: 70,
    headAngle: 69,
    headTube: 170,
    reach: 360,
    stack: 610,
    saddle: 680,
    riser: 70,
  },
  folding: {
    chainstay: 400,
    bottomBracket: 285,
    seatTube: 250,
    seatAngle: 71,
    headAngle: 72,
    headTube: 110,
    reach: 420,
    stack: 300,
    saddle: 690,
    riser: 360,
  },
  long_cargo: {
    chainstay: 450,
    bottomBracket: 285,
    seatTube: 440,
    seatAngle: 71,
    headAngle: 70,
    headTube: 170,
    reach: 330,
    stack: 560,
    saddle: 690,
    riser: 90,
  },
}
shapes.tandem = { ...(shapes.diamond as Measures), reach: 1070 }
shapes.tricycle = shapes.step_through as Measures
const child: Measures = {
  chainstay: 330,
  bottomBracket: 230,
  seatTube: 270,
  seatAngle: 71,
  headAngle: 70,
  headTube: 90,
  reach: 270,
  stack: 400,
  saddle: 440,
  riser: 40,
}

const tyres: Record<string, number> = {
  trail: 60,
  electric_trail: 60,
  mountain: 56,
  cargo: 50,
  child: 47,
  city: 40,
  electric_city: 42,
  roadster: 40,
  folding: 35,
  randonneur: 35,
  cyclo_cross: 33,
  commuter: 38,
  road: 27,
  rod_roadster: 36,
  tandem: 32,
  tricycle: 44,
  belt: 38,
  fixed: 28,
  single: 32,
}
const guarded = ['randonneur', 'city', 'electric_city', 'roadster', 'rod_roadster', 'folding', 'belt']

/** drawingOf draws a bike from its facts. */
export function drawingOf(f: Facts): Drawing {
  const m = f.kind === 'child' ? child : (shapes[f.frame] ?? (shapes.diamond as Measures))
  const out: Shape[] = []
  const draw = (d: string, width: number, tone: Shape['tone'] = 'ink', more: Partial<Shape> = {}) =>
    out.push({ d, width, tone, ...more })
  const tyre = tyres[f.kind] ?? 38
  const rearR = f.wheel_rear_mm / 2 + tyre
  const frontR = f.wheel_front_mm / 2 + tyre

  // Places
  const bb: Place = [0, 0]
  const rise = rearR - m.bottomBracket
  const rear: Place = [-Math.sqrt(m.chainstay ** 2 - rise ** 2), rise]
  const down = (v: number) => (v * Math.PI) / 180
  const seatAt = (d: number): Place => [-d * Math.cos(down(m.seatAngle)), d * Math.sin(down(m.seatAngle))]
  const seat = seatAt(m.seatTube)
  const saddle = seatAt(m.saddle)
  const headTop: Place = [m.reach, m.stack]
  const alongHead = (d: number): Place => [
    m.reach + d * Math.cos(down(m.headAngle)),
    m.stack - d * Math.sin(down(m.headAngle)),
  ]
  const headLow = alongHead(m.headTube)
  const cargo = f.frame === 'long_cargo'
  const frontY = frontR - m.bottomBracket
  const frontAxis = (y: number) => m.reach + (m.stack - y) / Math.tan(down(m.headAngle))
  const front: Place = cargo ? [1560, frontY] : [frontAxis(frontY) + 46, frontY]
  const crown: Place = cargo ? [1470, frontY + frontR + 30] : alongHead(m.headTube + 16)
  const top = alongHead(-m.riser)
  const clamp: Place = [
    top[0] + (f.bar === 'drop' ? 92 : f.bar === 'flat' ? 62 : 26),
    top[1] + (f.bar === 'drop' ? 12 : 16),
  ]

  // Wheels, behind all else
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
    if (guarded.includes(f.kind))
      draw(end === 'rear' ? arc(hub, r + 20, 12, 205) : arc(hub, r + 20, -30, 128), 9, 'soft')
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

  // Frame
  const stayTop: Place = [seat[0] + 10, seat[1] - 40]
  const heavy = f.material === 'steel' ? 0.86 : f.material === 'carbon' ? 1.2 : 1.05
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

  // Fork
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
  const forkAt = between(crown, front, 0.42)

  // Saddle, post, stem, bar
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

  // Brakes
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

  // Drivetrain
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

  const run = between([rear[0], rear[1] - cog], [0, -ring], 0.58)
  const anchors: Record<string, Place> = {
    'rear-tyre': polar(rear, rearR - tyre / 2, 128),
    'rear-wheel': polar(rear, rearR - tyre - 6, 176),
    sprockets: [rear[0] - cog * 0.6, rear[1] - cog * 0.4],
    rings: [ring * 0.7, ring * 0.7],
    'rear-mech': mech,
    cables: [mech[0] + 26, mech[1] + 64],
    'front-mech': [-12, ring + 34],
    crank: [52, -70],
    seatpost: [saddle[0], saddle[1] - 46],
    shock: between(bb, headDown, 0.42),
    'front-sag': between(forkAt, front, 0.5),
    'rear-sag': between(bb, rear, 0.5),
    lights: [front[0] - 12, front[1] + frontR + 30],
    chain: run,
    belt: run,
    'chain-tension': between([rear[0], rear[1] - cog], [0, -ring], 0.3),
    pedals: pedal,
    grips: f.bar === 'drop' ? [clamp[0] + 22, clamp[1] - 142] : [lever[0] - 90, lever[1] + 30],
    accessories: polar(rear, rearR + 20, 80),
    'front-rotor-face': polar(front, 82, -95),
    'rear-rotor-face': polar(rear, 82, 250),
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
  const ground = -m.bottomBracket
  return {
    shapes: out,
    anchors,
    box: {
      left: rear[0] - rearR - 24,
      right: front[0] + frontR + 24,
      top: Math.max(saddle[1] + 50, clamp[1] + 80),
      bottom: ground - 12,
    },
  }
}
