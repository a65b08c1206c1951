import { expect, it, vi } from 'vitest'
import { ref, shallowRef } from 'vue'
import { inDough, serve } from '@/testing'
import ForgivingStage from './ForgivingStage.vue'

const told = (more: Record<string, unknown> = {}) => ({
  words: 'Of 100 bakes with everyday slips 71 come out within reach. Watch the minutes and the oven.',
  within: 0.71, bakes: 300, cloud: [[[-40, 0], [0, 9], [40, 0]]], now_outline: [[-40, 0], [40, 8]], target_outline: [],
  shares: [{ key: 'crust_l', label: 'Crust', share: 0.74 }],
  slips: [
    { key: 'minutes', name: 'the minutes', size: 1, unit: 'min', steps: 0.6,
      moved: [{ key: 'crust_l', label: 'Crust', unit: 'L*', digits: 0, down: 2.1, up: -2.2 }] },
  ],
  ...more,
}) // prettier-ignore

async function stage(answers: (call: { body: { draft: { mark?: string } } }) => unknown) {
  serve({ 'POST /api/next/forgiving': answers, 'GET /api/doughs/1/versions/2': { mark: 'two' } })
  const work = shallowRef({ draft: { lines: [], process: {} }, target: { cookie: {} }, style: '' })
  const record = ref({ versions: [{ number: 2 }] })
  const w = await inDough(ForgivingStage, {}, { work, record, preview: ref(null), id: ref(1) })
  await vi.waitFor(() => expect(w.find('.lead').exists()).toBe(true))
  return w
}

it('says how many bakes come out and what each slip moves', async () => {
  const w = await stage(() => told())
  expect(w.get('.lead').text()).toContain('71 come out within reach')
  expect(w.get('.slips tbody tr').text().replace(/\s+/g, ' ')).toContain('the minutes ±1 min')
  expect(w.get('.slips tbody tr').text()).toContain('+2 / −2')
  expect(w.findAll('path.one')).toHaveLength(1)
  w.unmount()
})

it('stands a kept version beside the draft', async () => {
  const w = await stage((call) => told(call.body.draft.mark === 'two' ? { within: 0.58 } : {}))
  await w.get('select').setValue(2)
  await vi.waitFor(() => expect(w.text()).toContain('58 %'))
  expect(w.text()).toContain('version 2')
  expect(w.text()).toContain('71 %')
  w.unmount()
})

it('says so where there is no forecast', async () => {
  const w = await stage(() =>
    told({ words: 'There is no forecast to shake.', bakes: 0, slips: [], shares: [], cloud: [] }),
  )
  expect(w.text()).toContain('no forecast to shake')
  expect(w.find('svg').exists()).toBe(false)
  w.unmount()
})
