import { expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { inDough, serve } from '@/testing'
import AdviceRow from './AdviceRow.vue'

const move = (key: string, name: string, before: number | null, after: number | null, unit = 'min') => ({
  key, name, unit, before, after,
}) // prettier-ignore
const change = (key: string, label: string, value: number, low: number, high: number) => ({
  key, label, unit: key.endsWith('mm') ? 'mm' : 'of 100', digits: key.endsWith('mm') ? 1 : 0, value, low, high,
}) // prettier-ignore
const advice = (more: Partial<Schemas['AdviceOut']> = {}) =>
  ({
    moves: [move('process:minutes', 'Minutes', 12, 14)], from_steps: 2.4, to_steps: 1.1, ease: 1, mind: 'watch the first tray',
    bakes: 2, sweeter_pct: null, side_effects: [], outline: [[-40, 0], [0, 10], [40, 0]], edits: [],
    changes: [change('diameter_mm', 'Diameter', 9.9, 6, 14), change('rim_crisp', 'Rim', -4, -9, 1)],
    ...more,
  }) as unknown as Schemas['AdviceOut'] // prettier-ignore

async function shown(more: Partial<Schemas['AdviceOut']> = {}) {
  const attributes = [
    { key: 'diameter_mm', step: 3 },
    { key: 'rim_crisp', step: 10 },
  ]
  serve({ 'GET /api/reference': { ingredients: [], attributes }, 'GET /api/pantry': [] }) // prettier-ignore
  return inDough(AdviceRow, { advice: advice(more), ghost: [], across: 100 })
}
const text = (w: Awaited<ReturnType<typeof shown>>) => w.text().replace(/\s+/g, ' ')

it('says what to change, from what to what, how near it comes, and what to mind', async () => {
  const w = await shown()
  expect(text(w)).toContain('Minutes 12.0 → 14.0 min')
  expect(text(w)).toContain('2.4 → 1.1')
  expect(text(w)).toContain('a turn of a knob; shows after about 2 bakes of each; watch the first tray')
  await w.get('button').trigger('click')
  expect(w.emitted('take')).toHaveLength(1)
  w.unmount()
})

it('tells a change in sweetness, and keeps quiet where there is none to taste', async () => {
  const w = await shown({ sweeter_pct: -6.2 })
  expect(text(w)).toContain('6 % less sweet')
  w.unmount()
  const faint = await shown({ sweeter_pct: null })
  expect(text(faint)).not.toContain('sweet')
  faint.unmount()
})

it('is honest about what a bench cannot see', async () => {
  const small = await shown({ bakes: 9 })
  expect(text(small)).toContain('too small to see at a bench')
  small.unmount()
  const clear = await shown({ bakes: 1 })
  expect(text(clear)).toContain('one bake shows it')
  clear.unmount()
})

it('tells every effect with its unit and range, and warns of side effects', async () => {
  const w = await shown({ side_effects: ['rim 8 points further off'] })
  const titles = w.findAll('.bars [title]').map((d) => d.attributes('title'))
  expect(titles[0]).toContain('+9.9 mm, about 8 times in 10 between +6.0 and +14.0')
  expect(titles[1]).toContain('−4 points, about 8 times in 10 between −9 and +1')
  expect(text(w)).toContain('rim 8 points further off')
  w.unmount()
})

it('draws an effect past three clear misses at the edge, not outside', async () => {
  const w = await shown()
  const dot = Number(w.get('.bars .dot').attributes('cx'))
  expect(dot).toBeLessThanOrEqual(48)
  expect(dot).toBeGreaterThan(24)
  w.unmount()
})

it('names a pair as one thing to try', async () => {
  const w = await shown({ moves: [move('process:minutes', 'Minutes', 12, 14), move('method:melted', 'Method: melted', null, null, '')] })
  expect(text(w)).toContain('Minutes 12.0 → 14.0 min')
  expect(w.get('button').text()).toMatch(/Try it.*Minutes.* and /s)
  w.unmount()
}) // prettier-ignore
