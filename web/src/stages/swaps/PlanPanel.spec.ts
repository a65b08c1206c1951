import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import PlanPanel from './PlanPanel.vue'

const entry = (key: string, before: number, after: number, tolerance: number): Schemas['LedgerOut'] => ({
  key,
  label: key,
  unit: 'g',
  before,
  after,
  tolerance,
  within: Math.abs(after - before) <= tolerance,
  confidence: 'H',
  how: 'from the table',
})
const plan: Schemas['PlanOut'] = {
  draft: {},
  chosen: 'plant butter for butter',
  changes: [
    { line_id: 'b', before: 'Butter', before_g: 140, after: 'Plant butter', after_g: 146, why: 'stands in for Butter' },
    { line_id: 'w', before: '', before_g: null, after: 'Water', after_g: 4.6, why: 'part of it' },
    { line_id: 'n', before: 'Nuts', before_g: 60, after: '', after_g: null, why: 'left out' },
  ],
  ledger: [entry('fat', 126, 127, 5), entry('sets', 11, 1, 2.5)],
  method: ['Rest it.'],
  unmet: ['Sets on heating: short.'],
  left: [],
  labels: ['Chips: read the label'],
  state: 'unsure',
  brings: ['soya (Soya drink)'],
  tasted: ['21 % less sweet'],
  sweet_before: 31,
  sweet_after: 24.4,
  mass_before_g: 770,
  mass_after_g: 760.6,
} // prettier-ignore

const global = { stubs: { RouterLink: { template: '<a><slot /></a>' } } }

it('tells every change, what is new and what is gone, and the whole weight', () => {
  const rows = mount(PlanPanel, { props: { plan }, global })
    .findAll('.changes tbody tr, .changes tfoot tr')
    .map((r) => r.findAll('td').map((c) => c.text()))
  expect(rows[0]).toEqual(['Plant butter stands in for Butter', '140', '146'])
  expect(rows[1]).toEqual(['Water part of it', '', '4.6'])
  expect(rows[2]).toEqual(['Nuts left out', '60', 'out'])
  expect(rows[3]).toEqual(['Everything weighed, g', '770', '761'])
})

it('marks a function out of tolerance by shape, name and place', () => {
  const wrapper = mount(PlanPanel, { props: { plan }, global })
  const marks = wrapper.findAll('.ledger path')
  expect(marks.map((m) => m.classes())).toEqual([['in'], ['out']])
  expect(wrapper.findAll('.ledger svg').map((s) => s.attributes('aria-label'))).toEqual([
    'within tolerance',
    'out',
  ])
  expect(wrapper.text()).toContain('Sets on heating: short.')
  expect(wrapper.text()).toContain('Chips: read the label')
})

it('says so when nothing changes', () => {
  const wrapper = mount(PlanPanel, { props: { plan: { ...plan, changes: [], labels: [] } }, global })
  expect(wrapper.text()).toContain('Nothing changes.')
  expect(wrapper.find('.ledger').exists()).toBe(false)
})

it('never says that something unsure is met, and says what comes with the swaps', () => {
  const text = mount(PlanPanel, { props: { plan }, global }).text()
  expect(text).toContain('unsure: labels to read')
  expect(text).not.toContain('meets what is wanted')
  expect(text).toContain('New in this dough: soya (Soya drink)')
  expect(text).toContain('31 → 24 g')
  const met = mount(PlanPanel, { props: { plan: { ...plan, state: 'meets', labels: [] } }, global })
  expect(met.text()).toContain('meets what is wanted')
})
