import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { flushPromises, mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import { serve } from '@/testing'
import ShelfSearch from './ShelfSearch.vue'

const ALL = { q: '', style: '', need: '', holds: '', planned: false }

async function search(sought: Partial<typeof ALL>, found: number | null = 3) {
  serve({
    'GET /api/reference': {
      ingredients: [{ id: 'butter', name: 'Butter' }], quantities: [], styles: [{ id: 'oat', name: 'Oat' }],
      needs: [{ id: 'vegan', name: 'vegan' }], wishes: [], terms: [],
    },
    'GET /api/pantry': [],
  }) // prettier-ignore
  const w = mount(ShelfSearch, {
    props: { modelValue: { ...ALL, ...sought }, found },
    global: { plugins: [[VueQueryPlugin, { queryClient: new QueryClient() }]] },
  })
  await flushPromises()
  return w
}

it('hands on what is looked for, one part at a time', async () => {
  const w = await search({ style: 'oat' })
  await w.get('input[type="search"]').setValue('rye')
  expect(w.emitted('update:modelValue')?.at(-1)).toEqual([{ ...ALL, style: 'oat', q: 'rye' }])
  await w.get('select[aria-label="Need"]').setValue('vegan')
  expect(w.emitted('update:modelValue')?.at(-1)).toEqual([{ ...ALL, style: 'oat', q: 'rye', need: 'vegan' }])
  w.unmount()
})

it('says how many were found only while something is looked for, and lets go of all at once', async () => {
  const quiet = await search({})
  expect(quiet.text()).not.toContain('found')
  quiet.unmount()
  const w = await search({ holds: 'butter' })
  expect(w.text()).toContain('3 found')
  expect(w.text()).toContain('with Butter')
  await w.findAll('button').find((b) => b.text() === 'show all')?.trigger('click') // prettier-ignore
  expect(w.emitted('update:modelValue')?.at(-1)).toEqual([ALL])
  w.unmount()
})
