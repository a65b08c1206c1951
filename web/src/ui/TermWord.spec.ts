import { VueQueryPlugin, QueryClient } from '@tanstack/vue-query'
import { flushPromises, mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import { serve } from '@/testing'
import TermWord from './TermWord.vue'

it('says what a word means at a press, and takes it away again with Escape', async () => {
  serve({
    'GET /api/reference': { ingredients: [], quantities: [], terms: [{ key: 'scatter', word: 'scatter', meaning: 'How much bakes differ.' }] },
    'GET /api/pantry': [],
  }) // prettier-ignore
  const w = mount(TermWord, {
    props: { name: 'scatter' },
    slots: { default: 'scatters' },
    global: { plugins: [[VueQueryPlugin, { queryClient: new QueryClient() }]] },
  })
  await flushPromises()
  const button = w.get('button')
  expect(button.text()).toBe('scatters')
  expect(w.text()).not.toContain('How much bakes differ.')
  await button.trigger('click')
  expect(button.attributes('aria-expanded')).toBe('true')
  expect(w.text()).toContain('How much bakes differ.')
  await button.trigger('keydown', { key: 'Escape' })
  expect(w.text()).not.toContain('How much bakes differ.')
  w.unmount()
})
