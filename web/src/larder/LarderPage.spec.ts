import { expect, it, vi } from 'vitest'
import { inDough, LOST, press, refusal, serve, type Call } from '@/testing'
import LarderPage from './LarderPage.vue'

const item = (id: number, state: string, more: object = {}) => ({
  id, dough_id: 1, name: `Dough ${id}`, version: 2, form: 'shaped', form_words: 'shaped pieces', place: 'Fridge', left: 12,
  portion_g: 40, made_at: '2026-03-01T08:00:00Z', use_by: '2026-03-03T08:00:00Z', age_h: 24, because: 'egg in it',
  due: { state, words: state === 'over' ? 'past its use-by' : '24 h left' }, ...more,
}) // prettier-ignore

/** A larder that gives what is asked of it, to somebody with these rights. */
async function larder(items: object[], answers: Record<string, unknown> = {}, rights = ['record']) {
  const calls = serve({
    'GET /api/larder': { items, places: [{ name: 'Fridge', temp_c: 4 }], sheets: ['24', 'one'], caution: 'Local rules go first.' },
    'GET /api/session': { cook: { username: 'ada', rights, put_away: [] }, kitchen: 'K', demo: false },
    'GET /api/kitchen': {},
    ...answers,
  }) // prettier-ignore
  const w = await inDough(LarderPage)
  return { w, calls }
}
const labels = (w: { get: (s: string) => { attributes: (n: string) => string | undefined } }) =>
  w.get('a[download]').attributes('href')

it('says first what falls due, and stands by place with what is left of its time', async () => {
  const { w } = await larder([item(1, 'over'), item(2, 'well', { place: 'Freezer' })])
  await vi.waitFor(() => expect(w.text()).toContain('One thing falls due today or is past it.'))
  expect(w.findAll('h2').map((h) => h.text().replace(/\s+/g, ' '))).toEqual(['Fridge 4 °C', 'Freezer'])
  expect(w.get('article.over .due').text()).toContain('▲ past its use-by')
  expect(w.get('article svg').attributes('aria-label')).toBe('50 % of its time is gone')
  expect(w.text()).toContain('Nothing here declares a food safe')
})

it('prints labels of what is ticked, or of all', async () => {
  const { w } = await larder([item(1, 'well'), item(2, 'well')])
  await vi.waitFor(() => expect(labels(w)).toBe('/api/larder/labels.pdf?ids=1,2&sheet=24'))
  await w.findAll('input[type=checkbox]')[1]?.trigger('change')
  expect(labels(w)).toBe('/api/larder/labels.pdf?ids=2&sheet=24')
})

it('lets a reader look and take nothing', async () => {
  const { w } = await larder([item(1, 'well')], {}, [])
  await vi.waitFor(() => expect(w.text()).toContain('Dough 1'))
  expect(w.text()).not.toContain('Take')
})

it('says when it is empty, and when it cannot be reached', async () => {
  const { w } = await larder([])
  await vi.waitFor(() => expect(w.text()).toContain('Nothing is put by'))
  w.unmount()
  const { w: lost } = await larder([], { 'GET /api/larder': LOST })
  await vi.waitFor(
    () => expect(lost.get('[role=alert]').text()).toContain('The server does not answer'),
    20_000,
  )
}, 30_000)

it('takes pieces once, and puts them back', async () => {
  const { w, calls } = await larder([item(1, 'over')], {
    'POST /api/larder/*/moves': (call: Call) => ({
      ...item(1, 'over'),
      left: call.body.what === 'back' ? 12 : 0,
    }),
  })
  await vi.waitFor(() => expect(w.text()).toContain('Dough 1'))
  const sent = () => calls.filter((c) => c.method === 'POST').map((c) => [c.body.what, c.body.pieces])
  await w.get('[aria-label="Take from Dough 1"]').trigger('click')
  const ok = await vi.waitUntil(() =>
    [...document.querySelectorAll('button')].find((b) => b.textContent.trim() === 'Take them'),
  )
  ok.click()
  // What is past its day is thrown away unless somebody says otherwise.
  await vi.waitFor(() => expect(sent()).toEqual([['thrown', 12]]))
  await vi.waitFor(() => expect(w.text()).toContain('12 of Dough 1 thrown away.'))
  await press(w, 'Put back')
  expect(sent()).toEqual([['thrown', 12], ['back', 12]]) // prettier-ignore
})

it('says why nothing was taken, and leaves what was typed', async () => {
  const { w } = await larder([item(1, 'well')], { 'POST /api/larder/*/moves': refusal('Only 3 are left.') })
  await vi.waitFor(() => expect(w.text()).toContain('Dough 1'))
  await w.get('[aria-label="Take from Dough 1"]').trigger('click')
  const ok = await vi.waitUntil(() =>
    [...document.querySelectorAll('button')].find((b) => b.textContent.trim() === 'Take them'),
  )
  ok.click()
  await vi.waitFor(() => expect(document.body.textContent).toContain('Only 3 are left.'))
  expect(document.body.textContent).toContain('Take from the larder')
})
