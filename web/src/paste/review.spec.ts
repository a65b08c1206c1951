import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { draftOf, openQuestions, said, type Reviewed } from './review'

const line = (part: Partial<Schemas['RecipeLineOut']>): Schemas['RecipeLineOut'] => ({
  text: 'x',
  ingredient: 'ap',
  named: 'flour',
  quantities: [{ low: 2.25, high: 2.25, unit: 'cup', heap: '', piece: '' }],
  grams: 274.5,
  low_g: 259,
  high_g: 292,
  range_g: null,
  filling: 'spooned',
  fillings: ['spooned'],
  step: 'dry',
  asks: [],
  notes: [],
  how: '',
  confidence: 'H',
  ...part,
})
const row = (part: Partial<Reviewed>, l: Partial<Schemas['RecipeLineOut']> = {}): Reviewed => ({
  id: 'l1',
  line: line(l),
  keep: true,
  answered: [],
  ...part,
})
const recipe = {
  facts: [
    { field: 'oven_c', value: 190, label: 'Oven', unit: '°C', words: '190 fan' },
    { field: 'fan', value: 'fan', label: 'Fan', unit: '', words: '190 fan' },
    { field: 'minutes', value: 10, label: 'Minutes', unit: 'min', words: 'bake 9 to 11 minutes' },
    { field: 'portion_g', value: 40, label: 'Portion', unit: 'g', words: '40 g balls' },
  ],
  draft: null,
  not_known: 'not_known',
} as unknown as Schemas['RecipeOut']

describe('a recipe under review', () => {
  it('lets in what nobody could name by its words, without an amount', () => {
    const [one] = draftOf([row({}, { ingredient: '', text: '200 g zibblo', grams: 200 })], recipe).lines ?? []
    expect(one).toMatchObject({ ingredient: 'not_known', grams: null, amount: null, said: '200 g zibblo' })
  })

  it('keeps a line’s own words, its range and what is unknown', () => {
    const rows = [
      row({}),
      row({ id: 'l2' }, { grams: 320, range_g: [300, 340], quantities: [], filling: '' }),
      row({ id: 'l3' }, { ingredient: 'milk', grams: null, quantities: [] }),
    ]
    const draft = draftOf(rows, recipe)
    expect(draft.lines?.map((x) => [x.id, x.grams, x.said, x.range_g])).toEqual([
      ['l1', 274.5, '2.25 cup, spooned', null],
      ['l2', 320, '', [300, 340]],
      ['l3', null, '', null],
    ])
    expect(draft.process).toMatchObject({ oven_c: 190, fan: true, minutes: 10, portion_g: 40 })
  })
  it('takes a formula file’s own process whole', () => {
    const process = { oven_c: 160, rest_h: 12 }
    const from = { ...recipe, draft: { lines: [], process } } as Schemas['RecipeOut']
    expect(draftOf([row({})], from).process).toEqual(process)
  })
  it('counts the questions of kept lines only', () => {
    const ask = { code: 'flour', question: 'Which?', by: 'ingredient' as const, choices: [] }
    expect(openQuestions([row({}, { asks: [ask, ask] }), row({ keep: false }, { asks: [ask] })])).toBe(2)
  })
  it('says counted eggs and ranges of spoons', () => {
    const egg = { low: 2, high: 2, unit: 'egg', heap: '', piece: 'medium' }
    const spoons = { low: 2, high: 3, unit: 'tbsp', heap: '', piece: '' }
    expect(said(line({ quantities: [egg], filling: '' }))).toBe('2 medium egg')
    expect(said(line({ quantities: [spoons], filling: '' }))).toBe('2 to 3 tbsp')
    expect(said(line({ grams: null }))).toBe('')
  })
})
