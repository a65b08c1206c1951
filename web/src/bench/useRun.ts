import { until, useEventSource, useIntervalFn, useTimeoutFn } from '@vueuse/core'
import { computed, onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue'
import { api } from '@/api/calls'
import { ApiError, words } from '@/api/client'
import { useSession } from '@/api/queries'
import { dropActs, keepAct, waitingActs, type Act, type WaitingAct } from './acts'
import { keepRun } from './keepShell'
import { overlaid, type Run } from './overlay'

const AGAIN_MS = 1500
const FOLLOW_MS = 20_000

/**
 * A run followed and written to. Every act is kept by the browser first, then sent in order with a key of its own; it is
 * dropped here when the server has written it down. Other tablets are heard by a stream, and by asking where there is none.
 *
 * Usage: `const run = useRun(id); run.act('done', { step: 'cream' })`
 */
export function useRun(id: Ref<number>) {
  const { data: session } = useSession()
  const told = shallowRef<Run | null>(null)
  const waiting = shallowRef<{ place: number | null; act: Act }[]>([])
  const problem = ref('')
  const unreached = ref(false)
  /** Whether the stream is down: what is read meanwhile may be what was kept here. */
  const broken = ref(false)
  /** The run's clock when it was last told, by this device's, and how fast it goes. */
  const toldAt = ref({ run: Date.now(), here: Date.now(), speed: 1 })
  const clock = (): number =>
    Math.round(toldAt.value.run + (Date.now() - toldAt.value.here) * toldAt.value.speed)
  const now = ref(Date.now())
  useIntervalFn(() => {
    now.value = clock()
  }, 250)
  const place = computed(() =>
    JSON.stringify([session.value?.kitchen ?? '', session.value?.cook?.username ?? '', id.value]),
  )
  let sending = false
  let over = false
  onScopeDispose(() => {
    over = true
  })
  const again = useTimeoutFn(() => void send(), AGAIN_MS, { immediate: false })
  const run = computed<Run | null>(() =>
    told.value === null
      ? null
      : overlaid(
          told.value,
          waiting.value.map((w) => w.act),
        ),
  )

  watch([id, () => session.value?.cook?.username], open, { immediate: true })

  async function open(): Promise<void> {
    if (!Number.isInteger(id.value) || session.value === undefined) return
    const left = await waitingActs(place.value)
    waiting.value = left.map((w: WaitingAct) => ({ place: w.place, act: w.act }))
    await refresh()
    void send()
  }

  function take(got: Run): void {
    // An answer on its way may be older than what is known by now.
    if (told.value !== null && got.seq < told.value.seq && got.id === told.value.id) return
    told.value = got
    toldAt.value = { run: got.now, here: Date.now(), speed: got.speed }
    if (!broken.value) unreached.value = false
    keepRun(got)
  }
  async function refresh(): Promise<void> {
    try {
      take(await api.run({ params: { path: { run_id: id.value } } }))
      problem.value = ''
    } catch (error) {
      lost(error)
    }
  }
  function lost(error: unknown): void {
    if (error instanceof ApiError && error.unreachable) unreached.value = true
    else problem.value = words(error)
  }

  /** One stream for as long as the run is looked at, from where the log stood when it was opened. */
  const stream = ref<string>()
  const source = useEventSource(stream, ['run'] as const, {
    autoReconnect: { retries: -1, delay: 1000 },
    immediate: false,
  })
  watch([id, () => told.value?.id], ([wanted, known]) => {
    if (known === wanted) stream.value = `/api/runs/${wanted}/stream?after=${told.value?.seq ?? 0}`
  })
  watch(source.data, (data) => {
    if (data === null) return
    const seq = Number((JSON.parse(data) as { seq: number }).seq)
    if (seq > (told.value?.seq ?? 0)) void refresh()
  })
  // A line that breaks is the first sign that the server is away; whether it is, is asked at once, by a call of which
  // nothing is kept here.
  watch(source.error, (error) => {
    if (error === null || over) return
    broken.value = true
    void reached()
  })
  watch(source.status, (status) => {
    if (status !== 'OPEN' || !broken.value) return
    broken.value = unreached.value = false
    void refresh()
  })
  async function reached(): Promise<void> {
    try {
      await api.runEvents({ params: { path: { run_id: id.value } } })
      unreached.value = false
    } catch (error) {
      if (error instanceof ApiError && error.unreachable) unreached.value = true
    }
  }
  useIntervalFn(() => void refresh(), FOLLOW_MS)

  /** Something happened; it is on screen at once and on its way. */
  async function act(
    what: string,
    more: { step?: string; values?: Act['values']; source?: string } = {},
  ): Promise<string> {
    const made: Act = {
      key: crypto.randomUUID(),
      what,
      said_at: clock(),
      step: more.step ?? '',
      values: more.values ?? {},
      source: more.source ?? 'hand',
    }
    const entry: { place: number | null; act: Act } = { place: null, act: made }
    waiting.value = [...waiting.value, entry]
    entry.place = await keepAct(place.value, made)
    void send()
    return made.key
  }

  async function send(): Promise<void> {
    if (sending || over || waiting.value.length === 0) return
    sending = true
    const now = waiting.value.slice(0, 50)
    try {
      const got = await api.writeDown({
        params: { path: { run_id: id.value } },
        body: { events: now.map((w) => w.act) },
      })
      await dropActs(now.flatMap((w) => (w.place === null ? [] : [w.place])))
      waiting.value = waiting.value.filter((w) => !now.includes(w))
      problem.value = ''
      unreached.value = false
      take(got.run)
    } catch (error) {
      if (error instanceof ApiError && !error.unreachable) {
        // One of them is refused for good: it is said and let go of, so that those behind it get through.
        problem.value = words(error)
        const first = now[0]
        if (first?.place != null) await dropActs([first.place])
        waiting.value = waiting.value.filter((w) => w !== first)
      } else {
        unreached.value = true
        sending = false
        again.start()
        return
      }
    }
    sending = false
    if (waiting.value.length > 0) void send()
  }

  /** End the run, once everything that was done is written down: a closed run takes nothing more. */
  async function close(): Promise<Run> {
    await until(() => waiting.value.length === 0 || unreached.value).toBe(true)
    if (waiting.value.length > 0)
      throw new ApiError(0, {
        code: 'request',
        message: 'The server is away. What was done is kept here; close the run when it is back.',
        fields: [],
      })
    return api.closeRun({ params: { path: { run_id: id.value } } })
  }

  return {
    run,
    now,
    waiting,
    away: unreached,
    problem,
    act,
    refresh,
    close,
    take,
  }
}

export type RunWork = ReturnType<typeof useRun>
