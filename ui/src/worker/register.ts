/**
 * register sets the service worker up. A build that waits takes over as a page opens, and the page is loaded once more
 * with its files: an open page goes on with those it began with.
 */
export async function register() {
  const had = navigator.serviceWorker.controller
  navigator.serviceWorker.addEventListener('controllerchange', () => had && location.reload(), { once: true })
  const registered = await navigator.serviceWorker.register('/sw.js')
  registered.waiting?.postMessage('take over')
}
