import { flushPromises } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { inDough, serve, type Call } from '@/testing'
import CompareStage from './CompareStage.vue'

const size = (diameter_mm: number) => ({ cookie: { diameter_mm }, outline: [[-40, 0], [0, 10], [40, 0]], hex: '#c9a066' }) // prettier-ignore
const bakes = [8, 7, 6, 5, 4, 3, 2, 1].map((id) => ({
  id, number: id, baked_on: '2026-11-20', batch: { version: 1 },
})) // prettier-ignore
const cell = (value: number | null, difference: number | null, scatter = false, compares = true) => ({
  value, measured: value, difference, scatter, compares,
}) // prettier-ignore
const row = (label: string, cells: unknown[]) => ({
  key: label, label, unit: 'mm', digits: 1, target: 82, forecast: 81, scatter: 2.1, cells,
}) // prettier-ignore
const answer = (ids: number[], rows: unknown[] = []) => ({
  target: size(82),
  forecast: null,
  scatter_from: 'Scatter from 4 repeats in this kitchen, with the usual counted as 8.',
  bakes: ids.map((id) => ({
    id, number: id, version: 1, size: size(84), put_right: [], scores: true, changed: ['Butter more', 'oven 170 → 180'],
    reasons: ['An oven is not noted: a difference may be the oven’s.'],
    words: '2 things changed at once: a bake will not tell which of them did it',
  })),
  rows,
}) // prettier-ignore

async function compared(rows: unknown[] = []) {
  const calls = serve({
    'GET /api/kitchen': { ovens: [], trays: [], unlearned: 0 },
    'GET /api/doughs/1/bakes': { target: size(82), bakes, batches: [] },
    'POST /api/doughs/1/compare': (call: Call) => answer(call.body.bakes, rows),
  })
  const w = await inDough(CompareStage)
  await vi.waitFor(() => expect(w.find('table').exists()).toBe(true))
  return { w, calls }
}
const asked = (calls: Call[]) =>
  calls.filter((c) => c.path.endsWith('/compare')).at(-1)?.body.bakes as number[]

it('begins with the two newest and says where its scatter comes from', async () => {
  const { w, calls } = await compared()
  expect(asked(calls)).toEqual([8, 7])
  expect(w.text()).toContain('Scatter from 4 repeats in this kitchen')
  w.unmount()
})

it('holds six at most, the newest picks, and sets another first', async () => {
  const { w, calls } = await compared()
  for (const n of [2, 3, 4, 5, 6]) await w.findAll('.list input')[n]?.trigger('change')
  await vi.waitFor(() => expect(asked(calls)).toEqual([7, 6, 5, 4, 3, 2]))
  const first = w.findAll('.list button').find((b) => b.text().includes('bake 3'))
  await first?.trigger('click')
  await vi.waitFor(() => expect(asked(calls)[0]).toBe(3))
  w.unmount()
})

it('marks what is inside scatter, what is beyond, and what does not compare, in words too', async () => {
  const { w } = await compared([
    row('Diameter', [cell(84, 0), cell(85, 1, true)]),
    row('Height', [cell(10, 0), cell(13, 3)]),
    row('Rim', [cell(60, 0), cell(30, -30, false, false)]),
    row('Middle', [cell(60, 0), cell(null, null)]),
  ])
  const marks = w.findAll('.diff').map((d) => d.text().replace(/\s+/g, ' '))
  expect(marks).toEqual(['+1.0 inside scatter', '+3.0 beyond scatter', 'no does not compare'])
  expect(w.text()).toContain('not measured')
  w.unmount()
})

it('points several changes at once out, with why the two may not compare', async () => {
  const { w } = await compared()
  await flushPromises()
  const gate = w.get('.gate').text()
  expect(gate).toContain('2 things changed at once')
  expect(gate).toContain('Butter more, oven 170 → 180')
  expect(gate).toContain('An oven is not noted')
  w.unmount()
})
