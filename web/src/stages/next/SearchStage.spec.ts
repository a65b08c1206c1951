import { beforeEach, expect, it, vi } from 'vitest'
import { ref, shallowRef } from 'vue'
import { QUANTITIES, inDough, press, serve, type Call } from '@/testing'
import SearchStage from './SearchStage.vue'

const move = (key: string, name: string, before: number, after: number, unit: string) => ({
  key,
  name,
  unit,
  before,
  after,
})
const found = {
  reason: '', draft: { lines: [], process: { minutes: 14 } }, from_steps: 2.6, to_steps: 0.7,
  moves: [move('process:minutes', 'Minutes', 12, 14, 'min'), move('role:sugar', 'Sugar', 92, 101, '% of flour')],
  changes: [], side_effects: [], out_of_reach: ['crumb'], outline: [[-40, 0], [0, 10], [40, 0]],
} // prettier-ignore
const nothing = {
  ...found,
  reason: 'Nothing nearer was found with what is free to move.',
  draft: null,
  moves: [],
}

async function search(answer: unknown) {
  const calls = serve({
    'POST /api/next/search': answer,
    'GET /api/reference': { ingredients: [], quantities: QUANTITIES },
    'GET /api/pantry': [],
  })
  const work = shallowRef({
    draft: { lines: [], process: {} },
    target: { cookie: { diameter_mm: 84 } },
    style: 'chewy',
  })
  const dough = { work, preview: ref(null), id: ref(1), replaceDraft: vi.fn() }
  const w = await inDough(SearchStage, {}, dough)
  await vi.waitFor(() => expect(w.text()).not.toContain('searching'))
  return { w, calls, dough }
}
const asked = (calls: Call[]) => calls.filter((c) => c.path === '/api/next/search')

beforeEach(() => {
  localStorage.clear()
  sessionStorage.clear()
})

it('shows how near it comes, what stays out of reach, and every change', async () => {
  const { w } = await search(found)
  const text = w.text().replace(/\s+/g, ' ')
  expect(text).toContain('2.6 → 0.7')
  expect(text).toContain('stays out of reach: crumb')
  expect(text).toContain('Minutes')
  expect(text).toContain('Sugar')
  w.unmount()
})

it('searches again around what is locked', async () => {
  const { w, calls } = await search(found)
  await press(w, 'butter')
  await vi.waitFor(() => expect(asked(calls).at(-1)?.body.locks).toEqual(['butter']))
  expect(w.findAll('[aria-pressed=true]').map((b) => b.text())).toEqual(['butter'])
  w.unmount()
})

it('puts the found draft in, and leaves the note that says what it tests', async () => {
  const { w, dough } = await search(found)
  await press(w, 'sugar')
  await press(w, 'Try it')
  expect(dough.replaceDraft).toHaveBeenCalledWith(found.draft)
  const note = sessionStorage.getItem('tarte-note-1') ?? ''
  expect(note).toContain('Minutes 12.0 → 14.0 min')
  expect(note).toContain('Kept: sugar.')
  expect(w.text()).toContain('undo takes it back')
  w.unmount()
})

it('says why when there is nothing to try, and offers nothing', async () => {
  const { w } = await search(nothing)
  expect(w.text()).toContain('Nothing nearer was found')
  expect(w.findAll('button').some((b) => b.text() === 'Try it')).toBe(false)
  w.unmount()
})
