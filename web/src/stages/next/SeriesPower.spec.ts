import { flushPromises } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { inDough, QUANTITIES, serve } from '@/testing'
import SeriesPower from './SeriesPower.vue'

const answers = {
  'GET /api/reference': { ingredients: [], quantities: QUANTITIES, styles: [] },
  'GET /api/pantry': [],
  'GET /api/doughs/*/series/power/*': {
    key: 'diameter_mm', label: 'Diameter', unit: 'mm', difference: 3, scatter: 1.9, scatter_from: 'By 5 repeats.',
    needs: [{ pieces: 6, one_dough: 1, own_mixing: null }],
  }, // prettier-ignore
  'POST /api/doughs/*/series/plan/power': {
    unit: 'mm', difference: 3,
    each: [{ name: 'Sugar', seen: 0.412, rounds: 6 }, { name: 'Portion', seen: 0.97, rounds: 1 }, { name: 'Fat', seen: 0.1, rounds: null }],
  }, // prettier-ignore
}
const plan = { name: '', factors: [{ key: 'role:sugar', levels: [85, 115] }], fraction: false, repeats: 2, pieces: 6, seed: 1 } // prettier-ignore

it('says how often this plan sees the difference, and how many rounds would do', async () => {
  const calls = serve(answers)
  const w = await inDough(SeriesPower, { plan })
  await vi.waitFor(() => expect(w.text()).toContain('As planned, sugar'))
  const text = w.text().replace(/\s+/g, ' ')
  expect(text).toContain('seen in 41 of 100 series; 6 rounds for 80.')
  expect(text).toContain('one round for 80.')
  expect(text).toContain('more than 30 rounds for 80.')
  expect(text).toContain('over 60 batches')
  await w.get('input').setValue('4,5')
  await vi.waitFor(() => expect(calls.at(-1)?.body?.difference).toBe(4.5))
})

it('asks nothing without a plan or a difference above zero', async () => {
  const calls = serve(answers)
  const w = await inDough(SeriesPower, { plan: null })
  await vi.waitFor(() => expect(w.text()).toContain('1 trays'))
  await w.get('input').setValue('-2')
  await flushPromises()
  expect(w.get('[role=alert]').text()).toContain('above zero')
  expect(calls.some((c) => c.method === 'POST')).toBe(false)
})
