import type { Schemas } from '@/api/client'
import { figure } from '@/parts/words'

type Zone = Schemas['Zone']

/** The ends that a rule of pressures may have, bar. */
const ends = [2, 3, 4, 6, 8, 10, 16, 25]

const psiPerBar = 14.5037738

/** bar prints a pressure as it is read off a gauge, to a hundredth. */
export const bar = (v: number) => figure(Number(v.toFixed(2)))

/** psi is the same in pounds to the square inch. */
export const psi = (v: number) => String(Math.round(v * psiPerBar))

/** atMost prints a limit so that it is not rounded up. */
export const atMost = (v: number) => figure(Math.floor(v * 100 + 1e-6) / 100)

/** ruled is a rule of pressures that reaches past all that stands on it. */
export function ruled(values: (number | undefined)[]): Schemas['Ruling'] {
  const most = Math.max(1, ...values.map((v) => v ?? 0)) * 1.15
  const max = ends.find((e) => e >= most) ?? 25
  return {
    min: 0,
    max,
    step: max <= 4 ? 0.1 : max <= 10 ? 0.25 : 1,
    major: max <= 4 ? 0.5 : max <= 10 ? 1 : 5,
  }
}

/**
 * stripOf is what stands on a tyre's rule: what it does not bear, what its rider is to begin with,
 * what was read.
 */
export function stripOf(
  bench: Schemas['TyreBench'],
  air: Schemas['AirView'],
  reads?: Schemas['PressureReads'],
) {
  const typed = reads?.bar
  const a = bench.advice
  const most = a?.most_bar ?? bench.read?.tyre?.most_bar
  const least = bench.read?.tyre?.least_bar
  const past = air.readings.map((r) => Number(r.bar.toFixed(2)))
  const ruling = ruled([most, typed, ...past])
  const zones: Zone[] = []
  if (least) zones.push({ from: 0, to: least, mark: 'watch' })
  if (most) zones.push({ from: most, to: ruling.max, mark: 'unsafe' })
  return {
    ruling,
    zones,
    past: past.slice(0, typed === undefined ? -1 : undefined),
    now: typed === undefined ? past.at(-1) : Number(typed.toFixed(2)),
    /** where the true pressure lies, by how its gauge was checked */
    band: reads && reads.to_bar > reads.from_bar ? ([reads.from_bar, reads.to_bar] as const) : undefined,
    target: a ? ([a.from_bar, a.to_bar] as const) : undefined,
  }
}
