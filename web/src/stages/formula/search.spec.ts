import { describe, expect, it } from 'vitest'
import { search } from './search'

const item = (name: string, also: string, role: string) => ({ name, also, role, detail: '', group: '' })
const items = [
  item('Plain flour', 'all-purpose vegan egg-free no-egg', 'flour'),
  item('Rice flour, white', 'ground rice vegan gluten-free no-gluten egg-free', 'flour'),
  item('Egg, whole', 'beaten egg gluten-free', 'egg'),
  item('Butter, unsalted', 'egg-free gluten-free', 'fat'),
  item('Plant butter', 'vegan egg-free', 'fat'),
]
const names = (asked: string): string[] => search(items, asked).map((i) => i.name)

describe('the picker', () => {
  it('finds by another name, by role, and puts names first', () => {
    expect(names('all-purpose')).toEqual(['Plain flour'])
    expect(names('butter')[0]).toBe('Butter, unsalted')
    expect(names('fat')).toEqual(['Butter, unsalted', 'Plant butter'])
  })
  it('finds what meets a need, and never the thing itself', () => {
    expect(names('egg-free')).not.toContain('Egg, whole')
    expect(names('vegan fat')).toEqual(['Plant butter'])
    expect(names('gluten free flour')).toEqual(['Rice flour, white'])
    expect(names('no gluten')).toEqual(['Rice flour, white'])
  })
})
