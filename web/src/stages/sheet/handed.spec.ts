import { flushPromises } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { inDough, refusal, serve } from '@/testing'
import BatchStage from './BatchStage.vue'
import CardStage from './CardStage.vue'
import { asked } from './useHanded'

const MEASURES = [
  { id: 'g', name: 'grams only' },
  { id: 'us', name: 'with US cups and spoons' },
]
const card = {
  title: 'Rounds', version: 'version 2', day: '3 May 2026', makes: 'Makes 23 pieces of 40 g.', expect: '',
  groups: [{ name: 'To cream', lines: [{ name: 'Butter', grams: '200 g', said: '', measure: { words: '¾ cup', off_pct: 7.4 } }] }],
  steps: ['Cream it.'], pull: [], holds: ['Contains milk.'], keeping: ['Baked: 3 days.'], cautions: ['Raw flour.'],
  small_print: [], drawing: '<svg xmlns="http://www.w3.org/2000/svg"/>', measures: MEASURES,
} // prettier-ignore
const sheet = {
  title: 'Rounds', version: 'version 2', day: '3 May 2026', makes: '200 pieces in 4 batches.', bowl: 'Mixer.', batches: 4,
  batch_g: 2041, pieces: 200, steps: [], weights: [], critical: [], holds: [], cautions: [],
  lines: [{ group: 'To cream', name: 'Butter', grams: 439.2, tolerance_g: 21.9, lots: ['B-77'] },
          { group: 'Dry, mixed', name: 'Flour', grams: null, tolerance_g: null, lots: [] }],
  checks: [{ label: 'Oven', unit: '°C', aim: 175, off: null, digits: 0 }],
} // prettier-ignore
const saved = { save: () => Promise.resolve() }

it('asks for the card again in the measures that were picked, and hands the same to the files', async () => {
  const calls = serve({ 'GET /api/doughs/1/card': card })
  const w = await inDough(CardStage, {}, saved)
  await vi.waitFor(() => expect(w.text()).toContain('Makes 23 pieces'))
  expect(w.text()).toContain('±7 %')
  await w.get('select[aria-label="Measures beside grams"]').setValue('us')
  await w.get('select[aria-label="Size by"]').setValue('pieces')
  await flushPromises()
  const last = calls.filter((c) => c.path.startsWith('/api/doughs/1/card')).at(-1)
  expect(last?.query).toContain('units=us')
  expect(last?.query).toContain('by=pieces&size=24')
  const pdf = w.findAll('a').find((a) => a.text() === 'As PDF')
  expect(pdf?.attributes('href')).toContain('units=us&by=pieces&size=24&paper=a4')
})

it('shows an open amount as open, a limit nobody knows as not known, and lots by their code', async () => {
  serve({ 'GET /api/doughs/1/batch-sheet': sheet, 'GET /api/kitchen/furnishing': { things: [] } })
  const w = await inDough(BatchStage, {}, saved)
  await vi.waitFor(() => expect(w.text()).toContain('4 batches'))
  expect(w.text()).toContain('B-77')
  expect(w.text()).toContain('not known')
  expect(
    w
      .findAll('tbody tr')
      .find((r) => r.text().startsWith('Flour'))
      ?.text(),
  ).toContain('open')
})

it('says what is wrong with how many pieces were typed', async () => {
  serve({
    'GET /api/doughs/1/batch-sheet': refusal('Type how many pieces, 1 to 20,000.'),
    'GET /api/kitchen/furnishing': { things: [] },
  }) // prettier-ignore
  const w = await inDough(BatchStage, {}, saved)
  await vi.waitFor(() => expect(w.get('[role="alert"]').text()).toContain('Type how many pieces'))
})

it('leaves what was not said out of an address', () => {
  expect(asked({ version: null, units: 'g', size: '' })).toBe('?units=g')
  expect(asked({})).toBe('')
})
