import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, expect, it, vi } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'
import { LOST, serve } from '@/testing'
import App from './App.vue'
import { unfetched } from './router'

const cook = { cook: { name: 'Zoe' }, kitchen: 'Harbour', demo: false, rights: [] }
let leave = (): void => undefined
afterEach(() => leave())

async function app(session: () => unknown) {
  serve({
    'GET /api/session': session,
    'GET /api/reference': {},
    'GET /api/pantry': [],
    'GET /api/kitchen': {},
  })
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [{ path: '/', component: { template: '<input aria-label="work" />' } }],
  })
  await router.push('/')
  const queryClient = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  const w = mount(App, { global: { plugins: [router, [VueQueryPlugin, { queryClient }]] } })
  leave = () => w.unmount()
  await flushPromises()
  return { w, queryClient }
}

it('keeps open work open while the server is away, and says so until it is back', async () => {
  let session: unknown = cook
  const { w, queryClient } = await app(() => session)
  await vi.waitFor(() => expect(w.find('[aria-label=work]').exists()).toBe(true))
  session = LOST
  await queryClient.invalidateQueries({ queryKey: ['session'] })
  await vi.waitFor(() => expect(w.text()).toContain('The server does not answer'))
  expect(w.find('[aria-label=work]').exists()).toBe(true)
  session = cook
  await w.get('.away button').trigger('click')
  await vi.waitFor(() => expect(w.text()).not.toContain('The server does not answer'))
})

it('has nothing to show where the server was never reached, and tries again when asked', async () => {
  let session: unknown = LOST
  const { w } = await app(() => session)
  await vi.waitFor(() => expect(w.text()).toContain('The server does not answer'))
  expect(w.find('[aria-label=work]').exists()).toBe(false)
  session = cook
  await w.get('.waiting button').trigger('click')
  await vi.waitFor(() => expect(w.find('[aria-label=work]').exists()).toBe(true))
})

it('says when a page could not be fetched, and stays where the work is', async () => {
  const { w } = await app(() => cook)
  await vi.waitFor(() => expect(w.find('[aria-label=work]').exists()).toBe(true))
  unfetched.value = '/larder'
  await flushPromises()
  expect(w.get('[role=alert]').text()).toContain('could not be fetched')
  expect(w.find('[aria-label=work]').exists()).toBe(true)
  const stay = w.findAll('.away button').find((b) => b.text() === 'Stay here')
  await stay?.trigger('click')
  expect(w.find('[role=alert]').exists()).toBe(false)
})
