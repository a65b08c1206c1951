import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import NumberBox from './NumberBox.vue'
import { typed } from '@/ui/typed'
import { dayAfter } from './usePlan'

describe('numbers as they are typed', () => {
  it('takes a comma for a point and nothing for left open', () => {
    expect(typed('12,5')).toBe(12.5)
    expect(typed(' ')).toBeNull()
    expect(typed('?')).toBeNull()
  })
  it('takes no words and no two points', () => {
    expect(typed('many')).toBeNaN()
    expect(typed('1.2.3')).toBeNaN()
  })
  it('knows the day after, over a month and a year', () => {
    expect(dayAfter('2026-12-31')).toBe('2027-01-01')
    expect(dayAfter('2028-03-01', -1)).toBe('2028-02-29')
  })
})

describe('the box', () => {
  const box = (value: number | null) =>
    mount(NumberBox, {
      props: { label: 'Pieces', value, low: 1, high: 100, whole: true },
      global: {
        stubs: {
          BFormInput: {
            template: '<input v-bind="$attrs" @input="$emit(\'update:modelValue\', $event.target.value)" />',
          },
        },
      },
    })
  it('says what is wrong and keeps the plan as it is', async () => {
    const shown = box(24)
    await shown.find('input').setValue('400')
    await shown.find('input').trigger('change')
    expect(shown.text()).toContain('a number from 1 to 100')
    expect(shown.emitted('enter')).toBeUndefined()
  })
  it('gives a whole number on, and empty as left open', async () => {
    const shown = box(24)
    await shown.find('input').setValue('30')
    await shown.find('input').trigger('change')
    await shown.find('input').setValue('')
    await shown.find('input').trigger('change')
    expect(shown.emitted('enter')?.[0]).toEqual([30])
    expect(shown.emitted('enter')?.at(-1)).toEqual([null])
  })
})
