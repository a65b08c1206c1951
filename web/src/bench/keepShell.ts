/** How a run stands, kept for when the page is opened again without the server. */
export function keepRun(run: { id: number }): void {
  if (!('serviceWorker' in navigator)) return
  navigator.serviceWorker.controller?.postMessage({ told: { path: `/api/runs/${run.id}`, run } })
}

/**
 * Ask the service worker to keep the bench's page for the time the server is away. Does nothing where there is none: an
 * address that is neither this machine nor under TLS.
 */
export async function keepShell(run: number): Promise<void> {
  if (!('serviceWorker' in navigator)) return
  try {
    await navigator.serviceWorker.register('/sw.js')
    const ready = await navigator.serviceWorker.ready
    // Both screens of a run are kept, whichever was opened: a tablet is a bench now and a pocket's second screen then.
    await Promise.all([import('./RunPage.vue'), import('./PhonePage.vue')])
    const files = performance
      .getEntriesByType('resource')
      .map((e) => new URL(e.name))
      .filter((u) => u.origin === location.origin && u.pathname.startsWith('/assets/'))
      .map((u) => u.pathname)
    const ask = ['/api/session', '/api/kitchen/furnishing', `/api/runs/${run}`, `/api/runs/${run}/course`]
    navigator.serviceWorker.addEventListener('message', (event: MessageEvent<{ kept?: number }>) => {
      // The rest of the app, and a test, can see that it may go now.
      if (event.data.kept) document.documentElement.dataset['shell'] = 'kept'
    })
    ready.active?.postMessage({ keep: [...new Set(files)], ask })
  } catch {
    // Without it the bench works as long as the page stays open.
  }
}
