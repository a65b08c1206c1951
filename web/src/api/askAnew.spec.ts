import { QueryClient, QueryObserver } from '@tanstack/vue-query'
import { expect, it, vi } from 'vitest'
import { askAnew } from './askAnew'

it('a first answer asked for before a write is not taken for the one after it', async () => {
  const queryClient = new QueryClient()
  const waiting: ((answer: string) => void)[] = []
  const ask = () => new Promise<string>((done) => waiting.push(done))
  const seen: (string | undefined)[] = []
  const stop = new QueryObserver(queryClient, { queryKey: ['bakes', 1], queryFn: ask }).subscribe((r) =>
    seen.push(r.data),
  )
  await vi.waitFor(() => expect(waiting).toHaveLength(1))
  const anew = askAnew(queryClient, 'bakes')
  await vi.waitFor(() => expect(waiting).toHaveLength(2))
  waiting[0]?.('eleven bakes')
  waiting[1]?.('twelve bakes')
  await anew
  expect(queryClient.getQueryData(['bakes', 1])).toBe('twelve bakes')
  expect(seen).not.toContain('eleven bakes')
  stop()
})
