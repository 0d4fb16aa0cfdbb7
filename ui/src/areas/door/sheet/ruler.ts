/** A ruler of time between two days, laid out over so many pixels. */
export function rulerOf(from: string, to: string, width: number, edge = 6) {
  const [first, last] = [new Date(from).getTime(), new Date(to).getTime()]
  /** Where a moment stands, kept on the ruler. */
  const x = (at: string | number) => {
    const share = (new Date(at).getTime() - first) / (last - first)
    return edge + Math.min(1, Math.max(0, share)) * (width - 2 * edge)
  }
  /** The months' first days, at most so many of them, evenly apart. */
  const months = (most: number) => {
    const days: number[] = []
    const start = new Date(first)
    for (let k = 1; ; k++) {
      const day = Date.UTC(start.getUTCFullYear(), start.getUTCMonth() + k, 1)
      if (day >= last) break
      days.push(day)
    }
    const every = Math.max(1, Math.ceil(days.length / most))
    return days.filter((_, i) => i % every === every - 1)
  }
  return { x, months }
}
