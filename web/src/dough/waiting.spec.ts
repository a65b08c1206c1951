import 'fake-indexeddb/auto'
import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { mount } from '@vue/test-utils'
import { afterAll, afterEach, beforeEach, expect, it, vi } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import { useDough, type DoughWork } from './useDough'
import { placeOf, putWaiting, takeWaiting } from './waiting'

const draft = (grams: number) => ({ lines: [{ id: 'a', ingredient: 'ap', grams, step: 'dry' }], process: {} })
/** Each test has a dough of its own: a page that was left goes on trying to save its one. */
let id = 0
const record = (revision: number, grams: number) => ({
  id,
  name: 'Rounds',
  style: '',
  revision,
  draft: draft(grams),
  target: { cookie: {} },
  versions: [],
})
const here = () => placeOf('Test', 'ada', id)

/** A server that keeps one dough, and can be lost or broken. */
function server(state = { revision: 3, grams: 100, lost: false, broken: false }) {
  const answer = (status: number, body: unknown) =>
    new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } })
  const mine = `/doughs/${id}`
  const fetch = vi.fn(async (request: Request) => {
    const elsewhere = request.url.includes('/doughs/') && !request.url.includes(mine)
    if (state.lost || elsewhere) throw new TypeError('no connection')
    if (state.broken)
      return answer(500, { code: 'fault', message: 'The disk is full.', fields: [], theirs: null })
    if (request.method === 'GET') return answer(200, record(state.revision, state.grams))
    const body = await request.json()
    if (request.url.includes('/preview')) {
      const text = body.edit?.text
      return answer(200, { seq: body.seq, draft: text ? draft(Number(text)) : body.draft })
    }
    if (body.revision !== state.revision)
      return answer(409, { code: 'stale', message: 'Changed.', fields: [], theirs: record(state.revision, state.grams) }) // prettier-ignore
    state.revision += 1
    state.grams = body.draft.lines[0].grams
    return answer(200, record(state.revision, state.grams))
  })
  vi.stubGlobal('fetch', fetch)
  return state
}

async function opened(): Promise<{ dough: DoughWork; close: () => void }> {
  let dough!: DoughWork
  const host = defineComponent({
    setup() {
      dough = useDough(ref(id))
      return () => h('div')
    },
  })
  const queryClient = new QueryClient()
  queryClient.setQueryData(['session'], { kitchen: 'Test', cook: { username: 'ada' } })
  const page = mount(host, { global: { plugins: [[VueQueryPlugin, { queryClient }]] } })
  await dough.open()
  return { dough, close: () => page.unmount() }
}
const amount = (text: string) => ({ op: 'amount', line: 'a', text, unit: 'g' }) as const
const gramsOf = (dough: DoughWork) => dough.work.value?.draft.lines?.[0]?.grams

beforeEach(() => {
  id += 1
  vi.stubGlobal('indexedDB', new IDBFactory())
  // Pages that were left go on trying for as long as there is a clock: theirs ends with the test.
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
})
afterEach(() => vi.useRealTimers())
afterAll(() => {
  Reflect.deleteProperty(globalThis, 'indexedDB')
})

it('an edit made while saving fails is there again after the tab was closed, and goes in', async () => {
  const state = server()
  const first = await opened()
  await first.dough.edit(amount('130'))
  state.lost = true
  first.close()
  await vi.waitFor(async () => expect((await takeWaiting(here()))?.revision).toBe(3))
  state.lost = false
  const again = await opened()
  expect(gramsOf(again.dough)).toBe(130)
  await vi.waitFor(() => expect(state.grams).toBe(130))
  await vi.waitFor(async () => expect(await takeWaiting(here())).toBeNull())
})

it('an edit the server never answered is asked again', async () => {
  const state = server()
  const first = await opened()
  state.lost = true
  void first.dough.edit(amount('145'))
  await vi.waitFor(async () => expect((await takeWaiting(here()))?.edits).toHaveLength(1))
  first.close()
  state.lost = false
  const again = await opened()
  await vi.waitFor(() => expect(gramsOf(again.dough)).toBe(145))
})

it('where someone else saved meanwhile both sides are shown and nothing is written over', async () => {
  const state = server()
  const left = { name: 'Rounds', style: '', draft: draft(150), target: { cookie: {} } }
  await putWaiting(here(), { work: left as never, edits: [], revision: 2, since: '' })
  const { dough } = await opened()
  expect(dough.saveState.value).toBe('stale')
  expect(gramsOf(dough)).toBe(150)
  expect(dough.theirs.value?.draft.lines?.[0]?.grams).toBe(100)
  expect(state.grams).toBe(100)
  await dough.keepMine()
  expect(state.grams).toBe(150)
})

it('a server that fails is tried again like one that is gone', async () => {
  const state = server()
  const { dough } = await opened()
  await dough.edit(amount('120'))
  state.broken = true
  await vi.waitFor(() => expect(dough.saveState.value).toBe('failed'), 3000)
  expect(await takeWaiting(here())).not.toBeNull()
  state.broken = false
  await vi.waitFor(() => expect(state.grams).toBe(120), 9000)
}, 15000)

it('drafts of another kitchen or cook on the same device are not mixed up', async () => {
  const left = { name: 'Other', style: '', draft: draft(1), target: { cookie: {} } }
  await putWaiting(placeOf('Test', 'bo', id), { work: left as never, edits: [], revision: 3, since: '' })
  server()
  const { dough } = await opened()
  expect(gramsOf(dough)).toBe(100)
})
