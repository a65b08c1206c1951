import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import AmountBox from './AmountBox.vue'

const box = (shown: string) => mount(AmountBox, { props: { label: 'Butter, grams', shown, unit: 'g' } })

it('sends what was typed once, when Enter is pressed and the box is left', async () => {
  const wrapper = box('200')
  const input = wrapper.get('input')
  await input.trigger('focus')
  await input.setValue('210')
  await input.trigger('keydown', { key: 'Enter' })
  await input.trigger('blur')
  expect(wrapper.emitted('enter')).toEqual([['210']])
})

it('a box that was only entered takes the new figure and sends nothing', async () => {
  const wrapper = box('')
  const input = wrapper.get('input')
  await input.trigger('focus')
  await wrapper.setProps({ shown: '260' })
  expect(input.element.value).toBe('260')
  await input.trigger('blur')
  expect(wrapper.emitted('enter')).toBeUndefined()
})

it('a half-typed amount is not overwritten by an answer', async () => {
  const wrapper = box('200')
  const input = wrapper.get('input')
  await input.trigger('focus')
  await input.setValue('21')
  await wrapper.setProps({ shown: '205' })
  expect(input.element.value).toBe('21')
})

it('keeps a refused entry, and Escape brings the old one back', async () => {
  const wrapper = box('200')
  const input = wrapper.get('input')
  await input.trigger('focus')
  await input.setValue('lots')
  await input.trigger('blur')
  await wrapper.setProps({ problem: '“lots” is not a number.' })
  expect(input.element.value).toBe('lots')
  expect(input.attributes('aria-invalid')).toBe('true')
  await input.trigger('keydown', { key: 'Escape' })
  expect(input.element.value).toBe('200')
})
