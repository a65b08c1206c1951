import { flushPromises } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { QUANTITIES, box, inDough, press, refusal, serve, type Call } from '@/testing'
import SeriesStage from './SeriesStage.vue'

const lever = (key: string, name: string, unit: string, now: number, suggested: number[]) => ({
  key, name, unit, now, suggested, low: now - 10, high: now + 10,
}) // prettier-ignore
const list = {
  levers: [
    lever('role:sugar', 'Sugar', '% of flour', 92, [80, 92, 104]),
    lever('process:minutes', 'Minutes', 'min', 12, [10, 12, 14]),
    lever('share:sugar', 'Sugar in place of flour', '% of the three', 32, [28, 32, 36]),
    lever('share:fat', 'Fat in place of flour', '% of the three', 27, [23, 27, 31]),
  ],
  measures: [
    { key: 'diameter_mm', label: 'Diameter', unit: 'mm' },
    { key: 'rim_crisp', label: 'Rim', unit: 'of 100' },
  ],
  series: [],
}
const planned = (call: Call) => ({
  id: 0, revision: 0, name: call.body.name, made_at: null, made_by: '', factors: [], one_dough: true, dough_g: 600, pieces: 6,
  repeats: 2, cautions: ['One level fills the oven at a time.'], outcomes: [], done: 0,
  runs: [{ order: 1, block: 1, place: 0, words: 'minutes 10 min', results: {} }],
  splits: [{ words: 'weigh off, then minutes 10 min', grams: 200, diameter_mm: 82, height_mm: 10, rim_crisp: 40, crust_l: 64 }],
}) // prettier-ignore
const power = (call: Call) => ({
  key: call.path.split('/').at(-1), label: '', unit: 'mm', difference: 3, scatter: 2.04, scatter_from: 'Scatter as usual.',
  needs: [{ pieces: 6, one_dough: 3, own_mixing: null }],
}) // prettier-ignore

async function series(more: Record<string, unknown> = {}) {
  const calls = serve({
    'GET /api/doughs/1/series': list,
    'POST /api/doughs/1/series/plan': planned,
    'GET /api/doughs/1/series/power/*': power,
    'POST /api/doughs/1/series/plan/power': { unit: 'mm', difference: 3, each: [] },
    'GET /api/reference': { ingredients: [], quantities: QUANTITIES },
    'GET /api/pantry': [],
    ...more,
  })
  const w = await inDough(SeriesStage)
  await vi.waitFor(() => expect(w.text()).toContain('What does it ask?'))
  return { w, calls }
}
const pick = async (w: Awaited<ReturnType<typeof series>>['w'], name: string) => {
  const select = w.findAll('select').find((s) => s.text().includes('pick one'))
  await select?.setValue(list.levers.find((l) => l.name === name)?.key)
}
const plans = (calls: Call[]) => calls.filter((c) => c.path.endsWith('/plan'))

it('suggests levels around where the draft stands, and shows what each should bake', async () => {
  const { w, calls } = await series()
  await pick(w, 'Minutes')
  await vi.waitFor(() => expect(w.text()).toContain('weigh off, then minutes 10 min'))
  expect(plans(calls).at(-1)?.body.factors).toEqual([{ key: 'process:minutes', levels: [10, 12, 14] }])
  expect(w.text()).toContain('each on a tray of its own')
  expect(w.text()).toContain('One level fills the oven at a time.')
  w.unmount()
})

it('draws lots again with another seed, and keeps the one that is shown', async () => {
  const { w, calls } = await series({
    'POST /api/doughs/1/series': (call: Call) => ({ ...planned(call), id: 9 }),
  })
  await pick(w, 'Minutes')
  await vi.waitFor(() => expect(plans(calls)).toHaveLength(1))
  await press(w, 'Draw lots again')
  await vi.waitFor(() => expect(plans(calls)).toHaveLength(2))
  expect(plans(calls).map((c) => c.body.seed)).toEqual([1, 2])
  await box(w, 'What does it ask?').setValue('How long')
  await w.get('form').trigger('submit')
  await flushPromises()
  const kept = calls.find((c) => c.method === 'POST' && c.path === '/api/doughs/1/series')
  expect(kept?.body).toMatchObject({ name: 'How long', seed: 2 })
  w.unmount()
})

it('says what a level is when it cannot be read, and does not keep it', async () => {
  const { w } = await series()
  await pick(w, 'Minutes')
  await vi.waitFor(() => expect(w.text()).toContain('weigh off'))
  await w.get('input[placeholder="85 100 115"]').setValue('10 lots 14')
  expect(w.get('[role=alert]').text()).toContain('Levels are numbers')
  expect(
    w
      .findAll('button')
      .find((b) => b.text() === 'Keep this series')
      ?.attributes('disabled'),
  ).toBeDefined()
  w.unmount()
})

it('passes on why a plan is refused', async () => {
  const { w } = await series({ 'POST /api/doughs/1/series/plan': refusal('Two levels are the same.') })
  await pick(w, 'Sugar')
  await vi.waitFor(() => expect(w.find('[role=alert]').text()).toContain('Two levels are the same.'))
  w.unmount()
})

it('says how many trays it takes by this kitchen’s scatter, for the measure picked', async () => {
  const { w, calls } = await series()
  await vi.waitFor(() => expect(w.text()).toContain('3 trays'))
  expect(w.text()).toContain('over 60 batches')
  expect(w.text().replace(/\s+/g, ' ')).toContain('One bake to the next ±2.0 mm. Scatter as usual.')
  await w.get('[aria-label="Measured"]').setValue('rim_crisp')
  await vi.waitFor(() => expect(calls.at(-1)?.path).toBe('/api/doughs/1/series/power/rim_crisp'))
  expect(w.find('[aria-label="Difference, points"]').exists()).toBe(true)
  w.unmount()
})

it('asks for a difference above zero', async () => {
  const { w } = await series()
  await vi.waitFor(() => expect(w.text()).toContain('3 trays'))
  await w.get('[aria-label="Difference, mm"]').setValue('-2')
  expect(w.get('[role=alert]').text()).toContain('above zero')
  expect(w.text()).not.toContain('3 trays')
  w.unmount()
})

it('takes two shares for a mixture: three levels of each, and its triangle', async () => {
  const { w, calls } = await series()
  await w.get('[aria-label="What to vary, 1"]').setValue('share:sugar')
  await press(w, 'Vary another with it')
  await w.get('[aria-label="What to vary, 2"]').setValue('share:fat')
  expect(w.text()).toContain('Six mixtures, a triangle, instead of nine')
  await vi.waitFor(() =>
    expect(plans(calls).at(-1)?.body).toMatchObject({
      factors: [
        { key: 'share:sugar', levels: [28, 32, 36] },
        { key: 'share:fat', levels: [23, 27, 31] },
      ],
      fraction: true,
    }),
  )
})
