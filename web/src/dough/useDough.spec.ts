import { VueQueryPlugin } from '@tanstack/vue-query'
import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import { useDough, type DoughWork } from './useDough'

const draft = (grams: number) => ({ lines: [{ id: 'a', ingredient: 'ap', grams, step: 'dry' }], process: {} })
const record = (revision: number, grams: number) => ({
  id: 1,
  name: 'Rounds',
  style: '',
  revision,
  draft: draft(grams),
  target: { cookie: {} },
  versions: [],
})

/** A server that makes amount edits, checks revisions and can be lost. */
function server() {
  const state = { revision: 3, grams: 100, lost: false, saves: 0, keeping: Promise.resolve() }
  const answer = (status: number, body: unknown) =>
    new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } })
  const fetch = vi.fn(async (request: Request) => {
    if (state.lost) throw new TypeError('no connection')
    const body = request.method === 'GET' ? null : await request.json()
    if (request.method === 'GET') return answer(200, record(state.revision, state.grams))
    if (request.url.endsWith('/detail'))
      return answer(200, { seq: body.seq, grams: body.draft.lines[0].grams })
    if (request.url.endsWith('/preview')) {
      const text = body.edit?.text
      if (text === 'lots') {
        const fields = [{ where: 'lines.a.amount', message: '“lots” is not a number.' }]
        return answer(422, { code: 'entry', message: 'See the field.', fields })
      }
      return answer(200, { seq: body.seq, draft: text ? draft(Number(text)) : body.draft })
    }
    if (request.url.endsWith('/versions')) {
      await state.keeping
      state.revision += 1
      return answer(200, record(state.revision, state.grams))
    }
    if (body.revision !== state.revision) {
      return answer(409, { code: 'stale', message: 'Changed elsewhere.', fields: [], theirs: record(state.revision, state.grams) }) // prettier-ignore
    }
    state.revision += 1
    state.saves += 1
    state.grams = body.draft.lines[0].grams
    return answer(200, record(state.revision, state.grams))
  })
  vi.stubGlobal('fetch', fetch)
  return state
}

async function opened(): Promise<DoughWork> {
  let dough!: DoughWork
  const host = defineComponent({
    setup() {
      dough = useDough(ref(1))
      return () => h('div')
    },
  })
  mount(host, { global: { plugins: [VueQueryPlugin] } })
  await dough.open()
  return dough
}
const amount = (text: string) => ({ op: 'amount', line: 'a', text, unit: 'g' }) as const
const gramsOf = (dough: DoughWork) => dough.work.value?.draft.lines?.[0]?.grams

beforeEach(() => vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] }))
afterEach(() => vi.useRealTimers())

it('saves an edit once the hand rests, and undo brings the old amount back', async () => {
  const state = server()
  const dough = await opened()
  await dough.edit(amount('120'))
  await dough.edit(amount('130'))
  expect(state.saves).toBe(0)
  await vi.advanceTimersByTimeAsync(600)
  await vi.waitFor(() => expect(dough.saveState.value).toBe('saved'))
  expect(state.grams).toBe(130)
  expect(state.saves).toBe(1)
  dough.undo()
  expect(gramsOf(dough)).toBe(120)
  dough.redo()
  expect(gramsOf(dough)).toBe(130)
})

it('puts the sentence at the field and leaves the draft alone when an amount is refused', async () => {
  server()
  const dough = await opened()
  expect(await dough.edit(amount('lots'))).toBe(false)
  expect(dough.problemAt('lines.a.amount')).toContain('is not a number')
  expect(gramsOf(dough)).toBe(100)
  expect(dough.canUndo.value).toBe(false)
})

it('keeps both sides of a stale write until the cook decides', async () => {
  const state = server()
  const dough = await opened()
  state.revision = 9
  state.grams = 77
  await dough.edit(amount('120'))
  await dough.save()
  expect(dough.saveState.value).toBe('stale')
  expect(gramsOf(dough)).toBe(120)
  expect(state.grams).toBe(77)
  await dough.keepMine()
  expect(state.grams).toBe(120)
})

it('keeps an unsaved draft while the server is gone and sends it when it is back', async () => {
  const state = server()
  const dough = await opened()
  await dough.edit(amount('120'))
  state.lost = true
  await dough.save()
  expect(dough.saveState.value).toBe('failed')
  state.lost = false
  await vi.advanceTimersByTimeAsync(5000)
  await vi.waitFor(() => expect(dough.saveState.value).toBe('saved'))
  expect(state.grams).toBe(120)
})

it('keeps an edit made while the server is gone, in its order, and makes it when it is back', async () => {
  const state = server()
  const dough = await opened()
  state.lost = true
  const first = dough.edit(amount('140'))
  const second = dough.edit(amount('150'))
  await vi.waitFor(() => expect(dough.general.value).toContain('kept here'))
  expect(gramsOf(dough)).toBe(100)
  state.lost = false
  await vi.advanceTimersByTimeAsync(5000)
  expect(await first).toBe(true)
  expect(await second).toBe(true)
  expect(gramsOf(dough)).toBe(150)
  expect(dough.general.value).toBe('')
})

it('asks for the detail once the hand rests, and shows the newest draft only', async () => {
  server()
  const dough = await opened()
  await dough.edit(amount('120'))
  await dough.edit(amount('130'))
  expect(dough.detail.value).toBeNull()
  expect(dough.detailIsOld.value).toBe(true)
  await vi.advanceTimersByTimeAsync(250)
  await vi.waitFor(() => expect(dough.detailIsOld.value).toBe(false))
  expect(dough.detail.value).toMatchObject({ grams: 130 })
})

it('saves what was typed while a version was being kept', async () => {
  const state = server()
  const dough = await opened()
  let kept!: () => void
  state.keeping = new Promise<void>((go) => (kept = go))
  const keeping = dough.keep('as it is')
  await dough.edit(amount('140'))
  kept()
  await keeping
  await vi.advanceTimersByTimeAsync(600)
  await vi.waitFor(() => expect(dough.saveState.value).toBe('saved'))
  expect(state.grams).toBe(140)
})

it('asks for the detail again when the server was gone', async () => {
  const state = server()
  const dough = await opened()
  await dough.edit(amount('120'))
  state.lost = true
  await vi.advanceTimersByTimeAsync(250)
  expect(dough.detailIsOld.value).toBe(true)
  state.lost = false
  await vi.advanceTimersByTimeAsync(5000)
  await vi.waitFor(() => expect(dough.detail.value).toMatchObject({ grams: 120 }))
})

it('undo and redo with nothing to go back to change and save nothing', async () => {
  const state = server()
  const dough = await opened()
  dough.undo()
  dough.redo()
  await vi.advanceTimersByTimeAsync(5000)
  expect(dough.saveState.value).toBe('saved')
  expect(state.saves).toBe(0)
  expect(state.revision).toBe(3)
})
