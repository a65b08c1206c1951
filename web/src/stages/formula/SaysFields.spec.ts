import { mount } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { ref } from 'vue'
import SaysFields from './SaysFields.vue'

vi.mock('@/api/queries', () => ({
  useReference: () => ({
    data: ref({
      allergens: [
        { code: 'Mi', name: 'milk', lists: 'EU, US' },
        { code: 'So', name: 'soya', lists: 'EU, US' },
      ],
    }),
  }),
}))

it('leaves open what nobody said, and takes back what was said', async () => {
  const wrapper = mount(SaysFields, { props: { modelValue: {} } })
  const milk = wrapper.findAll('select').find((s) => s.element.parentElement?.textContent.includes('milk'))
  await milk?.setValue('may')
  expect(wrapper.emitted('update:modelValue')?.at(-1)).toEqual([{ Mi: 'may' }])
  await wrapper.setProps({ modelValue: { Mi: 'may' } })
  await milk?.setValue('')
  expect(wrapper.emitted('update:modelValue')?.at(-1)).toEqual([{}])
})

it('says of the rest that the packet names none, and keeps what was said', async () => {
  const wrapper = mount(SaysFields, { props: { modelValue: { Mi: 'holds' } } })
  await wrapper.get('button').trigger('click')
  expect(wrapper.emitted('update:modelValue')?.at(-1)).toEqual([{ Mi: 'holds', So: 'free' }])
})
