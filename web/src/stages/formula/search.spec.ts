import { expect, it } from 'vitest'
import { search } from './search'

const item = (name: string, also = '', group = '', role = '') => ({ name, also, detail: '', group, role })
const TABLE = [
  item('Plain flour', 'all-purpose', 'Flours', 'flour'),
  item('Almond meal', 'ground almond flour', 'Nuts', 'fold-in'),
  item('Caster sugar', 'superfine', 'Sugars', 'sugar'),
  item('Icing sugar', 'powdered confectioners', 'Sugars', 'sugar'),
]
const names = (asked: string) => search(TABLE, asked).map((i) => i.name)

it('finds an ingredient by the name used elsewhere', () => {
  expect(names('superfine')).toEqual(['Caster sugar'])
  expect(names('all-purpose')).toEqual(['Plain flour'])
})

it('puts a match in the name before one in the other names', () => {
  expect(names('flour')[0]).toBe('Plain flour')
  expect(names('flour')).toContain('Almond meal')
})

it('wants every word, in any order and any case', () => {
  expect(names('SUGAR ic')).toEqual(['Icing sugar'])
  expect(names('sugar flour')).toEqual([])
})

it('shows the whole table when nothing is asked', () => {
  expect(names('  ')).toHaveLength(TABLE.length)
})

const NEEDS = [
  item('Rice flour, white', 'ground rice vegan gluten-free no-gluten egg-free', 'Flours', 'flour'),
  item('Egg, whole', 'beaten egg gluten-free', 'Eggs', 'egg'),
  item('Butter, unsalted', 'egg-free gluten-free', 'Fats', 'fat'),
  item('Plant butter', 'vegan egg-free', 'Fats', 'fat'),
]
const meeting = (asked: string) => search(NEEDS, asked).map((i) => i.name)

it('finds what meets a need, and never the thing itself', () => {
  expect(meeting('egg-free')).not.toContain('Egg, whole')
  expect(meeting('vegan fat')).toEqual(['Plant butter'])
  expect(meeting('gluten free flour')).toEqual(['Rice flour, white'])
  expect(meeting('no gluten')).toEqual(['Rice flour, white'])
})
