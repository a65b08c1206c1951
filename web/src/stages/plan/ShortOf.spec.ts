import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import ShortOf from './ShortOf.vue'

it('says what is wanted and what is left, and nothing where enough is there', async () => {
  const w = mount(ShortOf, { props: { short: [{ name: 'Plain flour', needs_g: 612.4, left_g: 200 }] } })
  expect(w.text()).toContain('Plain flour: 612 g wanted, 200 g left of what came')
  await w.setProps({ short: [] })
  expect(w.find('[role=status]').exists()).toBe(false)
})
