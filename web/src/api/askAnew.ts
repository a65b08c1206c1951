import type { QueryClient } from '@tanstack/vue-query'

/**
 * Ask anew after a write. A first answer that is still on its way was asked for before the write and knows nothing of
 * it: it is dropped, or it would be taken for the new one.
 */
export async function askAnew(queryClient: QueryClient, ...keys: string[]): Promise<void> {
  await Promise.all(
    keys.map(async (key) => {
      await queryClient.cancelQueries({ queryKey: [key] })
      await queryClient.invalidateQueries({ queryKey: [key] })
    }),
  )
}
