import { VueQueryPlugin } from '@tanstack/vue-query'
import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { defineComponent, h, nextTick, ref } from 'vue'
import { useAsk } from './ask'
import { ApiError } from './client'

beforeEach(() => vi.useFakeTimers())
afterEach(() => vi.useRealTimers())

function later<T>() {
  let done!: (value: T) => void
  let fail!: (error: unknown) => void
  const promise = new Promise<T>((a, b) => ([done, fail] = [a, b]))
  return { promise, done, fail }
}
/** Run a composable as a component would, and hand back what it gives. */
function within<T>(run: () => T): { found: T; stop: () => void } {
  let found!: T
  const host = defineComponent({
    setup() {
      found = run()
      return () => h('div')
    },
  })
  const w = mount(host, { global: { plugins: [VueQueryPlugin] } })
  return { found, stop: () => w.unmount() }
}
const refused = (message: string) => new ApiError(422, { code: 'entry', message, fields: [] })

it('keeps the newest answer, even when an older one comes in later', async () => {
  const question = ref(1)
  const asked: ReturnType<typeof later<string>>[] = []
  const { found, stop } = within(() =>
    useAsk(
      () => question.value,
      () => {
        const one = later<string>()
        asked.push(one)
        return one.promise
      },
    ),
  )
  await vi.advanceTimersByTimeAsync(1)
  question.value = 2
  await nextTick()
  await vi.advanceTimersByTimeAsync(200)
  expect(asked).toHaveLength(2)
  asked[1]?.done('second')
  await vi.advanceTimersByTimeAsync(1)
  asked[0]?.done('first')
  await vi.advanceTimersByTimeAsync(1)
  expect(found.answer.value).toBe('second')
  stop()
})

it('shows why an entry is refused, keeps the last answer and clears the sentence when mended', async () => {
  const room = ref('21')
  const { found, stop } = within(() =>
    useAsk(
      () => room.value,
      () =>
        room.value === 'lots' ? Promise.reject(refused('That is no number.')) : Promise.resolve(room.value),
    ),
  )
  await vi.advanceTimersByTimeAsync(1)
  room.value = 'lots'
  await nextTick()
  await vi.advanceTimersByTimeAsync(200)
  expect(found.problem.value).toBe('That is no number.')
  expect(found.answer.value).toBe('21')
  room.value = '24'
  await nextTick()
  await vi.advanceTimersByTimeAsync(200)
  expect(found.problem.value).toBe('')
  expect(found.answer.value).toBe('24')
  stop()
})

it('asks once for a row of quick changes', async () => {
  const typed = ref('1')
  const ask = vi.fn(() => Promise.resolve(typed.value))
  const { found, stop } = within(() => useAsk(() => typed.value, ask))
  await vi.advanceTimersByTimeAsync(1)
  for (const next of ['12', '123', '1234']) {
    typed.value = next
    await nextTick()
    await vi.advanceTimersByTimeAsync(40)
  }
  await vi.advanceTimersByTimeAsync(200)
  expect(ask).toHaveBeenCalledTimes(2)
  expect(found.answer.value).toBe('1234')
  stop()
})

it('asks nothing while there is no question yet', async () => {
  const { found, stop } = within(() =>
    useAsk<string>(
      () => 0,
      () => null,
    ),
  )
  await vi.advanceTimersByTimeAsync(300)
  expect([found.answer.value, found.problem.value]).toEqual([null, ''])
  stop()
})

it('asks again until the server is back, and says so meanwhile', async () => {
  let lost = true
  const gone = new ApiError(0, { code: 'request', message: 'The server does not answer.', fields: [] })
  const { found, stop } = within(() =>
    useAsk(
      () => 1,
      () => (lost ? Promise.reject(gone) : Promise.resolve('here')),
    ),
  )
  await vi.advanceTimersByTimeAsync(10)
  expect(found.problem.value).toBe('The server does not answer.')
  lost = false
  await vi.advanceTimersByTimeAsync(5000)
  expect([found.answer.value, found.problem.value]).toEqual(['here', ''])
  stop()
})

it('cancels the question that nobody waits for any more', async () => {
  const question = ref(1)
  const signals: AbortSignal[] = []
  const { stop } = within(() =>
    useAsk(
      () => question.value,
      (signal) => {
        signals.push(signal)
        return new Promise<string>(() => undefined)
      },
    ),
  )
  await vi.advanceTimersByTimeAsync(10)
  question.value = 2
  await nextTick()
  await vi.advanceTimersByTimeAsync(200)
  expect(signals.map((s) => s.aborted)).toEqual([true, false])
  stop()
})
