import { flushPromises } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { inDough, press, refusal, serve, type Call } from '@/testing'
import LearnStage from './LearnStage.vue'

const span = (value: number, half: number) => ({ value, low: value - half, high: value + half })
const unknown = (whose: string, key: string, unit: string, value: number, spoke = true) => ({
  whose, key, unit, label: key === 'oven_k' ? 'Hotter than set' : 'Spreading', words: 'as usual', spoke,
  general: span(unit === 'K' ? 0 : 1, 0.3), now: span(unit === 'K' ? 0 : 1, 0.3), proposed: span(value, 0.1),
}) // prettier-ignore
const bake = (id: number, more = {}) => ({
  id, dough: 'Rye', dough_id: 1, number: id, words: '', baked_on: '2026-11-20', oven: 'Deck', tray: 'Light', counts: true,
  by_hand: false, why: '', new: true, checks: [], ...more,
}) // prettier-ignore
const study = (more = {}) => ({
  in_force: null, history: [], unlearned: 3, left_out: [], errors: [], teaches: [],
  bakes: [bake(3), bake(2), bake(1)],
  unknowns: [
    unknown('Deck oven', 'oven_k', 'K', -8),
    unknown('Table oven', 'oven_k', 'K', 12),
    unknown('This kitchen', 'spread', '×', 0.9, false),
  ],
  ...more,
}) // prettier-ignore
const kitchen = { ovens: [], trays: [], unlearned: 3 }

async function learn(answers: Record<string, unknown> = {}) {
  const calls = serve({ 'GET /api/kitchen': kitchen, 'POST /api/learning/study': study(), ...answers })
  const refresh = vi.fn()
  const w = await inDough(LearnStage, {}, { refresh })
  await vi.waitFor(() => expect(w.text()).not.toContain('reading the bakes'))
  return { w, calls, refresh }
}

it('leads with every oven the bakes speak of, and names what they say nothing of', async () => {
  const { w } = await learn()
  const leads = w.findAll('.lead').map((p) => p.text())
  expect(leads).toHaveLength(2)
  expect(leads[0]).toContain('Deck oven is really 8 K')
  expect(leads[0]).toContain('colder')
  expect(leads[1]).toContain('Table oven is really 12 K')
  expect(leads[1]).toContain('hotter')
  expect(w.text()).toContain('nothing yet of spreading (this kitchen)')
  w.unmount()
})

it('changes nothing until told to, then takes it into force and asks for the forecast anew', async () => {
  const { w, calls, refresh } = await learn({ 'POST /api/learning': study({ unlearned: 0 }) })
  expect(calls.filter((c) => c.path === '/api/learning')).toHaveLength(0)
  await press(w, 'Learn from 3 bakes')
  const told = calls.find((c) => c.path === '/api/learning')
  expect(told?.body).toEqual({ left_out: [], seen: null, note: '' })
  expect(refresh).toHaveBeenCalledOnce()
  expect(w.get('[role=status]').text()).toContain('Learned from 3 bakes')
  w.unmount()
})

it('leaves a bake out and studies again without it', async () => {
  const { w, calls } = await learn({
    'POST /api/learning/study': (call: Call) =>
      study({
        left_out: call.body.left_out ?? [],
        bakes: [bake(3), bake(2, call.body.left_out ? { counts: false, by_hand: true, why: 'left out by hand' } : {}), bake(1)],
      }), // prettier-ignore
  })
  await w.findAll('.bakes input')[1]?.trigger('change')
  await vi.waitFor(() => expect(calls.at(-1)?.body.left_out).toEqual([2]))
  await vi.waitFor(() => expect(w.text()).toContain('left out by hand'))
  expect(w.text()).toContain('Learn from 2 bakes')
  w.unmount()
})

it('says what another cook did meanwhile, and looks again', async () => {
  const { w, calls } = await learn({
    'POST /api/learning': refusal('Learned by Ada meanwhile.', [], 'stale'),
  })
  const before = calls.filter((c) => c.path.endsWith('/study')).length
  await press(w, 'Learn from 3 bakes')
  await flushPromises()
  expect(w.get('[role=alert]').text()).toContain('Learned by Ada meanwhile.')
  await vi.waitFor(() => expect(calls.filter((c) => c.path.endsWith('/study')).length).toBe(before + 1))
  w.unmount()
})

it('shows a reading that does not fit beside what the other bakes say', async () => {
  const far = {
    key: 'height_mm', label: 'Height', unit: 'mm', digits: 1, measured: 13.1, general: 9, fitted: 9, left_out: 8.2,
    far: true,
  } // prettier-ignore
  const { w } = await learn({ 'POST /api/learning/study': study({ bakes: [bake(1, { checks: [far] })] }) })
  expect(w.text()).toContain('does not fit: height 13.1 mm, by the other bakes 8.2')
  w.unmount()
})
