import { flushPromises } from '@vue/test-utils'
import { expect, it } from 'vitest'
import { inDough, press, refusal, serve } from '@/testing'
import HeatMap from './HeatMap.vue'
import OvenMap from './OvenMap.vue'
import TrayCorners from '@/photo/TrayCorners.vue'

const place = (across: number, deep: number, k: number, sd = 1) => ({ across, deep, k, sd, sure: sd === 1 })
const map = {
  places: [place(-1, -1, 6), place(1, -1, 0.2, 3), place(-1, 1, -6), place(1, 1, -0.2, 3)],
  cookies: 12,
  hot: 'back',
  uneven_k: 9,
  uneven_low: 4,
  uneven_high: 14,
  shade_l: 2.4,
  turned_l: 0.6,
  turn_min: 8,
  empty: [place(-1, -1, 6)],
  words: ['The back is 9 K hotter than the front (4 to 14).', 'Leave empty: back left.'],
}
const tray = {
  id: 3,
  shelf: 'middle',
  dough: 'Rye',
  at: '2026-03-04T09:00:00Z',
  by: 'Ada',
  simulated: true,
  cookies: [],
}
const oven = { id: 7, kind: 'oven', name: 'Deck', facts: {} }

it('says heat in words and figures at each place, faint where it is not sure, crossed where nothing should lie', async () => {
  const w = await inDough(HeatMap, { map, cookies: [], shelf: 'middle' })
  expect(w.get('svg').attributes('aria-label')).toContain('The back is 9 K hotter')
  expect(w.findAll('text.fig').map((t) => [t.text(), t.classes('unsure')])).toEqual([
    ['+6', false],
    ['0', true],
    ['−6', false],
    ['0', true],
  ])
  expect(w.findAll('.leave')).toHaveLength(1)
})

it('moves a corner by keys, and keeps it in the picture', async () => {
  const corners = [
    { x: 0.1, y: 0.1 },
    { x: 0.9, y: 0.1 },
    { x: 0.9, y: 0.9 },
    { x: 0.001, y: 0.9 },
  ]
  const w = await inDough(TrayCorners, { modelValue: corners, src: 'data:,' })
  await w.get('[aria-label^="Corner back left"]').trigger('keydown', { key: 'ArrowRight', shiftKey: true })
  const moved = w.emitted('update:modelValue')?.[0]?.[0] as typeof corners
  expect(moved[0]?.x).toBeCloseTo(0.12)
  expect(moved.slice(1)).toEqual(corners.slice(1))
  await w.get('[aria-label^="Corner front left"]').trigger('keydown', { key: 'ArrowLeft', shiftKey: true })
  const again = w.emitted('update:modelValue')?.[1]?.[0] as typeof corners
  expect(again[3]?.x).toBe(0)
})

it('maps a shelf by the simulated camera, tells what it says, and leaves a tray out again', async () => {
  const told = { maps: { middle: map }, shelves: [], trays: [tray] }
  const calls = serve({
    'GET /api/ovens/7/map': { maps: {}, shelves: [], trays: [] },
    'GET /api/doughs/names': [{ id: 4, name: 'Rye' }],
    'POST /api/ovens/7/trays/simulated': told,
    'PUT /api/ovens/7/trays/3': { maps: {}, shelves: [], trays: [] },
  })
  const w = await inDough(OvenMap, { oven, mayRecord: true })
  expect(w.text()).toContain('Bake one tray of equal cookies')
  await press(w, 'Map it by a tray')
  await press(w, 'Simulated camera')
  await flushPromises()
  const sent = calls.find((c) => c.method === 'POST')?.body
  expect(sent).toMatchObject({ dough_id: 4, shelf: 'middle' })
  expect(w.text()).toContain('Leave empty: back left.')
  await press(w, 'leave it out')
  expect(calls.at(-1)?.body).toEqual({ out: true })
  expect(w.text()).not.toContain('Leave empty')
})

it('says why a tray could not be read, and shows no map to who only looks', async () => {
  serve({
    'GET /api/ovens/7/map': { maps: {}, shelves: [], trays: [] },
    'GET /api/doughs/names': [{ id: 4, name: 'Rye' }],
    'POST /api/ovens/7/trays/simulated': refusal('There is no forecast of that dough.'),
  })
  const w = await inDough(OvenMap, { oven, mayRecord: true })
  await press(w, 'Map it by a tray')
  await press(w, 'Simulated camera')
  expect(w.get('[role=alert]').text()).toContain('no forecast of that dough')
  const reader = await inDough(OvenMap, { oven, mayRecord: false })
  expect(reader.findAll('button')).toHaveLength(0)
})
