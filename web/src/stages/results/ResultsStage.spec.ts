import { expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { inDough, LOST, press, QUANTITIES, serve } from '@/testing'
import ResultsStage from './ResultsStage.vue'

const NONE = { target: null, bakes: [], batches: [], count: 0, older: null }
async function results(bakes: unknown, versions = [{ number: 1 }]) {
  serve({
    'GET /api/doughs/1/bakes': bakes,
    'GET /api/kitchen': { ovens: [], trays: [], unlearned: 0 },
    'GET /api/reference': { ingredients: [], quantities: QUANTITIES, terms: [] },
    'GET /api/pantry': [],
  })
  return inDough(ResultsStage, {}, { record: ref({ versions }) })
}

it('says that there are no bakes only where it knows', async () => {
  let answer: unknown = LOST
  const w = await results(() => answer)
  await vi.waitFor(() => expect(w.text()).toContain('The server does not answer'))
  expect(w.text()).not.toContain('No bakes yet')
  answer = NONE
  await press(w, 'Try again')
  await vi.waitFor(() => expect(w.text()).toContain('No bakes yet'))
})

it('asks for a version before anything can be logged', async () => {
  const w = await results(NONE, [])
  await vi.waitFor(() => expect(w.text()).toContain('No version yet.'))
  expect(
    w
      .findAll('button')
      .find((b) => b.text() === 'Log a bake')
      ?.attributes('disabled'),
  ).toBeDefined()
})
