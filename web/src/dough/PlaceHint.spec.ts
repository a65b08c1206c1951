import { mount } from '@vue/test-utils'
import { beforeEach, expect, it } from 'vitest'
import { nextTick } from 'vue'
import { TABS } from '@/stages/stages'
import { press } from '@/testing'
import PlaceHint from './PlaceHint.vue'

beforeEach(() => localStorage.clear())
const at = (place: string) => mount(PlaceHint, { props: { place } })

it('has a line for each stage, and for the parts beneath it', () => {
  for (const s of TABS) expect(at(s.name).text(), s.name).toContain(s.hint)
  expect(at('series').text()).toBe(at('next').text())
})

it('is put away at one place for good, the others stay', async () => {
  const w = at('formula')
  await press(w, 'Got it')
  expect(w.text()).toBe('')
  await nextTick()
  expect(at('formula').text()).toBe('')
  expect(at('swaps').text()).not.toBe('')
})

it('is put away everywhere for good', async () => {
  await press(at('formula'), 'No more hints')
  await nextTick()
  for (const s of TABS) expect(at(s.name).text()).toBe('')
})
