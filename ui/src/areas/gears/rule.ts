/**
 * logRule is a rule on which equal ratios are equally long: from a little below the least to a
 * little above the most.
 */
export function logRule(values: readonly number[], from: number, to: number) {
  const least = Math.min(...values) / 1.12
  const most = Math.max(...values) * 1.12
  const scale = (to - from) / (Math.log(most) - Math.log(least))
  const x = (v: number) => from + (Math.log(v) - Math.log(least)) * scale
  const ticks = []
  for (let tenth = Math.ceil(least * 10); tenth <= most * 10; tenth += tenth < 30 ? 1 : tenth < 60 ? 2 : 5) {
    const v = tenth / 10
    ticks.push({ x: x(v), major: tenth % 10 === 0, text: String(v) })
  }
  return { x, ticks }
}
