import { flushPromises, type VueWrapper } from '@vue/test-utils'
import { beforeEach, expect, it } from 'vitest'
import { QUANTITIES, box, inDough, LOST, press, refusal, serve, type Call } from '@/testing'
import LogBake from './LogBake.vue'

const process = { oven_id: 2, tray_id: null, oven_c: 178, minutes: 12, portion_g: 45, fan: false }
const versions = [
  { number: 1, note: 'First', parent: null },
  { number: 2, note: 'Less sugar', parent: 1 },
]
const answers = {
  'GET /api/kitchen': { ovens: [{ id: 2, name: 'Deck' }], trays: [], unlearned: 0 },
  'GET /api/reference': { ingredients: [], quantities: QUANTITIES, scales: [], styles: [] },
  'GET /api/pantry': [],
  'GET /api/kitchen/furnishing': { kinds: [], things: [], labels: [] },
  'GET /api/doughs/1/versions/*': { lines: [], process },
}
const dough = { record: { value: { versions } } }

async function form(more: Record<string, unknown> = {}): Promise<{ w: VueWrapper; calls: Call[] }> {
  const calls = serve({ ...answers, ...more })
  const w = await inDough(LogBake, { batches: [], correcting: null }, dough)
  return { w, calls }
}
const valueOf = (w: VueWrapper, label: string) => box(w, label).element.value

beforeEach(() => localStorage.clear())

it('takes oven, minutes and portion from the version that was baked, as it was planned', async () => {
  const { w } = await form()
  expect([valueOf(w, 'Oven set to'), valueOf(w, 'Minutes in the oven'), valueOf(w, 'Portion')]).toEqual([
    '178',
    '12',
    '45',
  ])
  w.unmount()
})

it('comes back after a reload as it was, the fan too', async () => {
  const first = await form()
  await box(first.w, 'Diameter').setValue('84 85')
  await box(first.w, 'Fan on').setValue(true)
  await flushPromises()
  first.w.unmount()
  const { w } = await form()
  expect(valueOf(w, 'Diameter')).toBe('84 85')
  expect(box(w, 'Fan on').element.checked).toBe(true)
  w.unmount()
})

it('brings back what was cleared by mistake', async () => {
  const { w } = await form()
  await box(w, 'Height').setValue('9.5 9.8')
  await press(w, 'Clear the form')
  expect(valueOf(w, 'Height')).toBe('')
  await press(w, 'Bring back what was cleared')
  expect(valueOf(w, 'Height')).toBe('9.5 9.8')
  w.unmount()
})

it('asks about a rare reading, and sends it as sure only when told to', async () => {
  const { w, calls } = await form({
    'POST /api/doughs/1/bakes': (call: Call) =>
      call.body.sure ? { id: 7 } : refusal('Ask', [{ where: 'height_mm', message: '30 mm is rare.' }], 'ask'),
  })
  await w.get('form').trigger('submit')
  await flushPromises()
  expect(w.get('[role=alert]').text()).toContain('30 mm is rare.')
  expect(w.emitted('logged')).toBeUndefined()
  await press(w, 'They are right: log it')
  const sent = calls.filter((c) => c.method === 'POST')
  expect(sent.map((c) => c.body.sure)).toEqual([false, true])
  // One bake, whatever is pressed how often: the key stays.
  expect(sent[0]?.body.key).toBe(sent[1]?.body.key)
  expect(w.emitted('logged')).toEqual([[7]])
  w.unmount()
})

it('keeps everything when the server is gone, and says so', async () => {
  const { w } = await form({ 'POST /api/doughs/1/bakes': LOST })
  await box(w, 'Diameter').setValue('84 85')
  await w.get('form').trigger('submit')
  await flushPromises()
  expect(w.get('[role=alert]').text()).toContain('does not answer')
  expect(valueOf(w, 'Diameter')).toBe('84 85')
  w.unmount()
})

it('puts each refusal at its box', async () => {
  const fields = [{ where: 'minutes', message: 'Minutes can’t be negative.' }]
  const { w } = await form({ 'POST /api/doughs/1/bakes': refusal('See the fields.', fields) })
  await box(w, 'Minutes in the oven').setValue('-3')
  await w.get('form').trigger('submit')
  await flushPromises()
  expect(w.text()).toContain('Minutes can’t be negative.')
  expect(valueOf(w, 'Minutes in the oven')).toBe('-3')
  w.unmount()
})

it('names the delivery a line came from, of its own ingredient and in use', async () => {
  const lot = (id: number, ingredient: string, retired_at: string | null = null) => ({
    id, kind: 'lot', name: `Sack ${id}`, facts: { ingredient }, retired_at,
  }) // prettier-ignore
  const { w, calls } = await form({
    'GET /api/kitchen/furnishing': { kinds: [], labels: [], things: [lot(5, 'ap'), lot(6, 'butter'), lot(7, 'ap', '2026-01-01')] },
    'GET /api/doughs/1/versions/*': { lines: [{ id: 'l1', ingredient: 'ap', grams: 200, step: 'dry' }], process },
    'POST /api/doughs/1/bakes': { id: 3 },
  }) // prettier-ignore
  await flushPromises()
  const select = w.get('[aria-label^="Delivery of"]')
  expect(select.findAll('option').map((o) => o.text())).toEqual(['not noted', 'Sack 5'])
  await select.setValue('5')
  await w.get('form').trigger('submit')
  await flushPromises()
  expect(calls.find((c) => c.method === 'POST')?.body.batch.lots).toEqual({ l1: 5 })
  w.unmount()
})
