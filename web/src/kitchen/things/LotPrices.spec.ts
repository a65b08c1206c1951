import { expect, it, vi } from 'vitest'
import { inDough, refusal, serve } from '@/testing'
import LotPrices from './LotPrices.vue'

const paid = (lot: number, on: string | null, per: number) => ({
  lot, name: `Flour ${lot}`, supplier: lot === 2 ? 'Mill' : '', arrived_on: on, per_kg: per, used_per_kg: per, waste_pct: 0,
}) // prettier-ignore
const lot = { id: 2, kind: 'lot', name: 'Flour 2', facts: {}, words: '', learned: '', bakes: 0, revision: 1, retired_at: null, event: null } // prettier-ignore

it('shows each price that was paid, this delivery among them, and what became of it', async () => {
  serve({
    'GET /api/kitchen/furnishing/lots/2/prices': {
      words: '25 % dearer than the one before: 0.8 to 1 EUR a kg in the bowl.',
      left: '4275 g of it should be left to weigh.',
      money: 'EUR',
      paid: [paid(2, '2026-02-05', 1), paid(1, null, 0.8)],
    },
  })
  const w = await inDough(LotPrices, { lot })
  await vi.waitFor(() => expect(w.text()).toContain('25 % dearer'))
  expect(w.text()).toContain('4275 g of it should be left')
  const rows = w.findAll('tbody tr')
  expect(rows.map((r) => r.find('th').text())).toEqual(['5 Feb', 'day not known'])
  expect(rows.map((r) => r.findAll('td')[1]?.text())).toEqual(['1.00', '0.80'])
  expect(rows.map((r) => r.classes('on'))).toEqual([true, false])
  expect(rows.map((r) => r.find('td')?.text())).toEqual(['Mill', 'Flour 1'])
})

it('says why nothing is shown', async () => {
  serve({ 'GET /api/kitchen/furnishing/lots/2/prices': refusal('That delivery is gone.') })
  const w = await inDough(LotPrices, { lot })
  await vi.waitFor(() => expect(w.text()).toContain('That delivery is gone.'))
})
