import type { Place } from './plane'

/** Label is a point's name and mark beside the drawing, with a leader to its anchor. */
export interface Label {
  id: string
  side: 'left' | 'right'
  y: number
}

/**
 * placeLabels puts one label per anchor into two columns beside the drawing, in the order of
 * their anchors' heights so that leaders do not cross, spread evenly between top and bottom.
 * Anchors are in pixels, y down. Neither column holds more than its share plus one; with a
 * middle, each label goes to the nearer side as long as there is room.
 */
export function placeLabels(
  anchors: readonly { id: string; at: Place }[],
  top: number,
  bottom: number,
  middle?: number,
): Label[] {
  const byX = [...anchors].sort((a, b) => a.at[0] - b.at[0])
  const most = Math.floor((bottom - top) / 24) + 1
  const nearer = byX.filter((a) => a.at[0] < (middle ?? 0)).length
  const half =
    middle === undefined ? Math.ceil(byX.length / 2) : Math.min(Math.max(nearer, byX.length - most), most)
  const column = (side: Label['side'], own: typeof byX): Label[] => {
    const sorted = [...own].sort((a, b) => a.at[1] - b.at[1])
    const gap = sorted.length > 1 ? Math.min(46, (bottom - top) / (sorted.length - 1)) : 0
    const span = gap * (sorted.length - 1)
    const middle = sorted.reduce((sum, a) => sum + a.at[1], 0) / (sorted.length || 1)
    const first = Math.min(Math.max(middle - span / 2, top), bottom - span)
    return sorted.map((a, i) => ({ id: a.id, side, y: first + i * gap }))
  }
  return [...column('left', byX.slice(0, half)), ...column('right', byX.slice(half))]
}
