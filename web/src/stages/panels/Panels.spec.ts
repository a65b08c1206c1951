import { flushPromises } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { inDough, press, refusal, serve, type Call } from '@/testing'
import PanelResult from './PanelResult.vue'
import PanelRunning from './PanelRunning.vue'

const question = { key: 'triangle', label: 'Told apart: three', about: 'difference', says: '', asks: '', fewest: 2, most: 2, sitting: 3, both: false, by_scales: false, counted: true } // prettier-ignore
const ballot = (number: number, state: string, nick = '') => ({
  number,
  codes: [258, 857, 511],
  state,
  nick,
})
const panel = (part: object = {}) => ({
  id: 5, dough_id: 1, name: 'Does it show?', state: 'open', simulated: false, question, holds: ['wheat', 'wheat'],
  said: { question: 'triangle', samples: [{ name: 'Ours' }, { name: 'Theirs' }], tasters: 3, scales: [] }, minds: [],
  scales: [],
  uneven: '', opened_at: '2026-03-04T09:00:00Z', ends_at: null, closed_at: null, broken_at: null, broken_why: '',
  made_by: 'Ada', ballots: [ballot(1, 'finished', 'Owl'), ballot(2, 'begun'), ballot(3, 'waiting')], answered: 1,
  outcome: null, plates: [], ...part,
}) // prettier-ignore
const link = { url: 'http://kitchen/b/3.x', code: 'data:,' }

async function running(part: object = {}, answers: Record<string, unknown> = {}) {
  const calls = serve({ 'GET /api/panels/5/ballots/3/link': link, ...answers })
  const w = await inDough(PanelRunning, { panel: panel(part) })
  await flushPromises()
  return { w, calls }
}

it('shows who is done and hands out the next free ballot, never what a code is', async () => {
  const { w } = await running()
  expect(w.text()).toContain('Ballot 3')
  expect(w.get('.url').text()).toBe('http://kitchen/b/3.x')
  expect(w.findAll('.ballots button').map((b) => b.text().replace(/\s+/g, ' '))).toEqual([
    '1 done Owl',
    '2 tasting',
    '3 free',
  ])
  expect(w.get('.ballots').text()).not.toContain('Ours')
  expect(w.text()).toContain('Closing leaves out who has not sent')
})

it('enters a paper ballot as the codes that were marked', async () => {
  const { w, calls } = await running({}, { 'POST /api/panels/5/ballots/3/paper': panel({ answered: 2 }) })
  await press(w, 'Enter a paper ballot')
  const [number, said, nick] = w.findAll('form.paper input')
  await w.get('form.paper').trigger('submit')
  expect(w.get('[role=alert]').text()).toContain('They go from 1 to 3')
  await number?.setValue('3')
  await said?.setValue('857')
  await nick?.setValue('Blue spoon')
  await w.get('form.paper').trigger('submit')
  await flushPromises()
  expect(calls.at(-1)?.body).toMatchObject({ nick: 'Blue spoon', reply: { choice: 857 } })
  expect(w.emitted('took')?.[0]?.[0]).toMatchObject({ answered: 2 })
})

it('enters a paper ballot of scales as a word for each code', async () => {
  const scales = [{ key: 'liking', label: 'Liking', values: [1, 9], words: ['dislike', 'like'] }]
  const { w, calls } = await running({ scales }, { 'POST /api/panels/5/ballots/3/paper': panel() })
  await press(w, 'Enter a paper ballot')
  await w.findAll('form.paper input')[0]?.setValue('3')
  const boxes = w.findAll('form.paper select')
  expect(boxes.map((b) => b.attributes('aria-label'))).toEqual(['258 Liking', '857 Liking', '511 Liking'])
  for (const [n, v] of [9, 1, 9].entries()) await boxes[n]?.setValue(v)
  await w.get('form.paper').trigger('submit')
  await flushPromises()
  expect(calls.at(-1)?.body.reply.scores).toEqual({
    258: { liking: 9 },
    857: { liking: 1 },
    511: { liking: 9 },
  })
})

