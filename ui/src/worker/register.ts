import type { Router } from 'vue-router'

/**
 * How often a build that waits is asked to take over, ms: while a page's first questions are
 * answered it cannot.
 */
const again = 1500

/** What says that somebody has begun something on this page. */
const touches = ['pointerdown', 'keydown', 'input'] as const

/**
 * register sets the service worker up. A build that waits takes over as a page opens. The page is
 * then loaded once more with its files: at once while nobody has touched it, and otherwise when it
 * goes elsewhere, so that nothing is interrupted that is being typed.
 */
export async function register(router: Router) {
  const worker = navigator.serviceWorker
  let had = !!worker.controller
  let touched = false
  let over = false
  for (const touch of touches) addEventListener(touch, () => (touched = true), { once: true, capture: true })
  worker.addEventListener('controllerchange', () => {
    if (!had)
      had = true // the first one takes over nothing
    else if (touched) over = true
    else location.reload()
  })
  router.beforeEach((to, from) => {
    if (!over || to.path === from.path) return
    location.assign(to.fullPath)
    return false
  })
  const { waiting } = await worker.register('/sw.js')
  if (!waiting) return
  const asking = setInterval(() => {
    if (waiting.state === 'installed') waiting.postMessage('take over')
    else clearInterval(asking)
  }, again)
}
