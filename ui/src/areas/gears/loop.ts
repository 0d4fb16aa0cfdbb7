/** A sprocket or pulley in a side view: where it lies and how large it is, in millimetres, y down. */
export interface Round {
  x: number
  y: number
  r: number
}

/**
 * tangent is the straight run of a chain that leaves one round and meets the next, both turned the
 * way the chain runs round them: 1 with the clock, -1 against it (as it goes over a guide pulley).
 */
export function tangent(a: Round, b: Round, turnA: 1 | -1, turnB: 1 | -1) {
  const dx = b.x - a.x
  const dy = b.y - a.y
  const d = Math.hypot(dx, dy) || 1
  const lean = Math.asin(Math.max(-1, Math.min(1, (turnA * a.r - turnB * b.r) / d)))
  const along = Math.atan2(dy, dx)
  // The chain lies on the left of its way where the round turns with the clock, on the right where
  // it turns against.
  const normal = along - Math.PI / 2 + lean
  const touch = (o: Round, turn: 1 | -1) =>
    [o.x + turn * o.r * Math.cos(normal), o.y + turn * o.r * Math.sin(normal)] as const
  return [touch(a, turnA), touch(b, turnB)] as const
}
