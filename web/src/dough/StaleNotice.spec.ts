import { flushPromises } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { ref, shallowRef } from 'vue'
import { inDough, press, serve } from '@/testing'
import StaleNotice from './StaleNotice.vue'

const lines = (sugar: number, butter: number) => [
  { id: 's', ingredient: 'caster', grams: sugar, step: 'cream' },
  { id: 'b', ingredient: 'butter', grams: butter, step: 'cream' },
]
const target = { cookie: { diameter_mm: 82, height_mm: 10 }, source: 'set by hand' }
const side = (sugar: number, butter: number, oven_c: number, name = 'Rounds') => ({
  name,
  style: '',
  target,
  draft: { lines: lines(sugar, butter), process: { oven_c } },
})
const line = (line_id: string, name: string, a_g: number, b_g: number) => ({
  line_id, name, a_g, b_g, a_percent: a_g, b_percent: b_g, state: a_g === b_g ? 'same' : 'more',
}) // prettier-ignore

async function stale(theirName = 'Rounds') {
  serve({
    'POST /api/preview/difference': {
      lines: [line('s', 'Sugar', 90, 96), line('b', 'Butter', 204, 199)],
      process: [{ field: 'oven_c', label: 'Oven', a: '175', b: '185' }],
      forecast: [], count: 3, words: '', scaled: null,
    },
  }) // prettier-ignore
  const work = shallowRef(side(90, 204, 175))
  const theirs = ref({ ...side(96, 199, 185, theirName), saved_by: 'Ada', saved_at: '2026-11-26T09:10:00Z' })
  const dough = {
    work,
    theirs,
    takeTheirs: vi.fn(),
    keepMine: vi.fn(),
    replaceDraft: vi.fn(),
    change: vi.fn(),
  }
  const w = await inDough(StaleNotice, {}, dough)
  await flushPromises()
  return { w, dough }
}
const pick = async (w: Awaited<ReturnType<typeof stale>>['w'], label: string) =>
  w.get(`[aria-label="${label}"]`).trigger('change')

it('shows both sides of everything that differs, mine picked', async () => {
  const { w } = await stale()
  expect(w.get('[role=alert]').text()).toContain('Ada saved this dough at')
  expect(w.findAll('tbody th').map((h) => h.text())).toEqual(['Sugar', 'Butter', 'Oven'])
  expect(w.get<HTMLInputElement>('[aria-label="Sugar: mine"]').element.checked).toBe(true)
  w.unmount()
})

it('saves what is picked, line by line and process too', async () => {
  const { w, dough } = await stale()
  await pick(w, 'Butter: theirs')
  await pick(w, 'Oven: theirs')
  await press(w, 'Save what is picked')
  const merged = dough.replaceDraft.mock.calls[0]?.[0]
  expect(merged.lines.map((l: { grams: number }) => l.grams)).toEqual([90, 199])
  expect(merged.process.oven_c).toBe(185)
  expect(dough.keepMine).toHaveBeenCalledOnce()
  expect(dough.change).not.toHaveBeenCalled()
  w.unmount()
})

it('offers a name that differs, and takes theirs when it is picked', async () => {
  const { w, dough } = await stale('Trolley rounds')
  await pick(w, 'Name: theirs')
  await press(w, 'Save what is picked')
  expect(dough.change).toHaveBeenCalledWith({ name: 'Trolley rounds' })
  w.unmount()
})

it('goes on with theirs as a whole when that is wanted', async () => {
  const { w, dough } = await stale()
  await press(w, 'Go on with theirs')
  expect(dough.takeTheirs).toHaveBeenCalledOnce()
  expect(dough.replaceDraft).not.toHaveBeenCalled()
  w.unmount()
})
