import { expect, it, vi } from 'vitest'
import { inDough, serve } from '@/testing'
import RunRecord from './RunRecord.vue'

const MIN = 60_000
const run = {
  id: 4,
  script: { bake_min: 12, steps: [] },
  window: { first_min: 10 },
  state: {
    loads: [
      { load: 1, loaded: 0, pulled: 11.5 * MIN, cues: [['rim set', 9 * MIN]] },
      { load: 2, loaded: 20 * MIN, pulled: null, cues: [] },
    ],
    probes: { 'core 1': [[1 * MIN, 30], [5 * MIN, 70], [11 * MIN, 95]] },
  },
} // prettier-ignore
const row = (guess: number, came: number | null) => ({ key: 'diameter_mm', label: 'Diameter', unit: 'mm', guess, forecast: 82, came }) // prettier-ignore

async function record(guess: object) {
  serve({
    'GET /api/runs': [{ id: 3, bake: 9 }, { id: 4, bake: 11 }],
    'GET /api/runs/4': run,
    'GET /api/runs/4/course': [[0, 20], [12, 95]],
    'GET /api/runs/4/guess': guess,
  }) // prettier-ignore
  const w = await inDough(RunRecord, { dough: 1, bake: 11 })
  await vi.waitFor(() => expect(w.text()).toContain('From the bench'))
  return w
}

it('tells of the run that the bake came from: minutes from the log, what was seen, the trace', async () => {
  const w = await record({ mine: [], others: {}, words: '', held: [] })
  expect(w.findAll('p')[0]?.text().replace(/\s+/g, ' ')).toBe('load 1, 11.5 min: rim set at 9.0 min')
  // A load that was neither pulled nor looked at says nothing.
  expect(w.text()).not.toContain('load 2')
  expect(w.findAll('svg')).toHaveLength(1)
})

it('holds guesses against what came, one’s own before the others’', async () => {
  const w = await record({
    mine: [row(80, 83.5)],
    others: { Ines: [row(90, null)] },
    words: 'a little wider than the last',
    held: [
      { key: 'diameter_mm', label: 'Diameter', unit: 'mm', bakes: 1, guess_off: 3.5, forecast_off: 1.5 },
    ],
  })
  await vi.waitFor(() => expect(w.findAll('table')).toHaveLength(2))
  const cells = w.findAll('table').map((t) => t.findAll('td').map((c) => c.text()))
  expect(w.findAll('table')[0]?.text()).toContain('your guess')
  expect(w.findAll('table')[1]?.text()).toContain('guess of Ines')
  expect(cells[0]).toEqual(['Diameter', '80.0 mm', '82.0 mm', '83.5 mm'])
  // What was not measured is not nought.
  expect(cells[1]?.[3]).toBe('·')
  expect(w.text()).toContain('your guesses are 3.5 mm off, the forecast 1.5 mm')
  expect(w.text()).toContain('a little wider than the last')
})

it('is not there for a bake that no run made', async () => {
  const calls = serve({ 'GET /api/runs': [{ id: 3, bake: 9 }] })
  const w = await inDough(RunRecord, { dough: 1, bake: 11 })
  expect(w.text()).toBe('')
  expect(calls.map((c) => c.path)).toEqual(['/api/runs'])
})
