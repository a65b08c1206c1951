import { flushPromises } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { shallowRef } from 'vue'
import { inDough, press, refusal, serve, type Call } from '@/testing'
import NeedSwitches from './NeedSwitches.vue'

const reference = {
  ingredients: [],
  needs: [
    { id: 'no_egg', name: 'no egg' },
    { id: 'no_milk', name: 'no milk' },
    { id: 'no_lupin', name: 'no lupin' },
  ],
  wishes: [{ id: 'less_sugar', label: 'less sugar', usual_pct: 30 }],
}
const made = (call: Call) => ({
  ...call.body.target, needs: [call.body.need].filter(Boolean), wishes: call.body.wish ? [call.body.wish] : [],
  meanings: [], unknown: [], filled_from: '',
}) // prettier-ignore

async function switches(target: Record<string, unknown> = {}, answer: unknown = made, short = false) {
  const calls = serve({
    'GET /api/reference': reference,
    'GET /api/pantry': [],
    'POST /api/doughs/target-edit': answer,
    'POST /api/swaps/per-100g': { less_sugar: 31.5 },
  })
  const work = shallowRef({ draft: { lines: [] }, target: { cookie: {}, needs: [], wishes: [], ...target } })
  const change = vi.fn((part: object) => (work.value = { ...work.value, ...part }))
  const w = await inDough(NeedSwitches, { short }, { work, change })
  await vi.waitFor(() => expect(w.text()).toContain('no egg'))
  return { w, calls, work, change }
}
const state = (w: Awaited<ReturnType<typeof switches>>['w'], name: string) =>
  w
    .findAll('[role=switch]')
    .find((s) => s.text() === name)
    ?.attributes('aria-checked')
const edits = (calls: Call[]) => calls.filter((c) => c.path.endsWith('target-edit'))

it('turns a need on, on the target alone, without what was said on the way', async () => {
  const { w, calls, work } = await switches()
  await press(w, 'no egg')
  expect(edits(calls)[0]?.body).toMatchObject({ need: 'no_egg', wanted: true })
  expect(work.value.target).toEqual({ cookie: {}, needs: ['no_egg'], wishes: [] })
  expect(state(w, 'no egg')).toBe('true')
  w.unmount()
})

it('turns it off again', async () => {
  const { w, calls } = await switches({ needs: ['no_egg'] })
  expect(state(w, 'no egg')).toBe('true')
  await press(w, 'no egg')
  expect(edits(calls)[0]?.body.wanted).toBe(false)
  w.unmount()
})

it('counts less from what 100 g hold when the wish is first made, and from then on from that', async () => {
  const { w, calls } = await switches()
  await press(w, 'less sugar')
  expect(edits(calls)[0]?.body.wish).toEqual({ need: 'less_sugar', by_pct: 30, from_per_100g: 31.5 })
  await flushPromises()
  const box = w.get('[aria-label="less sugar by how much, percent"]')
  await box.setValue('45')
  await flushPromises()
  expect(edits(calls)[1]?.body.wish).toEqual({ need: 'less_sugar', by_pct: '45', from_per_100g: 31.5 })
  expect(calls.filter((c) => c.path.endsWith('per-100g'))).toHaveLength(1)
  w.unmount()
})

it('says why a percentage is refused and leaves the target as it was', async () => {
  const wish = { need: 'less_sugar', by_pct: 30, from_per_100g: 31.5 }
  const { w, change } = await switches({ wishes: [wish] }, refusal('Less sugar goes from 1 to 100 %.'))
  await w.get('[aria-label="less sugar by how much, percent"]').setValue('900')
  await flushPromises()
  expect(w.get('[role=alert]').text()).toContain('1 to 100 %')
  expect(change).not.toHaveBeenCalled()
  w.unmount()
})

it('shows the common needs first, and always one that is on', async () => {
  const { w } = await switches({}, made, true)
  expect(w.text()).not.toContain('no lupin')
  await press(w, 'more allergens …')
  expect(w.text()).toContain('no lupin')
  w.unmount()
  const on = await switches({ needs: ['no_lupin'] }, made, true)
  expect(on.w.text()).toContain('no lupin')
  on.w.unmount()
})

it('keeps both of two switches that are pressed before the first is answered', async () => {
  const { w, calls, work } = await switches({}, (call: Call) => ({
    ...call.body.target,
    needs: [...call.body.target.needs, call.body.need],
  }))
  const named = (name: string) => w.findAll('[role=switch]').find((s) => s.text() === name)
  void named('no egg')?.trigger('click')
  void named('no milk')?.trigger('click')
  await vi.waitFor(() => expect(edits(calls)).toHaveLength(2))
  await flushPromises()
  expect(work.value.target).toMatchObject({ needs: ['no_egg', 'no_milk'] })
  w.unmount()
})
