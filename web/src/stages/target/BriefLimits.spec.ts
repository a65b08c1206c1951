import { expect, it, vi } from 'vitest'
import { ref, shallowRef } from 'vue'
import { inDough, refusal, serve } from '@/testing'
import BriefLimits from './BriefLimits.vue'

const limit = { key: 'sugars', per: 'piece', at_most: true, value: 12, must: true, pieces: 6 }
const stands = {
  basis: "as baked by the forecast's loss", cost: 'A piece costs at least 0.21 EUR: no price for Butter.', kinds: [{ key: 'sugars', name: 'sugars', unit: 'g', rather_more: false, per: [{ id: 'piece', words: 'a piece' }, { id: '100 g', words: 'in 100 g' }] }, { key: 'weight', name: 'weight baked', unit: 'g', rather_more: false, per: [{ id: 'piece', words: 'a piece' }, { id: 'pack', words: 'a pack' }] }, { key: 'keeps', name: 'keeps', unit: 'days', rather_more: true, per: [{ id: 'airtight', words: 'airtight, baked' }] }],
  standings: [
    { words: 'sugars at most 12 g a piece: 12.9 g (12 to 13.8), out', stands: 'out', must: true, value: 12.9, low: 12, high: 13.8 },
  ],
} // prettier-ignore

async function brief(limits: unknown[], edited: (body: { limits: unknown[] }) => unknown) {
  const calls = serve({
    'POST /api/next/brief': stands,
    'POST /api/doughs/target-edit': (call: { body: { limits: unknown[] } }) => edited(call.body),
  })
  const work = shallowRef({ draft: { lines: [] }, style: '', target: { cookie: {}, source: 'x', limits } })
  const dough = { work, id: ref(1), change: vi.fn((to: object) => (work.value = { ...work.value, ...to })) }
  const w = await inDough(BriefLimits, {}, dough)
  await vi.waitFor(() => expect(w.find('[aria-label="How much, g"]').exists()).toBe(true))
  return { w, calls, dough }
}

it('sets a limit as it was typed, and says where the draft stands to it', async () => {
  const { w, dough } = await brief([], (b) => ({ cookie: {}, source: 'x', limits: b.limits, meanings: [] }))
  await w.get('[aria-label="How much, g"]').setValue('12,5')
  await w.get('form').trigger('submit')
  await vi.waitFor(() => expect(dough.change).toHaveBeenCalled())
  expect(dough.change.mock.calls[0]?.[0]).toMatchObject({ target: { limits: [{ ...limit, value: '12,5' }] } })
  await vi.waitFor(() => expect(w.text()).toContain('12.9 g (12 to 13.8), out'))
  w.unmount()
})

it('takes a limit off, or makes it a wish', async () => {
  const { w, dough } = await brief([limit], (b) => ({ cookie: {}, source: 'x', limits: b.limits }))
  await w.get('[aria-label="How much sugars a piece matters"]').setValue('rather')
  await vi.waitFor(() => expect(dough.work.value.target.limits).toEqual([{ ...limit, must: false }]))
  await w
    .findAll('button')
    .find((b) => b.text().startsWith('take off'))
    ?.trigger('click')
  await vi.waitFor(() => expect(dough.work.value.target.limits).toEqual([]))
  w.unmount()
})

it('says what is wrong with a limit and keeps what was typed', async () => {
  const { w, dough } = await brief([], () => refusal('Type how much sugars in g, for instance 12.5.'))
  await w.get('[aria-label="How much, g"]').setValue('much')
  await w.get('form').trigger('submit')
  await vi.waitFor(() => expect(w.get('[role=alert]').text()).toContain('for instance 12.5'))
  expect(w.get<HTMLInputElement>('[aria-label="How much, g"]').element.value).toBe('much')
  expect(dough.change).not.toHaveBeenCalled()
  w.unmount()
})

it('asks how many are in a pack, and takes days it keeps for at least so many', async () => {
  const { w, dough } = await brief([], (b) => ({ cookie: {}, source: 'x', limits: b.limits }))
  const what = w.get('[aria-label="What to limit"]')
  await what.setValue('keeps')
  expect(w.get<HTMLSelectElement>('[aria-label="At most or at least"]').element.value).toBe('least')
  expect(w.find('[aria-label="Pieces in a pack"]').exists()).toBe(false)
  await what.setValue('weight')
  await w.get('[aria-label="In a piece or in 100 g"]').setValue('pack')
  await w.get('[aria-label="Pieces in a pack"]').setValue('8')
  await w.get('[aria-label="How much, g"]').setValue('300')
  await w.get('form').trigger('submit')
  await vi.waitFor(() => expect(dough.change).toHaveBeenCalled())
  const set = { key: 'weight', per: 'pack', pieces: 8, value: '300', at_most: true }
  expect(dough.change.mock.calls[0]?.[0]).toMatchObject({ target: { limits: [set] } })
  w.unmount()
})
