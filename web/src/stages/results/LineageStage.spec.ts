import { expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { QUANTITIES, inDough, press, refusal, serve } from '@/testing'
import LineageStage from './LineageStage.vue'

const did = (key: string, label: string, unit: string, measured: number | null, forecast: number | null, real: boolean) => ({
  key, label, unit, digits: unit === 'mm' ? 1 : 0, measured, forecast, real,
}) // prettier-ignore
const node = (number: number, parent: number | null, more: Record<string, unknown> = {}) => ({
  number, parent, note: `note ${number}`, words: 'one thing changed', changed: [], bakes: [], did: [], panels: number === 2 ? ['Panel “Butter?”: told apart.'] : [], size: null,
  rms_steps: null, ...more,
}) // prettier-ignore
const LINEAGE = 'GET /api/doughs/1/lineage'

async function lineage(answer: unknown, versions = [1, 2]) {
  serve({
    [LINEAGE]: answer,
    'GET /api/kitchen': { ovens: [], trays: [], unlearned: 0 },
    'GET /api/reference': { ingredients: [], quantities: QUANTITIES, styles: [] },
    'GET /api/pantry': [],
    'GET /api/doughs/1/trail': [{ crisp: 40, height_mm: 10, label: 'bake 1' }],
  })
  const record = ref({
    versions: versions.map((number) => ({
      number,
      parent: number > 1 ? number - 1 : null,
      note: `note ${number}`,
    })),
  })
  const w = await inDough(LineageStage, {}, { record, work: ref({ target: { style_id: '' } }) })
  await vi.waitFor(() => expect(w.text()).toMatch(/note|version|▲/i))
  return w
}

it('tells what a panel settled, beside the version it was of', async () => {
  const w = await lineage([node(1, null), node(2, 1)])
  const said = w.findAll('p').filter((p) => p.text().includes('Panel “Butter?”: told apart.'))
  expect(said).toHaveLength(1)
  w.unmount()
})

it('tells what a version’s bakes did beside the forecast, and what stands above scatter', async () => {
  const bakes = [{ id: 3, number: 3, baked_on: '2026-11-10', rms_steps: 1.25 }]
  const second = node(2, 1, {
    bakes,
    did: [
      did('diameter_mm', 'Diameter', 'mm', 4.2, 3.1, true),
      did('rim_crisp', 'Rim', 'of 100', -3, 2, false),
      did('height_mm', 'Height', 'mm', null, -0.4, false),
    ],
  })
  const w = await lineage([node(1, null), second])
  await vi.waitFor(() => expect(w.find('table').exists()).toBe(true))
  const rows = w.findAll('tbody tr').map((r) => r.findAll('td').map((c) => c.text().replace(/\s+/g, ' ')))
  expect(rows[0]).toEqual(['+4.2 mm', '−3 points', '– mm'])
  expect(rows[1]).toEqual(['+3.1', '+2', '−0.4'])
  expect(w.findAll('tbody b').map((b) => b.text())).toEqual(['+4.2'])
  expect(w.text()).toContain('bake 3, 10 Nov: 1.3 clear misses off.')
  w.unmount()
})

it('warns where several things changed at once, and says what was not baked', async () => {
  const words = '2 things changed at once: a bake will not tell which of them did it'
  const w = await lineage([node(1, null), node(2, 1, { changed: ['Butter more', 'oven 170 → 180'], words })])
  await vi.waitFor(() => expect(w.text()).toContain('not baked yet'))
  expect(w.get('.alert-words').text()).toContain(words)
  w.unmount()
})

it('shows the same history as a trail on the map', async () => {
  const w = await lineage([node(1, null), node(2, 1)])
  await press(w, 'Show the trail on the map')
  expect(w.find('.map .bake').exists()).toBe(true)
  expect(w.find('.tree').exists()).toBe(false)
  await press(w, 'Show the tree')
  expect(w.find('.tree').exists()).toBe(true)
  w.unmount()
})

it('says what to do without a version, and what went wrong when it cannot be read', async () => {
  const none = await lineage([], [])
  expect(none.text()).toContain('No version yet.')
  none.unmount()
  const gone = await lineage(refusal('This dough was taken off the shelf.'))
  expect(gone.text()).toContain('This dough was taken off the shelf.')
  gone.unmount()
})
