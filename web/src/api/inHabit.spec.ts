import { expect, it } from 'vitest'
import { commas, inHabit } from './inHabit'

it('writes figures of a sentence with the decimal comma, thousands apart', () => {
  expect(commas('the least is 1,250.5 g of 0.45')).toBe('the least is 1\u202f250,5 g of 0,45')
  expect(commas('about 7 of 1,000 such panels, d′ 1.8')).toBe('about 7 of 1\u202f000 such panels, d′ 1,8')
  expect(commas('24 pieces at 16:00, 3 of 4.')).toBe('24 pieces at 16:00, 3 of 4.')
})

it('touches sentences alone: what was typed and what goes back stays as it is', () => {
  const answer = {
    words: 'nearer by 0.4 clear misses',
    note: 'mine: 0.5 more',
    draft: { lines: [{ said: '1.5 cups', text: '1.5 cups of sugar' }] },
    cautions: ['bakes 2.5 min longer'],
    settled: { how: 'stands', words: 'of 1.5 kg' },
    version: '1.2',
    low: 0.5,
  }
  const told = inHabit(answer, 'comma')
  expect(told.words).toBe('nearer by 0,4 clear misses')
  expect(told.cautions).toEqual(['bakes 2,5 min longer'])
  expect(told.settled.words).toBe('of 1,5 kg')
  expect({ ...told, words: answer.words, cautions: answer.cautions, settled: answer.settled }).toEqual(answer)
  expect(inHabit(answer, 'point')).toBe(answer)
})
