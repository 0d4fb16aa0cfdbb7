/** further is how many pixels a pointer may stray from where it went down and still press what it is on. */
const further = 12

/**
 * holdPresses lets what a pointer went down on be what it presses, though the screen moved under it
 * before it came up again: another tablet's news, an answer that arrives above. A finger is held by
 * the browser itself; a mouse or pen is held here. Whoever slides off presses nothing, as ever.
 */
export function holdPresses(on: Document) {
  let held: { by: Element; x: number; y: number } | undefined
  on.addEventListener('pointerdown', (e) => {
    held = undefined
    const by = e.target instanceof Element ? e.target.closest('button, a[href]') : null
    if (
      !by ||
      !e.isTrusted ||
      e.button !== 0 ||
      e.pointerType === 'touch' ||
      by.closest('[draggable="true"]')
    )
      return
    by.setPointerCapture(e.pointerId)
    held = { by, x: e.clientX, y: e.clientY }
  })
  on.addEventListener('pointermove', (e) => {
    if (!held || Math.hypot(e.clientX - held.x, e.clientY - held.y) <= further) return
    if (held.by.hasPointerCapture(e.pointerId)) held.by.releasePointerCapture(e.pointerId)
    held = undefined
  })
}
