import { flushPromises } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { inDough, serve, type Call } from '@/testing'
import LotDoughs from './LotDoughs.vue'

const lot = { id: 7, name: 'Flour of May', revision: 2 } as never
const dough = (id: number, name: string, steps: number, more: object = {}) => ({
  dough: id, name, revision: 3, sentence: `${name} spreads less.`, steps, left_steps: null, correction: '', draft: null, ...more,
}) // prettier-ignore
const held = { left_steps: 0.1, correction: 'butter 66 %', draft: { lines: [], process: {} } }
const pages: Record<string, object> = {
  '0': { words: '', doughs: [dough(1, 'Oat', 0.4)], after: 8, seen: 8, of: 12 },
  '8': { words: '', doughs: [dough(9, 'Rye', 1.2, held)], after: null, seen: 12, of: 12 },
}
const asked = (call: Call) => pages[new URLSearchParams(call.query).get('after') ?? '0']

async function shown(answer: (call: Call) => unknown) {
  const calls = serve({
    'GET /api/kitchen/furnishing/lots/*/doughs': answer,
    'GET /api/me': { role: 'owner', rights: ['develop'] },
    'POST /api/doughs/*/beside': { versions: [{ number: 4 }, { number: 5 }] },
  })
  const w = await inDough(LotDoughs, { lot }, {})
  await flushPromises()
  return { w, calls }
}

it('asks the shelf a few doughs at a time and shows the most moved first', async () => {
  const { w } = await shown(asked)
  await vi.waitFor(() => expect(w.text()).toContain('Rye spreads less.'))
  expect(w.findAll('li a').map((a) => a.text())).toEqual(['Rye', 'Oat'])
  expect(w.text()).not.toContain('looked at')
  w.unmount()
})

it('says what a certificate without figures says, and that a dough without it is not there', async () => {
  const silent = { words: 'Its certificate says nothing yet.', doughs: [], after: null, seen: 0, of: 0 }
  const { w } = await shown(() => silent)
  await vi.waitFor(() => expect(w.text()).toContain('says nothing yet'))
  w.unmount()
  const none = await shown(() => ({ ...silent, words: '', seen: 3, of: 3 }))
  await vi.waitFor(() => expect(none.w.text()).toContain('in no dough on the shelf'))
  none.w.unmount()
})
