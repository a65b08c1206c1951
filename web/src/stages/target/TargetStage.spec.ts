import { flushPromises } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { ref, shallowRef } from 'vue'
import { QUANTITIES, inDough, LOST, refusal, serve, type Call } from '@/testing'
import TargetStage from './TargetStage.vue'

const reference = {
  ingredients: [], styles: [], needs: [], wishes: [], texture_words: [],
  quantities: QUANTITIES,
} // prettier-ignore
const target = (height_mm: number) => ({
  cookie: { diameter_mm: 80, height_mm },
  needs: [],
  wishes: [],
  source: 'by hand',
})

/** A dough whose target the screen changes; the forecast, and with it the place on the map, stays behind. */
async function stage(edit: unknown) {
  const calls = serve({
    'GET /api/reference': reference,
    'GET /api/pantry': [],
    'GET /api/doughs/1/trail': [],
    'POST /api/next/brief': { standings: [], basis: '', cost: '', kinds: [] },
    'POST /api/doughs/target-edit': edit,
  })
  const work = shallowRef({
    name: 'Rounds',
    style: '',
    draft: { lines: [], process: {} },
    target: target(10),
  })
  const change = vi.fn((part: object) => (work.value = { ...work.value, ...part }))
  const preview = ref({ target_place: { crisp: 50, height_mm: 5 }, forecast_place: null })
  const w = await inDough(TargetStage, {}, { work, preview, change, detail: ref(null), problems: {} })
  await flushPromises()
  return { w, calls, work, change }
}
const nudges = (calls: Call[]) => calls.filter((c) => c.body?.nudge)

it('moves from where the target is, not from where the forecast last saw it, however fast the keys', async () => {
  const { w, calls, work } = await stage(async (call: Call) => {
    await new Promise((go) => setTimeout(go, 5))
    return target(call.body.target.cookie.height_mm + call.body.nudge.up)
  })
  const map = w.get('[role=slider][aria-label^="Target on the texture map"]')
  for (let n = 0; n < 4; n++) void map.trigger('keydown', { key: 'ArrowUp' })
  await vi.waitFor(() => expect(nudges(calls)).toHaveLength(4))
  await vi.waitFor(() => expect(work.value.target.cookie.height_mm).toBe(14))
  expect(nudges(calls).map((c) => c.body.target.cookie.height_mm)).toEqual([10, 11, 12, 13])
  w.unmount()
})

it('says so when the server is gone, and goes on when it is back', async () => {
  let gone = true
  const { w, work } = await stage(() => (gone ? LOST : target(12)))
  const map = w.get('[role=slider][aria-label^="Target on the texture map"]')
  await map.trigger('keydown', { key: 'ArrowUp' })
  await vi.waitFor(() => expect(w.text()).toContain('does not answer'))
  expect(work.value.target.cookie.height_mm).toBe(10)
  gone = false
  await map.trigger('keydown', { key: 'ArrowUp' })
  await vi.waitFor(() => expect(work.value.target.cookie.height_mm).toBe(12))
  expect(w.text()).not.toContain('does not answer')
  w.unmount()
})

it('puts a refused size at its box and leaves the target alone', async () => {
  const { w, change } = await stage(refusal('A cookie is no wider than 400 mm.'))
  const box = w.get<HTMLInputElement>('[aria-label="Target diameter"]')
  await box.trigger('focus')
  await box.setValue('9000')
  await box.trigger('keydown', { key: 'Enter' })
  await vi.waitFor(() => expect(w.text()).toContain('no wider than 400 mm'))
  expect(change).not.toHaveBeenCalled()
  w.unmount()
})
