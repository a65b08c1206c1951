import { flushPromises } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { QUANTITIES, inDough, serve } from '@/testing'
import LabelSheet from './LabelSheet.vue'

const supplier = (ingredient: string, name: string) => ({
  ingredient, name, open: ['Wh'], may_contain: [], read_on: null,
}) // prettier-ignore
const sheet = {
  title: 'Rounds', subtitle: '', sentences: ['A recipe aid.'], against: [], allergens: [], ingredients: [], suggests: [],
  notices: [], nutrients: [], lacks: [], confidence: 'M', loss_pct: null, loss_plus_minus: null, loss_from: '',
  piece_g: null, pieces: null, suppliers: [supplier('oats', 'Rolled oats'), supplier('dark65', 'Dark chocolate')],
} // prettier-ignore

it('keeps the label open that was opened while another was being kept', async () => {
  let answer: () => void = () => {}
  const calls = serve({
    'GET /api/reference': { ingredients: [], quantities: QUANTITIES, origins: [], allergens: [{ code: 'Wh', name: 'wheat', lists: 'EU' }] },
    'GET /api/doughs/1/label': sheet,
    'POST /api/doughs/1/label': () => new Promise((done) => (answer = () => done(sheet))),
  }) // prettier-ignore
  const w = await inDough(LabelSheet, {}, { save: () => Promise.resolve() })
  const open = (name: string) => w.findAll('.supplier button').find((b) => b.text() === name)
  await open('Rolled oats')?.trigger('click')
  await w.get('form.ticks').trigger('submit')
  await open('Dark chocolate')?.trigger('click')
  await vi.waitFor(() => expect(calls.some((c) => c.method === 'POST')).toBe(true))
  await flushPromises()
  answer()
  await flushPromises()
  await vi.waitFor(() => expect(w.findAll('form.ticks')).toHaveLength(1))
  expect(open('Dark chocolate')?.attributes('aria-expanded')).toBe('true')
  w.unmount()
})
