import { expect, it } from 'vitest'
import { TABS } from '@/stages/stages'
import { inDough, LOST, press, serve, type Call } from '@/testing'
import PlaceHint from './PlaceHint.vue'

const session = (away: string[]) => ({ cook: { username: 'ada', rights: [], put_away: away }, kitchen: 'K' })

/** A server that keeps what was put away. */
function keeping(away: string[] = []): Call[] {
  return serve({
    'GET /api/session': () => session(away),
    'PUT /api/kitchen/people/me/put-away': (call: Call) => {
      away.push(String(call.body.hint))
      return session(away)
    },
  })
}
const text = async (place: string) => (await inDough(PlaceHint, { place })).text()

it('has a line for each stage, and for the parts beneath it', async () => {
  keeping()
  for (const s of TABS) expect(await text(s.name), s.name).toContain(s.hint)
  expect(await text('series')).toBe(await text('next'))
})

it('is put away at one place for good, the others stay', async () => {
  keeping()
  const w = await inDough(PlaceHint, { place: 'formula' })
  await press(w, 'Got it')
  expect(w.text()).toBe('')
  expect(await text('formula')).toBe('')
  expect(await text('swaps')).not.toBe('')
})

it('is put away everywhere for good', async () => {
  keeping()
  await press(await inDough(PlaceHint, { place: 'formula' }), 'No more hints')
  for (const s of TABS) expect(await text(s.name)).toBe('')
})

it('goes from the screen at once, also when the server cannot be reached', async () => {
  serve({ 'GET /api/session': session([]), 'PUT /api/kitchen/people/me/put-away': LOST })
  const w = await inDough(PlaceHint, { place: 'formula' })
  await press(w, 'Got it')
  expect(w.text()).toBe('')
})
