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