it('says why it can’t be broken open without a reason', async () => {
  const { w } = await running(
    {},
    { 'POST /api/panels/5/break': refusal('Say why: it stays with the panel.') },
  )
  await press(w, 'Break it open')
  await w.get('form.row').trigger('submit')
  await vi.waitFor(() => expect(w.get('[role=alert]').text()).toContain('Say why'))
  expect(w.emitted('took')).toBeUndefined()
})

it('opens a panel that was set up, after saying what its samples hold', async () => {
  const { w, calls } = await running({ state: 'set up', ballots: [] }, { 'POST /api/panels/5/open': panel() })
  expect(w.text()).toContain('Theirs holds: wheat')
  await press(w, 'Open it: draw codes by lot')
  expect(calls.some((c: Call) => c.path.endsWith('/open'))).toBe(true)
})

const outcome = {
  answer: 'Ours and Theirs are told apart: 17 of 24 were right.', sentences: ['By chance alone …'], of: 24, right: 17,
  critical: 13, chance: 8, reading: { of: 24, right: 17, p: 0.0002, d: 2.6, low: 1.4, high: 3.7 }, apart: true, scales: [],
  penalties: [], looked_at: 1, minds: [],
} // prettier-ignore

it('says the answer first, draws it, and shows the key only when asked', async () => {
  serve({
    'GET /api/panels/questions': {
      questions: [],
      masks: [],
      scales: [],
      sizes: [
        { d: 0, word: 'none' },
        { d: 2, word: 'plain' },
      ],
    },
  })
  const plates = [{ number: 1, codes: [258, 857, 511], samples: ['Ours', 'Theirs', 'Ours'], compare: '' }]
  const w = await inDough(PanelResult, { panel: panel({ state: 'closed', closed_at: '2026-03-04T12:00:00Z', outcome, plates, simulated: true }) }) // prettier-ignore
  expect(w.get('h3').text()).toContain('told apart')
  expect(w.findAll('.right')).toHaveLength(17)
  expect(w.findAll('.wrong')).toHaveLength(7)
  expect(w.get('svg').attributes('aria-label')).toBe('17 of 24; 13 are needed, chance gives 8')
  expect(w.text()).toContain('Simulated tasters.')
  expect(w.find('.keys').exists()).toBe(false)
  await press(w, 'What the codes were')
  expect(w.get('.keys').text()).toContain('258 Ours, 857 Theirs, 511 Ours')
  expect(w.text()).toContain('d′ 0 none')
  expect(w.text()).toContain('2 plain')
})

it('shows means with ranges and letters, and what was broken open', async () => {
  const mean = (sample: number, value: number, letters: string) => ({ sample, mean: value, low: value - 0.5, high: sample ? value + 0.5 : null, count: 12, letters }) // prettier-ignore
  const scales = [{ scale: 'liking', label: 'Liking', unit: 'of 9', means: [mean(0, 5, 'a'), mean(1, 7, 'b')], pairs: [], p: 0.01, sd: 1 }] // prettier-ignore
  const w = await inDough(PanelResult, {
    panel: panel({ broken_why: 'the oven failed', outcome: { ...outcome, right: null, critical: null, chance: null, reading: null, scales } }),
  }) // prettier-ignore
  expect(w.text()).toContain('Broken open before it was closed: the oven failed')
  expect(w.findAll('tbody tr').map((r) => r.text().replace(/\s+/g, ' '))).toEqual([
    expect.stringContaining('Ours5.0'),
    expect.stringContaining('Theirs7.0'),
  ])
  expect(w.findAll('.range')).toHaveLength(1)
})

it('says that the time of a panel is over, and closes it so that it counts', async () => {
  const calls = serve({
    'POST /api/panels/5/close': panel({ state: 'closed', closed_at: '2026-03-07T09:00:00Z' }),
  })
  const w = await inDough(PanelResult, { panel: panel({ state: 'closed', outcome }) })
  expect(w.text()).toContain('its time is over')
  await press(w, 'Close it')
  expect(calls.at(-1)?.path).toBe('/api/panels/5/close')
  expect(w.emitted('took')?.[0]?.[0]).toMatchObject({ state: 'closed' })
})
