import { onScopeDispose } from 'vue'

export interface Job<T> {
  what: T
  /** Made while dragging: a newer one takes its place. */
  passing: boolean
}

const RETRY_AFTER_MS = 4000

/**
 * Jobs one at a time, in order. A job that the server could not be asked (null) waits in its place and is tried again;
 * a passing one is dropped when another comes.
 *
 * Usage: `const queue = useQueue(async (edit) => …); await queue.add({ what: edit, passing: false })`
 */
export function useQueue<T>(work: (job: Job<T>) => Promise<boolean | null>) {
  const waiting: { job: Job<T>; done: (ok: boolean) => void }[] = []
  let running = false
  let closed = false

  function add(job: Job<T>): Promise<boolean> {
    return new Promise((done) => {
      for (let i = waiting.length - 1; i >= 0; i--) {
        if (waiting[i]?.job.passing) waiting.splice(i, 1)[0]?.done(false)
      }
      waiting.push({ job, done })
      void run()
    })
  }

  async function run(): Promise<void> {
    if (running) return
    running = true
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      let made = await work(next.job)
      while (made === null && !closed) {
        await new Promise((go) => setTimeout(go, RETRY_AFTER_MS))
        if (!closed) made = await work(next.job)
      }
      next.done(made ?? false)
    }
    running = false
  }

  onScopeDispose(() => {
    closed = true
  })
  return { add }
}
