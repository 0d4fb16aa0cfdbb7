import type { Shape } from '../plane'

/** Pen draws strokes one over the other, in ink unless it is told. */
export type Pen = (d: string, width: number, tone?: Shape['tone'], more?: Partial<Shape>) => void

/** penOn is a pen that adds to a list of shapes. */
export const penOn =
  (shapes: Shape[]): Pen =>
  (d, width, tone = 'ink', more = {}) =>
    shapes.push({ d, width, tone, ...more })
