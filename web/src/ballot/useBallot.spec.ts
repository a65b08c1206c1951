import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, expect, it, vi } from 'vitest'
import BallotPage from './BallotPage.vue'
import { isAnswered, pagesOf, type Told } from './useBallot'

const told = (part: Partial<Told> = {}): Told => ({
  state: 'begun', number: 3, nick: 'Owl', holds: ['wheat'], caution: 'Unsure? Don’t taste.', mask: 'none',
  warm_up: false, question: 'triangle', asks: 'Which one is not like the other two?', codes: [258, 857, 511],
  compare: false, scales: [], ...part,
}) // prettier-ignore
const liking = { key: 'liking', label: '', values: [1, 5, 9], words: ['dislike', 'neither', 'like'] }
let calls: { url: string; body: Record<string, unknown> | null }[] = []
let answers: (() => unknown)[] = []
const LOST = () => {
  throw new TypeError('no network')
}
beforeEach(() => {
  localStorage.clear()
  calls = []
  vi.stubGlobal('fetch', async (url: string, init: RequestInit) => {
    calls.push({ url, body: init.body ? JSON.parse(String(init.body)) : null })
    const said = (answers.length > 1 ? answers.shift() : answers[0])?.()
    return { ok: true, json: async () => said }
  })
})
async function ballot(...said: (() => unknown)[]) {
  answers = said
  const w = mount(BallotPage, { props: { token: '3.secret' } })
  await flushPromises()
  return w
}
const button = (w: Awaited<ReturnType<typeof ballot>>, text: string) => {
  const found = w.findAll('button').find((b) => b.text().includes(text))
  if (!found) throw new Error(`no button ${text}`)
  return found
}

it('asks one thing a page, in the order of tasting', () => {
  expect(pagesOf(told()).map((p) => p.kind)).toEqual(['pick', 'end'])
  const scored = pagesOf(told({ scales: [liking, { ...liking, key: 'x' }] }))
  expect(scored).toHaveLength(7)
  expect(scored[2]).toMatchObject({ code: 857, scale: { key: 'liking' } })
})

it('knows when a page is answered, by what was asked', () => {
  const empty = { choice: null, pair: [], order: [], scores: {}, words: '' }
  expect(isAnswered({ kind: 'pick' }, told(), empty)).toBe(false)
  expect(isAnswered({ kind: 'pick' }, told(), { ...empty, choice: 258 })).toBe(true)
  expect(isAnswered({ kind: 'pick' }, told({ question: 'tetrad' }), { ...empty, pair: [258] })).toBe(false)
  expect(isAnswered({ kind: 'pick' }, told({ question: 'ranking' }), { ...empty, order: [1, 2, 3] })).toBe(
    true,
  )
})

it('tells what the samples hold before anything else, and begins only when that was agreed to', async () => {
  const before = told({ state: 'waiting' })
  delete before.codes
  const w = await ballot(() => before, told)
  expect(w.text()).toContain('wheat')
  expect(w.text()).not.toContain('258')
  expect(button(w, 'Begin').attributes('disabled')).toBeDefined()
  await w.get('input[type=checkbox]').setValue(true)
  await w.get('form').trigger('submit')
  await flushPromises()
  expect(calls.at(-1)?.url).toBe('/b/3.secret/begin')
  expect(calls.at(-1)?.body).toMatchObject({ agrees: true })
  expect(w.text()).toContain('258')
})

it('keeps what was said through a reload, and sends it with one key until it has arrived', async () => {
  const w = await ballot(told)
  await button(w, '857').trigger('click')
  await button(w, 'Next').trigger('click')
  w.unmount()
  const again = await ballot(told, LOST, () => told({ state: 'finished' }))
  expect(again.text()).toContain('Anything you noticed?')
  await button(again, 'Send').trigger('click')
  await flushPromises()
  expect(again.get('[role=alert]').text()).toContain('kept on this phone')
  await button(again, 'Send').trigger('click')
  await flushPromises()
  expect(again.text()).toContain('Thank you, Owl')
  const [first, second] = calls.slice(-2)
  expect(first?.body).toEqual(second?.body)
  expect(second?.body?.['reply']).toMatchObject({ choice: 857 })
})

it('takes two that are alike, the third touch replacing the first', async () => {
  const w = await ballot(() => told({ question: 'tetrad', codes: [1, 2, 3, 4] }))
  for (const c of ['1', '2', '3']) await button(w, c).trigger('click')
  const on = w.findAll('[aria-pressed=true]').map((b) => b.text())
  expect(on).toEqual(['2✓', '3✓'])
})

it('puts them in order, and out again', async () => {
  const w = await ballot(() => told({ question: 'ranking' }))
  for (const c of ['511', '258', '857']) await button(w, c).trigger('click')
  expect(w.findAll('.code').map((b) => b.text())).toEqual(['2582.', '8573.', '5111.'])
  await button(w, '258').trigger('click')
  expect(w.findAll('.code').map((b) => b.text())).toEqual(['258', '8572.', '5111.'])
  expect(button(w, 'Next').attributes('disabled')).toBeDefined()
})

it('takes a point by the arrows, and deletes what was said when asked twice', async () => {
  const w = await ballot(() => told({ scales: [liking], codes: [258] }), () => told({ state: 'finished' }), () => told({ state: 'withdrawn' })) // prettier-ignore
  await w.findAll('[role=radio]')[0]?.trigger('keydown', { key: 'ArrowDown' })
  expect(w.get('[aria-checked=true]').text()).toContain('neither')
  await button(w, 'Next').trigger('click')
  await button(w, 'Send').trigger('click')
  await flushPromises()
  await button(w, 'Delete what I said').trigger('click')
  await button(w, 'Delete it').trigger('click')
  await flushPromises()
  expect(w.text()).toContain('What you said is gone')
  expect(localStorage.getItem('ballot 3.secret')).toBeNull()
})
