/** For tests: a server made of answers by path, and a dough to stand in. */
import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { type DOMWrapper, flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { onTestFinished, vi } from 'vitest'
import { defineComponent, h, ref, type Component } from 'vue'
import { createMemoryHistory, createRouter } from 'vue-router'
import table from '../../dough/data/quantities.csv?raw'
import type { Quantity } from '@/api/queries'
import { doughKey } from '@/dough/key'
import type { DoughWork } from '@/dough/useDough'
import { STAGES } from '@/stages/stages'

/** The registry of quantities, from the table the core reads. */
export const QUANTITIES: Quantity[] = read(table)

function read(csv: string): Quantity[] {
  const [head = [], ...rows] = csv
    .trim()
    .split('\n')
    .map((line) => [...line.matchAll(/("([^"]*)"|[^,]*)(,|$)/g)].map((m) => m[2] ?? m[1] ?? ''))
  return rows.map((cells) => {
    const row = Object.fromEntries(head.map((name, n) => [name, cells[n] ?? '']))
    return {
      ...row,
      roles: (row['roles'] ?? '').split(' '),
      several: row['several'] === 'yes',
      digits: Number(row['digits']),
      clear_miss: row['step'] ? Number(row['step']) : null,
    } as unknown as Quantity
  })
}

export interface Call {
  method: string
  path: string
  query: string
  // What was sent is read by the tests that sent it.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  body: any
}
type Answer = unknown | ((call: Call) => unknown)
export class Refused {
  constructor(
    readonly status: number,
    readonly body: unknown,
  ) {}
}
/** The server is gone. */
export const LOST = Symbol('lost')

/** What was sent; nothing where nothing was. */
async function sentIn(request: Request): Promise<unknown> {
  const text = request.method === 'GET' ? '' : await request.text()
  return text === '' ? null : JSON.parse(text)
}

/** Answers by “METHOD /path”, with * for a part of the path; an unknown path is an error of the test. */
export function serve(answers: Record<string, Answer>): Call[] {
  const calls: Call[] = []
  vi.stubGlobal('fetch', async (request: Request) => {
    const { pathname: path, search: query } = new URL(request.url)
    const call = {
      method: request.method,
      path,
      query,
      body: await sentIn(request),
    }
    calls.push(call)
    const key = Object.keys(answers).find((k) =>
      new RegExp(`^${k.replaceAll('*', '[^/]+')}$`).test(`${call.method} ${path}`),
    )
    if (key === undefined) throw new Error(`nobody answers ${call.method} ${path}`)
    const given = answers[key]
    const answer: unknown = typeof given === 'function' ? await given(call) : given
    if (answer === LOST) throw new TypeError('no connection')
    const [status, body] = answer instanceof Refused ? [answer.status, answer.body] : [200, answer]
    return new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } })
  })
  return calls
}

export const refusal = (message: string, fields: { where: string; message: string }[] = [], code = 'entry') =>
  new Refused(code === 'stale' ? 409 : 422, { code, message, fields, theirs: null })

const Plain = defineComponent({
  setup:
    (_, { slots, attrs }) =>
    () =>
      h('button', { type: 'button', ...attrs }, slots['default']?.()),
})

/** Mount a part of the screen inside a dough; the work is what the part needs of it. */
export async function inDough(
  part: Component,
  props: Record<string, unknown> = {},
  work: Record<string, unknown> = {},
): Promise<VueWrapper> {
  const dough = { id: ref(1), work: ref(null), record: ref(null), preview: ref(null), ...work }
  const none = { render: () => null }
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: '/', component: none },
      ...['shelf', 'kitchen', 'larder', 'paste', 'how'].map((name) => ({
        name,
        path: `/at-${name}`,
        component: none,
      })),
      { name: 'day', path: '/day/:on', component: none },
      { path: '/:rest(.*)*', component: none },
      ...STAGES.map(({ name }) => ({ name, path: `/${name}`, component: none })),
    ],
  })
  await router.push('/')
  const queryClient = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  const wrapper = mount(part, {
    props,
    attachTo: document.body,
    global: {
      plugins: [router, [VueQueryPlugin, { queryClient }]],
      provide: { [doughKey as symbol]: dough as unknown as DoughWork },
      stubs: { BButton: Plain },
    },
  })
  // What is left on screen would go on asking in the middle of the next test.
  let there = true
  const unmount = wrapper.unmount.bind(wrapper)
  wrapper.unmount = () => {
    if (there) unmount()
    there = false
    queryClient.clear()
  }
  onTestFinished(() => wrapper.unmount())
  await flushPromises()
  return wrapper
}

/** The box a label names. */
export function box(w: VueWrapper, label: string): Omit<DOMWrapper<HTMLInputElement>, 'exists'> {
  const found = w.findAll('label').find((l) => l.text().startsWith(label))
  if (!found) throw new Error(`no box ${label}`)
  const id = found.attributes('for')
  return id ? w.get<HTMLInputElement>(`[id="${id}"]`) : found.get('input')
}

/** Press the button that says this. */
export async function press(w: VueWrapper, text: string): Promise<void> {
  const found = w.findAll('button').find((b) => b.text().replace(/\s+/g, ' ') === text)
  if (!found) throw new Error(`no button ${text}`)
  await found.trigger('click')
  await flushPromises()
}
