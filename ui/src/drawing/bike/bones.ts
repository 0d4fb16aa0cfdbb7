import type { Facts } from '@/api/client'

import type { Place } from '../plane'

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

/** Bones are the places of a bike that everything else is drawn to, and its measures. */
export type Bones = ReturnType<typeof bonesOf>

/** bonesOf works the places out from the facts, from the bottom bracket on. */
export function bonesOf(f: Facts) {
  const m = f.kind === 'child' ? child : (shapes[f.frame] ?? (shapes.diamond as Measures))
  const tyre = tyres[f.kind] ?? 38
  const rearR = f.wheel_rear_mm / 2 + tyre
  const frontR = f.wheel_front_mm / 2 + tyre
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

  const stayTop: Place = [seat[0] + 10, seat[1] - 40]
  return {
    f,
    m,
    tyre,
    rearR,
    frontR,
    bb,
    rear,
    front,
    frontY,
    seatAt,
    seat,
    saddle,
    headTop,
    headLow,
    alongHead,
    cargo,
    crown,
    top,
    clamp,
    stayTop,
    guarded: guarded.includes(f.kind),
    /** steel is thin, carbon is stout */
    heavy: f.material === 'steel' ? 0.86 : f.material === 'carbon' ? 1.2 : 1.05,
  }
}
