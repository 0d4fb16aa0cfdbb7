import type { Place } from './plane'

/**
 * Section is a part that turns about an axis, half cut open: the cut face is hatched, the other
 * half is seen.
 */
export interface Section {
  cut: string
  seen: string
}

/**
 * halfSection draws a part by the outline of one half, in pixels: how far from the axis, and how
 * far along it. The axis stands upright at x.
 */
export function halfSection(x: number, outline: readonly Place[]): Section {
  const side = (sign: 1 | -1) => `M${outline.map(([out, along]) => `${x + sign * out} ${along}`).join('L')}Z`
  return { cut: side(1), seen: side(-1) }
}
