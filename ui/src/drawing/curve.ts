/** A closed curve through points, smooth in each of them (Catmull and Rom, uniform): the path of an SVG. */
export function closedCurve(points: (readonly [number, number])[]) {
  const n = points.length
  const at = (i: number) => points[(i + n) % n] ?? [0, 0]
  const said = (x: number, y: number) => `${x.toFixed(1)} ${y.toFixed(1)}`
  const legs = points.map((_, i) => {
    const [before, from, to, after] = [at(i - 1), at(i), at(i + 1), at(i + 2)]
    const leaves = said(from[0] + (to[0] - before[0]) / 6, from[1] + (to[1] - before[1]) / 6)
    const arrives = said(to[0] - (after[0] - from[0]) / 6, to[1] - (after[1] - from[1]) / 6)
    return `C${leaves} ${arrives} ${said(...to)}`
  })
  return `M${said(...at(0))}${legs.join('')}Z`
}
