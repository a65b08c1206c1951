import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { flushPromises, mount } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import { useQuery } from '@tanstack/vue-query'
import type { Schemas } from '@/api/client'
import { doughKey } from '@/dough/key'
import type { DoughWork } from '@/dough/useDough'
import { LOST, QUANTITIES, refusal, serve, type Call } from '@/testing'
import SeriesRuns from './SeriesRuns.vue'

type Series = Schemas['SeriesOut']
const made = (revision: number, results: Record<number, Record<string, number[]>> = {}) => ({
  id: 5, revision, name: 'How long', made_at: null, made_by: 'Ada', factors: [], splits: [], one_dough: true, dough_g: 500,
  pieces: 6, repeats: 1, cautions: ['Round 1 is not finished.'], outcomes: [], done: 0,
  runs: [1, 2].map((order) => ({ order, block: 1, place: 0, words: `minutes ${9 + order}`, results: results[order] ?? {} })),
}) as unknown as Series // prettier-ignore

/** The series as its stage shows it: what the server answered last. */
async function runs(put: (call: Call) => unknown) {
  const calls = serve({ 'PUT /api/series/5/runs': put })
  const queryClient = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } })
  queryClient.setQueryData(['reference'], { ingredients: [], quantities: QUANTITIES })
  queryClient.setQueryData(['pantry'], [])
  const id = ref(1)
  queryClient.setQueryData(['series', id], { levers: [], series: [made(1)] })
  const host = defineComponent({
    setup() {
      const { data } = useQuery<{ series: Series[] }>({ queryKey: ['series', id], queryFn: () => ({ series: [made(1)] }) })
      return () => h('div', data.value?.series.map((s) => h(SeriesRuns, { series: s, key: s.id })))
    },
  }) // prettier-ignore
  const w = mount(host, {
    global: {
      plugins: [[VueQueryPlugin, { queryClient }]],
      provide: { [doughKey as symbol]: { id } as unknown as DoughWork },
    },
  })
  await flushPromises()
  const box = (order: number, what: string) => w.get<HTMLInputElement>(`[aria-label="Run ${order}, ${what}"]`)
  const type = async (order: number, what: string, text: string) => {
    box(order, what).element.value = text
    await box(order, what).trigger('input')
    await box(order, what).trigger('change')
  }
  return { w, calls, box, type }
}

it('writes one run after another, each on the revision the one before left', async () => {
  let revision = 1
  const kept: Record<number, Record<string, number[]>> = {}
  const { calls, type, w } = await runs((call) => {
    if (call.body.revision !== revision) return refusal('Written meanwhile.', [], 'stale')
    revision += 1
    kept[call.body.order] = { diameter_mm: [Number(call.body.typed.diameter_mm)] }
    return made(revision, kept)
  })
  await Promise.all([type(1, 'diameter', '82'), type(2, 'diameter', '85')])
  await vi.waitFor(() =>
    expect(calls.map((c) => `${c.method} ${c.path}`)).toEqual([
      'PUT /api/series/5/runs',
      'PUT /api/series/5/runs',
    ]),
  )
  await flushPromises()
  expect(calls.map((c) => c.body.revision)).toEqual([1, 2])
  expect(kept).toEqual({ 1: { diameter_mm: [82] }, 2: { diameter_mm: [85] } })
  expect(w.find('[role=alert]').exists()).toBe(false)
})

it('keeps what was typed while the server was gone, and sends it with the next change', async () => {
  let lost = true
  const { box, calls, type, w } = await runs((call) =>
    lost ? LOST : made(2, { 1: { diameter_mm: [82], height_mm: [Number(call.body.typed.height_mm)] } }),
  )
  await type(1, 'diameter', '82')
  await vi.waitFor(() => expect(w.find('[role=alert]').exists()).toBe(true))
  expect(box(1, 'diameter').element.value).toBe('82')
  lost = false
  await type(1, 'height', '10')
  await vi.waitFor(() => expect(calls).toHaveLength(2))
  expect(calls[1]?.body.typed).toMatchObject({ diameter_mm: '82', height_mm: '10' })
  await vi.waitFor(() => expect(w.find('[role=alert]').exists()).toBe(false))
})

it('puts a refusal at the box and keeps the text there', async () => {
  const { box, type, w } = await runs(() =>
    refusal('“wide” is no number.', [{ where: 'diameter_mm', message: 'no' }]),
  )
  await type(1, 'diameter', 'wide')
  await vi.waitFor(() => expect(box(1, 'diameter').attributes('aria-invalid')).toBe('true'))
  expect(box(1, 'diameter').element.value).toBe('wide')
  expect(box(2, 'diameter').attributes('aria-invalid')).toBeUndefined()
  expect(w.get('[role=alert]').text()).toContain('is no number')
})

it('keeps what is typed while an answer is on its way', async () => {
  let answer!: () => void
  const waiting = new Promise<void>((go) => (answer = go))
  const { box, type } = await runs(async () => {
    await waiting
    return made(2, { 1: { diameter_mm: [82] } })
  })
  await type(1, 'diameter', '82')
  await vi.waitFor(() => expect(answer).toBeDefined())
  await flushPromises()
  box(1, 'diameter').element.value = '82 84'
  await box(1, 'diameter').trigger('input')
  answer()
  await flushPromises()
  await vi.waitFor(() => expect(box(1, 'diameter').element.value).toBe('82 84'))
})

it('shows the cautions of a round half done', async () => {
  const { w } = await runs(() => made(2))
  expect(w.text()).toContain('Round 1 is not finished.')
})
