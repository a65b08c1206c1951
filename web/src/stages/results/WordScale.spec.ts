import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import WordScale from './WordScale.vue'

const scale = {
  key: 'snap',
  label: 'Snap',
  how: 'Hold by both rims.',
  points: [
    { value: 5, word: 'folds' },
    { value: 50, word: 'breaks dully' },
    { value: 95, word: 'snaps clean' },
  ],
}
const shown = (value: string, problem = '') =>
  mount(WordScale, { props: { scale, modelValue: value, problem } })
const words = (w: ReturnType<typeof shown>) => w.findAll('button')

describe('a scale of words', () => {
  it('says nothing until a word is picked, and takes it back on a second press', async () => {
    const w = shown('')
    expect(words(w).every((b) => b.attributes('aria-pressed') === 'false')).toBe(true)
    await words(w)[1]?.trigger('click')
    expect(w.emitted('update:modelValue')).toEqual([['50']])
    await w.setProps({ modelValue: '50' })
    expect(words(w)[1]?.attributes('aria-pressed')).toBe('true')
    await words(w)[1]?.trigger('click')
    expect(w.emitted('update:modelValue')?.at(-1)).toEqual([''])
  })

  it('takes a figure between two words, and then no word is picked', async () => {
    const w = shown('')
    await w.find('input').setValue('62')
    expect(w.emitted('update:modelValue')?.at(-1)).toEqual(['62'])
    await w.setProps({ modelValue: '62' })
    expect(words(w).some((b) => b.attributes('aria-pressed') === 'true')).toBe(false)
  })

  it('says what is wrong with what was typed', () => {
    const w = shown('900', 'Snap: 900 of 100 is out of reach.')
    expect(w.find('[role=alert]').text()).toContain('out of reach')
  })
})
