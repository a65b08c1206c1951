import { expect, it, vi } from 'vitest'
import { ref, shallowRef } from 'vue'
import { inDough, press, serve, type Call } from '@/testing'
import WhatIfStage from './WhatIfStage.vue'

const told = (more: Record<string, unknown> = {}) => ({
  reason: '', words: 'The whole target is met inside the line: within sugar 80 to 90 % of flour and minutes 11 to 13 min.',
  levers: [{ key: 'role:sugar', name: 'Sugar', unit: '% of flour' }, { key: 'process:minutes', name: 'Minutes', unit: 'min' }],
  across: { key: 'role:sugar', name: 'Sugar', unit: '% of flour', values: [60, 80, 100], now: 80 },
  up: { key: 'process:minutes', name: 'Minutes', unit: 'min', values: [9, 12, 15], now: 12 },
  lines: [{ level: 1, points: [[60, 9], [70, 10], [80, 11], [85, 12], [90, 13], [95, 14], [100, 15]] }], met: [],
  best: [85, 12.5], best_distance: 0.4, best_draft: { lines: [], process: { minutes: 12.5 } }, baked: [[80, 12], [200, 12]],
  ...more,
}) // prettier-ignore

async function stage(answer: (call: Call) => unknown) {
  sessionStorage.clear()
  const calls = serve({ 'POST /api/next/what-if': answer })
  const work = shallowRef({ draft: { lines: [], process: {} }, target: { cookie: {} }, style: '' })
  const dough = { work, preview: ref(null), id: ref(1), replaceDraft: vi.fn() }
  const w = await inDough(WhatIfStage, {}, dough)
  await vi.waitFor(() => expect(w.text()).toMatch(/Nearest place|target first/))
  return { w, calls, dough }
}

it('says where the target is met and draws lines, the draft and the bakes on the map', async () => {
  const { w } = await stage(() => told())
  expect(w.get('.lead').text()).toContain('within sugar 80 to 90')
  expect(w.findAll('path.line')).toHaveLength(1)
  expect(w.get('text.level').text()).toBe('1')
  // A bake beyond the edge is not drawn on it.
  expect(w.findAll('circle.bake')).toHaveLength(1)
  w.unmount()
})

it('tries the nearest place as one draft with its note', async () => {
  const { w, dough } = await stage(() => told())
  await press(w, 'Try the nearest place')
  expect(dough.replaceDraft).toHaveBeenCalledWith({ lines: [], process: { minutes: 12.5 } })
  expect(sessionStorage.getItem('tarte-note-1')).toBe('Tries sugar 85.0 % of flour with minutes 12.5 min.')
  w.unmount()
})

it('asks for the levers that are picked, and says why there is no map', async () => {
  const { w, calls } = await stage(() => told())
  await w.findAll('select')[1]?.setValue('role:sugar')
  await vi.waitFor(() => expect(calls.at(-1)?.body).toMatchObject({ across: '', up: 'role:sugar' }))
  w.unmount()
  const none = await stage(() =>
    told({ reason: 'Set a target first: next is what leads to it.', across: null, up: null, best: null }),
  )
  expect(none.w.text()).toContain('Set a target first')
  expect(none.w.find('svg').exists()).toBe(false)
  none.w.unmount()
})
