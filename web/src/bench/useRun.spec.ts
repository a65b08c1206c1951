import 'fake-indexeddb/auto'
import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { mount } from '@vue/test-utils'
import { IDBFactory } from 'fake-indexeddb'
import { afterAll, afterEach, beforeEach, expect, it, vi } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import { LOST, refusal, serve, type Call } from '@/testing'
import { useRun, type RunWork } from './useRun'

interface Written {
  key: string
  what: string
}
/** A server that writes each key down once, and can be away or refuse one kind of act. */
function server() {
  const state = { lost: false, refuse: '', log: [] as Written[] }
  const run = () => ({
    id: 7,
    now: Date.now(),
    speed: 1,
    seq: state.log.length,
    current: 'cream',
    state: { steps: {}, timers: [], loads: [] },
    script: { steps: [{ id: 'cream' }] },
    lines: {},
  })
  const calls = serve({
    'GET /api/runs/7': () => (state.lost ? LOST : run()),
    'POST /api/runs/7/events': (call: Call) => {
      if (state.lost) return LOST
      const events = call.body.events as Written[]
      if (events.some((e) => e.what === state.refuse)) return refusal('That line was not weighed.')
      for (const e of events) if (!state.log.some((x) => x.key === e.key)) state.log.push(e)
      return { events, run: run() }
    },
    'GET /api/runs/7/events': () => (state.lost ? LOST : []),
    'POST /api/runs/7/close': () => run(),
  })
  return { state, calls }
}
function opened(): { work: RunWork; close: () => void } {
  let work!: RunWork
  const host = defineComponent({
    setup() {
      work = useRun(ref(7))
      return () => h('div')
    },
  })
  const queryClient = new QueryClient()
  queryClient.setQueryData(['session'], { kitchen: 'Test', cook: { username: 'ada' } })
  const page = mount(host, { global: { plugins: [[VueQueryPlugin, { queryClient }]] } })
  return { work, close: () => page.unmount() }
}

class NoStream {
  static last: NoStream | undefined
  onopen: (() => void) | null = null
  onerror: ((event: Event) => void) | null = null
  readyState = 1
  constructor() {
    NoStream.last = this
  }
  addEventListener(): void {}
  removeEventListener(): void {}
  close(): void {}
}
beforeEach(() => {
  vi.stubGlobal('indexedDB', new IDBFactory())
  vi.stubGlobal('EventSource', NoStream)
})
const pages: (() => void)[] = []
afterEach(() => pages.splice(0).forEach((close) => close()))
afterAll(() => {
  vi.unstubAllGlobals()
  Reflect.deleteProperty(globalThis, 'indexedDB')
})
function page(): RunWork {
  const { work, close } = opened()
  pages.push(close)
  return work
}

it('writes acts down in their order, each once, however long the server was away', async () => {
  const { state } = server()
  const work = page()
  await vi.waitFor(() => expect(work.run.value?.id).toBe(7))
  state.lost = true
  const keys = [
    await work.act('done', { step: 'cream' }),
    await work.act('note', { values: { text: 'warm' } }),
  ]
  await vi.waitFor(() => expect(work.away.value).toBe(true))
  expect(work.waiting.value).toHaveLength(2)
  expect(state.log).toEqual([])
  state.lost = false
  await vi.waitFor(() => expect(work.waiting.value).toHaveLength(0), 5000)
  expect(state.log.map((e) => e.key)).toEqual(keys)
  expect(work.away.value).toBe(false)
})

it('sends what a closed tab left behind, before anything new', async () => {
  const { state } = server()
  const first = opened()
  await vi.waitFor(() => expect(first.work.run.value?.id).toBe(7))
  state.lost = true
  const left = await first.work.act('done', { step: 'cream' })
  first.close()
  state.lost = false
  const work = page()
  await vi.waitFor(() => expect(state.log.map((e) => e.key)).toEqual([left]))
  const next = await work.act('note', { values: { text: 'again' } })
  await vi.waitFor(() => expect(state.log.map((e) => e.key)).toEqual([left, next]))
})

it('says what was refused, lets go of it, and gets what is behind it through', async () => {
  const { state } = server()
  const work = page()
  await vi.waitFor(() => expect(work.run.value?.id).toBe(7))
  state.refuse = 'over'
  await work.act('over', { values: { line: 'gone', how: 'keep' } })
  await vi.waitFor(() => expect(work.problem.value).toContain('was not weighed'))
  await vi.waitFor(() => expect(work.waiting.value).toHaveLength(0))
  const good = await work.act('note', { values: { text: 'on' } })
  await vi.waitFor(() => expect(state.log.map((e) => e.key)).toEqual([good]))
})

it('does not close a run while the server has not heard everything', async () => {
  const { state, calls } = server()
  const work = page()
  await vi.waitFor(() => expect(work.run.value?.id).toBe(7))
  state.lost = true
  await work.act('done', { step: 'cream' })
  await vi.waitFor(() => expect(work.away.value).toBe(true))
  await expect(work.close()).rejects.toThrow('server is away')
  expect(calls.some((c) => c.path.endsWith('/close'))).toBe(false)
})

it('says that the server is away as soon as its stream breaks, and that it is back, with nothing to write', async () => {
  const { state } = server()
  const work = page()
  await vi.waitFor(() => expect(work.run.value?.id).toBe(7))
  NoStream.last?.onopen?.()
  NoStream.last?.onerror?.(new Event('error'))
  // A stream alone may break: the server still answers.
  await new Promise((done) => setTimeout(done))
  expect(work.away.value).toBe(false)
  state.lost = true
  NoStream.last?.onerror?.(new Event('error'))
  await vi.waitFor(() => expect(work.away.value).toBe(true))
  // What was kept here may still be read; it is no sign of the server.
  state.lost = false
  await work.refresh()
  expect(work.away.value).toBe(true)
  NoStream.last?.onopen?.()
  await vi.waitFor(() => expect(work.away.value).toBe(false))
})
