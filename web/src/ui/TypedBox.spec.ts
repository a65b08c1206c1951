import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import TypedBox from './TypedBox.vue'

const shown = (w: ReturnType<typeof box>) => (w.element as HTMLInputElement).value
/** Typing as a hand does it: the box has not been left yet. */
async function type(w: ReturnType<typeof box>, words: string): Promise<void> {
  ;(w.element as HTMLInputElement).value = words
  await w.trigger('input')
}
const box = (value: string | number | null) =>
  mount(TypedBox, { props: { value }, attrs: { placeholder: '18' } })

it('keeps what is being typed when an answer draws it anew', async () => {
  const w = box('')
  await type(w, '4')
  await w.setProps({ value: '' })
  ;(w.vm as unknown as { $forceUpdate: () => void }).$forceUpdate()
  await w.vm.$nextTick()
  expect(shown(w)).toBe('4')
  await w.trigger('change')
  expect(w.emitted('enter')).toEqual([['4']])
  await w.setProps({ value: '4.0' })
  expect(shown(w)).toBe('4.0')
})

it('gives back what stood there on Escape, and where what was entered was refused', async () => {
  const w = box('Rounds')
  await type(w, 'Ro')
  await w.trigger('keydown', { key: 'Escape' })
  expect(shown(w)).toBe('Rounds')
  await type(w, '')
  await w.trigger('change')
  expect(w.emitted('enter')).toEqual([['']])
  expect(shown(w)).toBe('Rounds')
})

it('follows the figure it shows, and takes attributes of its box', async () => {
  const w = box(12)
  await w.setProps({ value: 14 })
  expect(shown(w)).toBe('14')
  expect(w.attributes('placeholder')).toBe('18')
  await w.setProps({ value: null })
  expect(shown(w)).toBe('')
})
