import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import SwapLine from './SwapLine.vue'

const candidate = (rule: string, more: Partial<Schemas['CandidateOut']> = {}): Schemas['CandidateOut'] => ({
  rule,
  name: `${rule} by name`,
  parts: [{ name: 'Flax gel', grams: 93.6 }],
  disturbance: 0.4,
  words: '1.1 mm wider',
  outline: [[-40, 0], [0, 10], [40, 0]],
  hex: '#c9a066',
  evidence: 'well tried',
  tried: '',
  settled: '',
  confidence: 'H',
  source: 'kitchen practice',
  taste: 'near',
  effect: 'binds',
  method: '',
  reported: '−6 to +6 % wide',
  practical: 'one weighing',
  labels: [],
  suits: true,
  off: [],
  brings: [],
  ...more,
}) // prettier-ignore
const line = (more: Partial<Schemas['SwapLineOut']> = {}): Schemas['SwapLineOut'] => ({
  line: 'egg',
  name: 'Egg, whole',
  grams: 90,
  step: 'egg',
  breaks: true,
  unsure: false,
  marks: [{ need: 'no_egg', label: 'no egg', standing: 'breaks', words: 'holds egg' }],
  pick: 'flax',
  candidates: [
    candidate('flax', { off: [{ label: 'Sets on heating', unit: 'g egg protein', error: -7.1 }] }),
    candidate('built', { evidence: 'plausible', suits: false }),
    candidate('out', { name: 'Leave it out', parts: [] }),
  ],
  needs_amount: false,
  missing: ['Sets on heating'],
  ...more,
})
const routes = { stubs: { RouterLink: { template: '<a><slot /></a>' } } }
const shown = (open: boolean, more: Partial<Schemas['SwapLineOut']> = {}) =>
  mount(SwapLine, { props: { line: line(more), open, before: [] }, global: routes })

it('says what stands in while it is closed, and opens by its button', async () => {
  const wrapper = shown(false)
  expect(wrapper.get('h3').text()).toContain('flax by name')
  expect(wrapper.findAll('input[type=radio]')).toHaveLength(0)
  await wrapper.get('button').trigger('click')
  expect(wrapper.emitted('toggle')).toHaveLength(1)
})

it('picks by radio, and tells source, evidence and what it falls short of', async () => {
  const wrapper = shown(true)
  const radios = wrapper.findAll('input[type=radio]')
  expect((radios[0]?.element as HTMLInputElement).checked).toBe(true)
  await radios[1]?.trigger('change')
  expect(wrapper.emitted('pick')).toEqual([['built']])
  const text = wrapper.text()
  expect(text).toContain('sets on heating −7.1 g egg protein')
  expect(text).toContain('ratio well known, kitchen practice')
  expect(text).toContain('plausible, untested here')
  expect(text).toContain('not for this style')
  expect(text).toContain('Nothing known here brings what it did for: sets on heating')
})

it('names a bake in place of the source once there is one', () => {
  const tried = candidate('built', { evidence: 'tried here', tried: 'bake 3 of Rounds' })
  expect(shown(true, { candidates: [tried] }).text()).toContain('bake 3 of Rounds')
  const settled = candidate('built', { settled: '24 tasters could not tell it' })
  expect(shown(true, { candidates: [settled] }).text()).toContain('24 tasters could not tell it')
})

it('works nothing out for an unknown amount and says where to fill it in', () => {
  const wrapper = shown(true, { grams: null, needs_amount: true, candidates: [] })
  expect(wrapper.text()).toContain('Fill it in on the formula')
  expect(wrapper.find('[role=radiogroup]').exists()).toBe(false)
})

it('says what is unsure and what a swap brings, picked or not, and where to tick the label', () => {
  const marks = [
    {
      need: 'no_milk',
      label: 'no milk',
      standing: 'unsure' as const,
      words: 'may hold whey: read the label',
    },
  ]
  const candidates = [
    candidate('keep', { labels: ['Custard powder'] }),
    candidate('soy', { brings: ['soya (Soya drink)'], labels: ['Soya drink'] }),
  ]
  const text = shown(true, { breaks: false, unsure: true, marks, candidates, pick: 'keep' }).text()
  expect(text).toContain('Tick what its label says')
  expect(text).toContain('unsure until the label of Custard powder is read')
  expect(text).toContain('unsure until the label of Soya drink is read')
  expect(text).toContain('brings soya (Soya drink)')
})
