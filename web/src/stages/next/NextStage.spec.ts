import { beforeEach, expect, it, vi } from 'vitest'
import { ref, shallowRef } from 'vue'
import { QUANTITIES, inDough, press, serve } from '@/testing'
import NextStage from './NextStage.vue'

const move = (key: string, name: string) => ({ key, name, unit: 'min', before: 12, after: 14 })
const advice = (key: string, more: Record<string, unknown> = {}) => ({
  key, moves: [move(key, key)], from_steps: 2, to_steps: 1, ease: 1, mind: '', bakes: 2, side_effects: [], changes: [],
  outline: [[-40, 0], [40, 0]], effect: '2.1 mm wider', draft: null, edit: null, ...more,
}) // prettier-ignore
const answer = (more: Record<string, unknown> = {}) => ({
  distance: 2.04, reason: '', basis: 'General parameters.', target_outline: [], locks: ['butter', 'tray'], pairs: [],
  advice: [advice('minutes', { edit: { op: 'process', field: 'minutes', value: 14 } })], ...more,
}) // prettier-ignore

async function next(told: unknown, edit = vi.fn(() => Promise.resolve(true))) {
  const calls = serve({
    'POST /api/next': told,
    'GET /api/reference': { ingredients: [], quantities: QUANTITIES },
    'GET /api/pantry': [],
  })
  const work = shallowRef({ draft: { lines: [], process: {} }, target: { cookie: {} }, style: '' })
  const dough = { work, preview: ref(null), id: ref(1), replaceDraft: vi.fn(), edit }
  const w = await inDough(NextStage, {}, dough)
  await vi.waitFor(() => expect(calls.some((c) => c.path === '/api/next')).toBe(true))
  await vi.waitFor(() => expect(w.text()).toMatch(/Try it|No single|target first/))
  return { w, calls, dough }
}
const tryIt = (w: Awaited<ReturnType<typeof next>>['w'], n: number) =>
  w.findAll('article button')[n]?.trigger('click')

beforeEach(() => {
  localStorage.clear()
  sessionStorage.clear()
})

it('makes the change as an edit, and leaves the note of what is tested', async () => {
  const { w, dough } = await next(answer())
  await tryIt(w, 0)
  await vi.waitFor(() => expect(w.text()).toContain('undo takes it back'))
  expect(dough.edit).toHaveBeenCalledWith({ op: 'process', field: 'minutes', value: 14 })
  expect(sessionStorage.getItem('tarte-note-1')).toBe(
    'Tries minutes 12.0 → 14.0 min. Forecast: 2.1 mm wider.',
  )
  w.unmount()
})

it('leaves no note of a change that was refused', async () => {
  const { w } = await next(answer(), vi.fn(() => Promise.resolve(false))) // prettier-ignore
  await tryIt(w, 0)
  await new Promise((go) => setTimeout(go, 10))
  expect(sessionStorage.getItem('tarte-note-1')).toBeNull()
  expect(w.text()).not.toContain('undo takes it back')
  w.unmount()
})

it('puts a pair in as one draft, so that one undo takes it back', async () => {
  const draft = { lines: [], process: { minutes: 14 } }
  const pair = advice('pair', { moves: [move('a', 'Minutes'), move('b', 'Sugar')], draft })
  const { w, dough } = await next(answer({ pairs: [pair] }))
  expect(w.text()).toContain('Two together')
  await tryIt(w, 1)
  expect(dough.replaceDraft).toHaveBeenCalledWith(draft)
  expect(dough.edit).not.toHaveBeenCalled()
  w.unmount()
})

it('asks again with what is locked, and remembers it', async () => {
  const { w, calls } = await next(answer())
  await press(w, 'tray')
  await vi.waitFor(() => expect(calls.at(-1)?.body.locks).toEqual(['tray']))
  w.unmount()
  const again = await next(answer())
  expect(again.calls.find((c) => c.path === '/api/next')?.body.locks).toEqual(['tray'])
  again.w.unmount()
})

it('says why there is nothing to change', async () => {
  const reason = 'No single change brings the forecast nearer.'
  const { w } = await next(answer({ advice: [], reason }))
  expect(w.text()).toContain(reason)
  expect(w.findAll('article')).toHaveLength(0)
  w.unmount()
})
