import { flushPromises } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { inDough, LOST, press, refusal, serve, type Call } from '@/testing'
import PhotoPanel from './PhotoPanel.vue'

const outline = (x: number, counts = true) => ({ x, y: 90, rx: 40, ry: 39, turned: 0, counts })
const cookie = (x: number, state = 'whole', counts = true) => ({
  outline: outline(x, counts), edge: [[x - 40, 90], [x, 50], [x + 40, 90]], diameter_mm: 79, roundness: 0.97, rim: [52, 15, 32],
  middle: [66, 9, 33], evenness: 0.4, cracks: 1, state, counts, by_hand: false,
}) // prettier-ignore
const photo = (revision: number, cookies = [cookie(60), cookie(160, 'broken', false)]) => ({
  id: 3, revision, sheet: '/api/photos/3/sheet', simulated: true, per_mm: 4.1, patch_error: 0.8, wide_mm: 297, deep_mm: 210, on_tray: false, notes: [], cookies,
  means: cookies.some((c) => c.counts)
    ? { diameter_mm: 79, diameter_sd: 1.2, count: 1, l_rim: 52, l_middle: 66, roundness: 0.97, evenness: 0.4, cracks: 1 }
    : null,
}) // prettier-ignore

async function panel(answers: Record<string, unknown>, photoId: number | null = null) {
  const calls = serve(answers)
  const w = await inDough(PhotoPanel, { photoId })
  await flushPromises()
  return { w, calls }
}

it('takes a simulated picture and shows what it measured, with units', async () => {
  const { w, calls } = await panel({ 'POST /api/doughs/1/photos/simulated': photo(1) })
  await press(w, 'Simulated camera')
  const text = w.text().replace(/\s+/g, ' ')
  expect(text).toContain('79.0 mm across ± 1.2, 1 cookies')
  expect(text).toContain('rim 52 L*, middle 66 L*')
  expect(text).toContain('Simulated picture.')
  expect(calls[0]?.body.key).toMatch(/^photo-/)
  w.unmount()
})

it('opens the photo a form already has', async () => {
  const { w, calls } = await panel({ 'GET /api/photos/3': photo(1) }, 3)
  await vi.waitFor(() => expect(w.text()).toContain('mm across'))
  expect(calls).toHaveLength(1)
  w.unmount()
})

it('counts a broken cookie when told to, on the revision seen', async () => {
  const { w, calls } = await panel({
    'GET /api/photos/3': photo(4),
    'PUT /api/photos/3/outlines': (call: Call) =>
      photo(5, call.body.outlines.map((o: { x: number; counts: boolean }) => cookie(o.x, 'whole', o.counts))),
  }, 3) // prettier-ignore
  await vi.waitFor(() => expect(w.findAll('input[type=checkbox]')).toHaveLength(2))
  await w.findAll('input[type=checkbox]')[1]?.setValue(true)
  await flushPromises()
  const put = calls.find((c) => c.method === 'PUT')
  expect(put?.body.revision).toBe(4)
  expect(put?.body.outlines.map((o: { counts: boolean }) => o.counts)).toEqual([true, true])
  w.unmount()
})

it('says what is wrong with a picture, and keeps the one that was there', async () => {
  const { w } = await panel({
    'GET /api/photos/3': photo(1),
    'POST /api/doughs/1/photos/simulated': refusal('The card’s four corner marks were not found (3 of 4 seen).'),
  }, 3) // prettier-ignore
  await vi.waitFor(() => expect(w.text()).toContain('mm across'))
  await press(w, 'Simulated camera')
  expect(w.get('[role=alert]').text()).toContain('3 of 4 seen')
  expect(w.text()).toContain('mm across')
  w.unmount()
})

it('can be tried again when the server was gone', async () => {
  let gone = true
  const { w } = await panel({ 'POST /api/doughs/1/photos/simulated': () => (gone ? LOST : photo(1)) })
  await press(w, 'Simulated camera')
  expect(w.get('[role=alert]').text()).toContain('does not answer')
  gone = false
  await press(w, 'Simulated camera')
  expect(w.find('[role=alert]').exists()).toBe(false)
  expect(w.text()).toContain('mm across')
  w.unmount()
})

it('asks to count one at least when none does', async () => {
  const { w } = await panel({ 'GET /api/photos/3': photo(1, [cookie(60, 'broken', false)]) }, 3)
  await vi.waitFor(() => expect(w.text()).toContain('No cookie counts. Count at least one.'))
  w.unmount()
})

it('measures a whole tray without the card: widths, and no shades to take over', async () => {
  const tray = { ...photo(1), wide_mm: 400, deep_mm: 300, on_tray: true, patch_error: null }
  const shown = { ...tray, means: { ...tray.means, l_rim: null, l_middle: null } }
  const { w, calls } = await panel({ 'POST /api/doughs/1/photos/simulated': shown })
  await w.get('select').setValue('tray')
  expect(w.text()).not.toContain('Print the card')
  await press(w, 'Simulated camera')
  expect(calls[0]?.body.tray).toBe(true)
  expect(w.get('svg').attributes('viewBox')).toBe('0 0 400 300')
  expect(w.get('.means').text()).not.toContain('middle')
  expect(w.text()).not.toContain('patches')
  await press(w, 'Use these figures')
  expect((w.emitted('use')?.[0]?.[0] as { id: number }).id).toBe(3)
  w.unmount()
})
