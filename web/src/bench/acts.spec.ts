import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { afterAll, beforeEach, expect, it, vi } from 'vitest'
import { dropActs, keepAct, waitingActs, type Act } from './acts'

const act = (key: string): Act => ({
  key,
  what: 'note',
  said_at: 1,
  step: '',
  values: { text: key },
  source: 'hand',
})
beforeEach(() => vi.stubGlobal('indexedDB', new IDBFactory()))
afterAll(() => {
  vi.unstubAllGlobals()
  Reflect.deleteProperty(globalThis, 'indexedDB')
})

it('keeps acts in the order in which they were done, each run by itself', async () => {
  const first = await keepAct('run 1', act('a'))
  await keepAct('run 2', act('x'))
  await keepAct('run 1', act('b'))
  expect((await waitingActs('run 1')).map((w) => w.act.key)).toEqual(['a', 'b'])
  await dropActs([first ?? 0])
  expect((await waitingActs('run 1')).map((w) => w.act.key)).toEqual(['b'])
  expect(await waitingActs('run 2')).toHaveLength(1)
})

it('goes on without a database: what is done is sent all the same', async () => {
  vi.stubGlobal('indexedDB', undefined)
  expect(await keepAct('run 1', act('a'))).toBeNull()
  expect(await waitingActs('run 1')).toEqual([])
})
