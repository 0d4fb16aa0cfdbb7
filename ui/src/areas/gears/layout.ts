import type { Schemas } from '@/api/client'

/** A sprocket seen from behind: where its middle lies, and where the pulley stands below it, in pixels. */
export interface Column {
  teeth: number
  at: number
  height: number
  pulley: number
  off: number
  right: boolean
}

/** Seen from behind the spokes lie to the left: the largest sprocket comes first. */
export function columnsOf(
  bench: Pick<Schemas['GearBench'], 'gear' | 'stands_mm' | 'band_mm'>,
  width: number,
  tallest: number,
) {
  const { teeth, spacing_mm } = bench.gear
  const margin = 44
  const scale = Math.min(22, (width - 2 * margin) / ((teeth.length + 0.6) * spacing_mm))
  const span = (teeth.length - 1) * spacing_mm * scale
  const left = width / 2 - span / 2
  const most = Math.max(...teeth)
  const columns = teeth.map((t, k): Column => {
    const at = left + (teeth.length - 1 - k) * spacing_mm * scale
    const off = bench.stands_mm[k] ?? 0
    return {
      teeth: t,
      at,
      height: (t / most) * tallest,
      pulley: at - off * scale,
      off,
      right: Math.abs(off) <= bench.band_mm,
    }
  })
  return { columns, scale, left, right: left + span }
}
