import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { inDough, LOST, press, refusal, serve, type Call } from '@/testing'
import ClockTab from './ClockTab.vue'

const NINE = new Date('2026-11-26T09:00:00Z')
const at = (minutes: number) => new Date(NINE.getTime() + minutes * 60_000).toISOString()
const forms = [
  { form: 'block', name: 'Block, 250 g', minutes: 190 },
  { form: 'grated', name: 'Grated, spread out', minutes: null },
]
const look = {
  to_low: 190, to_high: 260, low_early: 142, low_late: 237, never: '', curve: [], forms, firm_min: 18,
} // prettier-ignore
const taken = (more: Record<string, unknown> = {}) => ({
  form: 'Block, 250 g', out_at: at(-100), room_c: 21, start_c: 4, ready_at: at(90), past_at: at(160), readings: [],
  never: '', to_low: 190, to_high: 260, low_early: 142, low_late: 237,
  curve: [[0, 4, 4], [90, 13, 11], [100, 14.2, 12.5], [200, 18, 17]], ...more,
}) // prettier-ignore
const kept = (out: unknown) => ({
  taken: out,
  zone_low_c: 17,
  zone_high_c: 20,
  keep: 'Keep it cold.',
  practice: [],
  rule: '',
})
const strip = { zone_low_c: 17, zone_high_c: 20, feels: [{ key: 'soft', feel: 'soft, slight sheen' }] }

async function tab(answers: Record<string, unknown> = {}, edit = vi.fn(() => Promise.resolve(true))) {
  const calls = serve({ 'POST /api/butter/clock': look, 'GET /api/doughs/1/butter': kept(null), ...answers })
  const work = ref({ draft: { lines: [], process: { method: 'creamed_soft' } }, style: '' })
  const w = await inDough(ClockTab, { strip, season: 'typical' }, { work, edit, id: ref(1) })
  await vi.advanceTimersByTimeAsync(300)
  await flushPromises()
  return { w, calls, edit }
}
const text = (w: Awaited<ReturnType<typeof tab>>['w']) => w.text().replace(/\s+/g, ' ')

/** So many minutes after nine, and the clock's next tick. */
async function later(minutes: number): Promise<void> {
  vi.setSystemTime(new Date(NINE.getTime() + minutes * 60_000))
  await vi.advanceTimersByTimeAsync(1100)
}

beforeEach(() => vi.useFakeTimers({ now: NINE }))
afterEach(() => vi.useRealTimers())

it('offers the forms the core knows, and says how long each takes or that it never gets there', async () => {
  const { w } = await tab()
  expect(w.get('select[aria-label="Form of the butter"]').findAll('option').map((o) => o.text())).toEqual(forms.map((f) => f.name))
  expect(text(w)).toContain('3 h 10 min')
  expect(text(w)).toContain('2 h 22 min to 3 h 57 min in still air')
  expect(w.findAll('.forms td').map((c) => c.text())).toEqual(['3 h 10 min', 'never'])
  w.unmount()
}) // prettier-ignore

it('counts down to when it is ready, and says where it stands by now', async () => {
  const { w } = await tab({ 'GET /api/doughs/1/butter': kept(taken()) })
  expect(text(w)).toContain('ready, in 1 h 30 min')
  expect(text(w)).toContain('14.2°C')
  expect(text(w)).toContain('by conduction')
  expect(w.emitted('now')?.at(-1)).toEqual([14.2])
  await later(91)
  expect(text(w)).toContain('ready now')
  await later(166)
  expect(text(w)).toContain('too warm by now: 18 min in the fridge')
  w.unmount()
})

it('takes it out from a time of day, and refuses what is none', async () => {
  const { w, calls } = await tab({ 'POST /api/doughs/1/butter': kept(taken()) })
  await w.get('[aria-label="Out since"]').setValue('soon')
  await w.get('form.set').trigger('submit')
  expect(w.get('[role=alert]').text()).toContain('Type the time as 09:10')
  expect(calls.some((c) => c.path === '/api/doughs/1/butter' && c.method === 'POST')).toBe(false)
  await w.get('[aria-label="Out since"]').setValue('')
  await w.get('form.set').trigger('submit')
  await flushPromises()
  const sent = calls.find((c) => c.path === '/api/doughs/1/butter' && c.method === 'POST')
  expect(sent?.body).toMatchObject({ form: 'block', start_c: '4', room_c: '21', wrapped: true })
  expect(w.find('[role=alert]').exists()).toBe(false)
  w.unmount()
})

it('goes on from a reading, and takes it for the batch only when told to', async () => {
  const read = taken({ readings: [[100, 20.8]] })
  const { w, calls, edit } = await tab({
    'GET /api/doughs/1/butter': kept(taken()),
    'POST /api/doughs/1/butter/reading': kept(read),
    'POST /api/butter/reading': { butter_temp_c: 20.8, verdict: 'a little warm', effect: '2.1 mm wider', dough_temp_c: 22.1 },
  }) // prettier-ignore
  await w.get('[aria-label="Butter reading, °C"]').setValue('20.8')
  await w.get('form.reading').trigger('submit')
  await flushPromises()
  expect(calls.find((c) => c.path.endsWith('/butter/reading'))?.body).toEqual({ temp_c: '20.8', feel: '' })
  expect(text(w)).toContain('20.8 °C is a little warm')
  expect(text(w)).toContain('Forecast: 2.1 mm wider; dough 22.1 °C.')
  expect(edit).not.toHaveBeenCalled()
  await press(w, 'Take 20.8 °C for today’s batch')
  expect(edit).toHaveBeenCalledWith({ op: 'butter', temp_c: 20.8 })
  expect(text(w)).not.toContain('is a little warm')
  w.unmount()
})

it('keeps a reading that was refused or did not get through', async () => {
  const { w } = await tab({
    'GET /api/doughs/1/butter': kept(taken()),
    'POST /api/doughs/1/butter/reading': (call: Call) => (call.body.temp_c === 'warm' ? refusal('“warm” is no number.') : LOST),
  }) // prettier-ignore
  const box = w.get<HTMLInputElement>('[aria-label="Butter reading, °C"]')
  await box.setValue('warm')
  await w.get('form.reading').trigger('submit')
  await flushPromises()
  expect(w.get('[role=alert]').text()).toContain('is no number')
  await box.setValue('20.8')
  await w.get('form.reading').trigger('submit')
  await flushPromises()
  expect(w.get('[role=alert]').text()).toContain('does not answer')
  expect(box.element.value).toBe('20.8')
  w.unmount()
})
