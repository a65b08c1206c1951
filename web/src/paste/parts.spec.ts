import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { press } from '@/testing'
import AlikeQuestions from './AlikeQuestions.vue'
import NamedBesides from './NamedBesides.vue'
import ProcessFacts from './ProcessFacts.vue'
import type { Reviewed } from './review'

const ask = (code: string, ...ids: string[]) => ({
  code,
  question: `${code}?`,
  by: 'ingredient' as const,
  choices: ids.map((id) => ({ id, name: id, means: '' })),
})
const row = (id: string, keep: boolean, ...asks: ReturnType<typeof ask>[]) =>
  ({ id, keep, answered: [], line: { asks } }) as unknown as Reviewed

it('asks once what several lines ask alike, of those that are taken', async () => {
  const w = mount(AlikeQuestions, {
    props: {
      rows: [
        row('a', true, ask('filling', 'spooned', 'scooped')),
        row('b', true, ask('filling', 'spooned', 'scooped'), ask('amount')),
        row('c', true, ask('filling', 'packed')),
        row('d', false, ask('filling', 'spooned', 'scooped')),
        row('e', true, ask('amount')),
      ],
    },
  })
  expect(w.findAll('p')).toHaveLength(1)
  expect(w.text()).toContain('2 lines ask: filling?')
  await press(w, 'all scooped')
  const both = [
    { row: 'a', choice: 'scooped' },
    { row: 'b', choice: 'scooped' },
  ]
  expect(w.emitted('answer')).toEqual([['filling', both]])
})

it('asks once what amounts mean, though each line has its own', async () => {
  const t = (id: string, many: number) =>
    row(id, true, {
      ...ask('spoon'),
      choices: [
        { id: `${many} tsp`, name: `${many} tsp`, means: 'teaspoons' },
        { id: `${many} tbsp`, name: `${many} tbsp`, means: 'tablespoons' },
      ],
    })
  const w = mount(AlikeQuestions, { props: { rows: [t('a', 1), t('b', 2)] } })
  await press(w, 'all tablespoons')
  const both = [
    { row: 'a', choice: '1 tbsp' },
    { row: 'b', choice: '2 tbsp' },
  ]
  expect(w.emitted('answer')).toEqual([['spoon', both]])
})

it('asks once whether bare numbers are grams, whatever else one of them may be', async () => {
  const bare = (id: string, many: number, ...more: string[]) =>
    row(id, true, {
      ...ask('unit'),
      choices: ['grams', ...more].map((means) => ({ id: `${many} ${means}`, name: means, means })),
    })
  const w = mount(AlikeQuestions, { props: { rows: [bare('a', 8, 'ounces'), bare('b', 226)] } })
  await press(w, 'all grams')
  const both = [
    { row: 'a', choice: '8 grams' },
    { row: 'b', choice: '226 grams' },
  ]
  expect(w.emitted('answer')).toEqual([['unit', both]])
})

it('shows each fact of the process by its words, one row for one wording, and drops them together', async () => {
  const facts = [
    { field: 'oven_c', value: 170, label: 'Oven', unit: '°C', words: 'at 170 fan' },
    { field: 'fan', value: 'fan', label: 'Fan', unit: '', words: 'at 170 fan' },
    { field: 'rest_h', value: 1 / 3, label: 'Rest', unit: 'h', words: 'chill 20 min' },
  ] as Schemas['ProcessFactOut'][]
  const w = mount(ProcessFacts, { props: { facts, modelValue: new Set<string>() } })
  expect(w.findAll('input')).toHaveLength(2)
  expect(w.text()).toContain('Oven 170 °C, fan')
  expect(w.text()).toContain('Rest 0.33 h')
  await w.findAll('input')[0]?.setValue(false)
  expect(w.emitted('update:modelValue')?.[0]?.[0]).toEqual(new Set(['at 170 fan']))
})

it('shows what the text names and no line has, with its words, and takes it up by one press', async () => {
  const unlisted = [{ name: 'walnut', clause: 'Fold in the walnuts.' }]
  const w = mount(NamedBesides, { props: { unlisted } })
  expect(w.text()).toContain('Fold in the walnuts.')
  await press(w, 'add a line for walnut')
  expect(w.emitted('take')).toEqual([[unlisted[0]]])
  await w.setProps({ unlisted: [] })
  expect(w.find('section').exists()).toBe(false)
})
