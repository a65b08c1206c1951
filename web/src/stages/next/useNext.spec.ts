import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import LockRow from './LockRow.vue'
import { figure, moveWords, named, type Move } from './useNext'

const sugar: Move = { key: 'role:sugar', name: 'Sugar', unit: '% of flour', before: 82, after: 94 }
const melted: Move = { key: 'method:melted', name: 'Method: melted', unit: '', before: null, after: null }

describe('a move in words', () => {
  it('names the figure before and after with its unit', () => {
    expect(moveWords(sugar)).toBe('Sugar 82.0 → 94.0 % of flour')
  })
  it('names a choice as what it is, without figures', () => {
    expect(moveWords(melted)).toBe(named(melted))
    expect(named(melted).toLowerCase()).toContain('melted')
  })
  it('says when a value was left open', () => {
    expect(figure(null, '°C')).toBe('open')
    expect(moveWords({ ...sugar, before: null })).toContain('open → 94.0')
  })
})

describe('what is kept as it is', () => {
  const row = (held: string[]) => mount(LockRow, { props: { locks: ['eggs', 'oven'], modelValue: held } })

  it('is turned on and off, the others kept', async () => {
    const w = row(['oven'])
    const [eggs, oven] = w.findAll('button')
    expect([eggs?.attributes('aria-pressed'), oven?.attributes('aria-pressed')]).toEqual(['false', 'true'])
    await eggs?.trigger('click')
    expect(w.emitted('update:modelValue')?.[0]).toEqual([['oven', 'eggs']])
    await oven?.trigger('click')
    expect(w.emitted('update:modelValue')?.[1]).toEqual([['eggs']])
  })
})
