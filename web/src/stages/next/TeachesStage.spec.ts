import { flushPromises } from '@vue/test-utils'
import { ref } from 'vue'
import { expect, it, vi } from 'vitest'
import { inDough, serve } from '@/testing'
import TeachesStage from './TeachesStage.vue'

const lesson = (name: string, an_hour: number, flips: unknown[] = []) => ({
  name, reads: 'width', minutes: 50, bits: 2, an_hour, gain: 0.1, flips,
  narrowed: [{ key: 'diameter_mm', label: 'Diameter', unit: 'mm', digits: 1, before: 8, after: 3 }],
}) // prettier-ignore
const told = {
  reason: '', words: 'Most for an hour of yours: bake it.', best: 'the draft as it is', rest: '', changed: '',
  lessons: [
    lesson('bake it', 9, [{ words: 'diameter comes out above 86.0 mm', chance: 0.2, then: 'portion 45 → 50 g' }]),
    lesson('put a thermometer in the oven', 2),
  ],
} // prettier-ignore
const work = { work: ref({ draft: { lines: [] }, target: { cookie: {} }, style: '' }) }

it('says which result would change which decision, and that none would where none would', async () => {
  serve({ 'POST /api/next/teaching': told })
  const w = await inDough(TeachesStage, {}, work)
  await vi.waitFor(() => expect(w.text()).toContain('Most for an hour of yours'))
  expect(w.text()).toContain('±8.0 → ±3.0')
  expect(w.text().replace(/\s+/g, ' ')).toContain(
    'If diameter comes out above 86.0 mm (about 1 time in 5): rather portion 45 → 50 g',
  )
  await w.findAll('input[type="radio"]')[1]?.trigger('change')
  await flushPromises()
  expect(w.text()).toContain('Nothing that is likely to come out')
})

it('gives the reason where nothing can be told', async () => {
  serve({ 'POST /api/next/teaching': { ...told, reason: 'Set a target first.', lessons: [] } })
  const w = await inDough(TeachesStage, {}, work)
  await vi.waitFor(() => expect(w.text()).toContain('Set a target first.'))
})
