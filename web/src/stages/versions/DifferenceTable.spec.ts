import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import DifferenceTable from './DifferenceTable.vue'

const line = (name: string, a_g: number | null, b_g: number | null, state: string) => ({
  line_id: name, name, a_g, b_g, a_percent: a_g, b_percent: b_g, state,
}) // prettier-ignore
const told = (label: string, a: number | null, b: number | null, steps: number | null) => ({
  key: label, label, unit: 'mm', digits: 1, a, b, steps,
}) // prettier-ignore
const difference = (more: Partial<Schemas['DifferenceOut']> = {}) =>
  ({
    count: 2,
    words: '2 things changed at once: a bake will not tell which of them did it',
    scaled: null,
    lines: [line('Flour', 250, 250, 'same'), line('Sugar', 100, 120, 'more'), line('Nutmeg', null, 2, 'unknown')],
    process: [{ field: 'oven_c', label: 'Oven', a: '175 °C', b: '185 °C' }],
    tasted: [],
    forecast: [told('Diameter', 82, 86.2, 1.4), told('Height', 10, 9.8, -0.2), told('Rim', null, 40, null)],
    ...more,
  }) as Schemas['DifferenceOut'] // prettier-ignore
const shown = (more: Partial<Schemas['DifferenceOut']> = {}) =>
  mount(DifferenceTable, { props: { difference: difference(more), a: 'v1', b: 'draft' } })
const names = (w: ReturnType<typeof shown>) => w.findAll('tbody th').map((h) => h.text())

it('shows what changed, process too, and the rest when asked', async () => {
  const w = shown()
  expect(names(w)).toEqual(['Sugar', 'Nutmeg', 'Oven', 'Diameter', 'Height', 'Rim'])
  const more = w.get('button')
  expect(more.text()).toBe('and 1 lines the same')
  await more.trigger('click')
  expect(names(w)).toContain('Flour')
  expect(w.get('button').text()).toBe('only what changed')
})

it('warns of several changes at once, and not of one', () => {
  expect(shown().get('.words').text()).toContain('▲')
  const one = shown({ count: 1, words: 'one thing changed: the bake can tell what it does' })
  expect(one.get('.words').text()).toBe('One thing changed: the bake can tell what it does.')
})

it('signs the forecast’s change, marks a clear one, and leaves unknown unknown', () => {
  const cells = shown().findAll('.forecast tbody tr').map((r) => r.findAll('td')[2])
  expect(cells.map((c) => c?.text())).toEqual(['+4.2', '−0.2', '–'])
  expect(cells.map((c) => c?.classes('clear'))).toEqual([true, false, false])
}) // prettier-ignore

it('says of an amount known on one side only that it is', () => {
  const row = shown().findAll('tbody tr').find((r) => r.text().startsWith('Nutmeg'))
  expect(row?.text()).toContain('unknown on one side')
}) // prettier-ignore
