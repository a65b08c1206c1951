import { beforeEach, expect, it, vi } from 'vitest'
import { ref, shallowRef } from 'vue'
import { ApiError } from '@/api/client'
import { QUANTITIES, inDough, press, serve } from '@/testing'
import LadderStage from './LadderStage.vue'

const rung = (n: number, more: Record<string, unknown> = {}) => ({
  moves: Array.from({ length: n }, (_, k) => ({ key: `process:${k}`, name: ['Minutes', 'Oven'][k] ?? 'Egg', unit: 'min', before: 12, after: 14 })),
  words: `3 of 7 measures out of reach → ${3 - n}`, effect: '2.1 mm wider', from_steps: 2, to_steps: 1, expected: 1.5 / n, pays: true,
  still_out: [], side_effects: [], strange: [], mind: [], brief: [], changes: [], tasted: ['6 % sweeter'], outline: [[-40, 0], [40, 8], [40, 0]],
  draft: { lines: [], process: { minutes: n } }, ...more,
}) // prettier-ignore
const answer = (more: Record<string, unknown> = {}) => ({
  reason: '', first: '', first_at: '', basis: 'General parameters.', rungs: [rung(1), rung(2), rung(3, { pays: false })],
  recommended: 1, words: 'Two changes lead as far as pays: 3 of 7 measures out of reach → 1.', others: [], stops: 'A third change would bring 0.02 clear misses more: not worth it.', floor: 0.3, looked_at: 800,
  now_outline: [[-38, 0], [38, 8], [38, 0]], target_outline: [], locks: ['butter'], ...more,
}) // prettier-ignore

async function ladder(told: unknown, keepBeside = vi.fn(() => Promise.resolve(8))) {
  const calls = serve({
    'POST /api/next/ladder': told,
    'GET /api/reference': { ingredients: [], quantities: QUANTITIES },
    'GET /api/pantry': [],
  })
  const work = shallowRef({ draft: { lines: [], process: {} }, target: { cookie: {} }, style: '' })
  const dough = { work, preview: ref(null), id: ref(1), replaceDraft: vi.fn(), keepBeside }
  const w = await inDough(LadderStage, {}, dough)
  await vi.waitFor(() => expect(w.text()).toMatch(/One change|target first/))
  return { w, calls, dough }
}

beforeEach(() => {
  localStorage.clear()
  sessionStorage.clear()
})

it('leads with the rung that pays in words, and shows it', async () => {
  const { w } = await ladder(answer())
  expect(w.get('.lead').text()).toBe('Two changes lead as far as pays: 3 of 7 measures out of reach → 1.')
  expect(w.get<HTMLInputElement>('.rungs label:nth-of-type(2) input').element.checked).toBe(true)
  expect(w.findAll('.moves li').map((li) => li.text().replace(/\s+/g, ' '))).toEqual([
    'Minutes 12.0 → 14.0 min',
    'Oven 12.0 → 14.0 min',
  ])
  expect(w.get('svg[role=img]').attributes('aria-label')).toContain('2.1 mm wider')
  expect(w.text()).toContain('not worth it')
  w.unmount()
})

it('takes the rung that was picked, with its note, as one draft', async () => {
  const { w, dough } = await ladder(answer())
  await w.get('.rungs label:nth-of-type(1) input').trigger('change')
  await press(w, 'Try it')
  expect(dough.replaceDraft).toHaveBeenCalledWith({ lines: [], process: { minutes: 1 } })
  expect(sessionStorage.getItem('tarte-note-1')).toBe(
    'Tries Minutes 12.0 → 14.0 min. Forecast: 2.1 mm wider.',
  )
  expect(w.text()).toContain('undo takes it back')
  w.unmount()
})

it('keeps two rungs as versions beside the draft', async () => {
  let number = 7
  const { w, dough } = await ladder(answer(), vi.fn(() => Promise.resolve(++number))) // prettier-ignore
  await press(w, 'Keep as a version beside the draft')
  await vi.waitFor(() => expect(w.text()).toContain('Kept as version 8; the draft stays'))
  await w.get('.rungs label:nth-of-type(1) input').trigger('change')
  await press(w, 'Keep as a version beside the draft')
  await vi.waitFor(() => expect(w.text()).toContain('Kept as versions 8 and 9'))
  expect(dough.keepBeside.mock.calls.map((c: unknown[]) => c[0])).toEqual([
    { lines: [], process: { minutes: 2 } },
    { lines: [], process: { minutes: 1 } },
  ])
  expect(dough.replaceDraft).not.toHaveBeenCalled()
  w.unmount()
})

it('says why a version could not be kept', async () => {
  const { w } = await ladder(answer(), vi.fn(() => Promise.reject(new ApiError(409, { code: 'stale', message: 'Someone saved meanwhile.', fields: [] })))) // prettier-ignore
  await press(w, 'Keep as a version beside the draft')
  await vi.waitFor(() => expect(w.get('[role=alert]').text()).toContain('Someone saved meanwhile.'))
  w.unmount()
})

it('asks to learn or bake before advice is taken', async () => {
  const { w } = await ladder(answer({ first: '2 bakes are not learned from yet.', first_at: 'learn' }))
  expect(w.get('.first').text()).toContain('not learned from yet')
  expect(w.get('.first button').text()).toBe('Learn')
  w.unmount()
})

it('says why there is no ladder, and what goes beyond what was baked', async () => {
  const none = await ladder(answer({ reason: 'Set a target first: next is what leads to it.', rungs: [] }))
  expect(none.w.text()).toContain('Set a target first')
  expect(none.w.find('.rungs').exists()).toBe(false)
  none.w.unmount()
  const { w } = await ladder(
    answer({
      recommended: null,
      words: 'No change is worth it: not worth it.',
      rungs: [rung(1, { pays: false, strange: ['oven, baked here at 180 °C'] })],
    }),
  )
  expect(w.text()).toContain('Goes beyond what was baked: oven, baked here at 180 °C')
  expect(w.get('.lead').text()).toContain('not worth it')
  w.unmount()
})

it('offers what is best by another measure beside the rungs, with what it comes to', async () => {
  const cheap = { name: 'Cheapest within reach', words: '0.21 a piece instead of 0.25, 16 % less, in EUR', rung: rung(2, { effect: '1.0 mm narrower' }) } // prettier-ignore
  const { w } = await ladder(answer({ others: [cheap] }))
  expect(w.text()).toContain('0.21 a piece instead of 0.25')
  await w.get('.rungs label:nth-of-type(4) input').trigger('change')
  expect(w.text()).toContain('1.0 mm narrower')
  w.unmount()
})
