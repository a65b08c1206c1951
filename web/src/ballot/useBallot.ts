import { computed, ref, shallowRef, watch } from 'vue'

export interface ScaleAsked {
  key: string
  label: string
  values: number[]
  words: string[]
  /** The kind of cookie that is usual at each point, empty for none; what lies open to compare with. */
  like?: string[]
  laid_out?: string[]
}
/** A ballot as the server tells it: codes and questions only once the taster has agreed. */
export interface Told {
  state: 'waiting' | 'begun' | 'finished' | 'withdrawn'
  number: number
  nick: string
  holds: string[]
  caution: string
  mask: string
  warm_up: boolean
  question?: string
  asks?: string
  codes?: number[]
  compare?: boolean
  scales?: ScaleAsked[]
}
export interface Reply {
  choice: number | null
  pair: number[]
  order: number[]
  scores: Record<string, Record<string, number>>
  words: string
}
/** One page of the ballot: picking among the codes, or a figure for one code on one scale, or the end. */
export type Page = { kind: 'pick' } | { kind: 'score'; code: number; scale: ScaleAsked } | { kind: 'end' }

const EMPTY: Reply = { choice: null, pair: [], order: [], scores: {}, words: '' }
const LOST = 'No connection. What you said is kept on this phone: try again in a moment.'

/** The pages of a ballot, in the order of tasting. */
export function pagesOf(told: Told): Page[] {
  const codes = told.codes ?? []
  const scales = told.scales ?? []
  const asked: Page[] = scales.length
    ? codes.flatMap((code) => scales.map((scale): Page => ({ kind: 'score', code, scale })))
    : [{ kind: 'pick' }]
  return [...asked, { kind: 'end' }]
}

/** Whether a page is answered. */
export function isAnswered(page: Page, told: Told, reply: Reply): boolean {
  if (page.kind === 'end') return true
  if (page.kind === 'score') return reply.scores[page.code]?.[page.scale.key] !== undefined
  if (told.question === 'tetrad') return reply.pair.length === 2
  if (told.question === 'ranking') return reply.order.length === (told.codes ?? []).length
  return reply.choice !== null
}

/** A ballot on this phone: what was said is kept here until the server has it, through lost signal and reloads. */
export function useBallot(token: string, store: Storage = localStorage) {
  const told = shallowRef<Told | null>(null)
  const problem = ref('')
  const busy = ref(false)
  const kept = read(store, `ballot ${token}`)
  const reply = ref<Reply>({ ...EMPTY, ...kept?.reply })
  const at = ref(kept?.at ?? 0)
  const device = kept?.device ?? crypto.randomUUID?.() ?? random()
  const key = kept?.key ?? random()
  const pages = computed(() => (told.value?.codes ? pagesOf(told.value) : []))
  const page = computed(() => pages.value[Math.min(at.value, pages.value.length - 1)] ?? null)
  const answered = computed(() =>
    page.value && told.value ? isAnswered(page.value, told.value, reply.value) : false,
  )

  function keep(): void {
    if (told.value?.state === 'withdrawn') return
    try {
      store.setItem(`ballot ${token}`, JSON.stringify({ reply: reply.value, at: at.value, device, key }))
    } catch {
      // A phone that keeps nothing still answers; only a reload would lose it.
    }
  }
  watch([reply, at], keep, { deep: true })

  async function ask(path: string, body?: object): Promise<boolean> {
    busy.value = true
    problem.value = ''
    try {
      const answer = await fetch(`/b/${token}/${path}`, {
        method: body ? 'POST' : 'GET',
        headers: body ? { 'Content-Type': 'application/json' } : { 'X-Device': device },
        ...(body ? { body: JSON.stringify(body) } : {}),
        credentials: 'omit',
      })
      const said = await answer.json()
      if (!answer.ok) problem.value = said.message ?? LOST
      else told.value = said
      return answer.ok
    } catch {
      problem.value = LOST
      return false
    } finally {
      busy.value = false
    }
  }
  const look = () => ask('look')
  const begin = (nick: string, agrees: boolean) => {
    keep()
    return ask('begin', { device, nick, agrees })
  }
  const send = () => ask('answer', { device, key, reply: reply.value })
  async function withdraw(): Promise<void> {
    if (!(await ask('withdraw', { device }))) return
    reply.value = { ...EMPTY }
    store.removeItem(`ballot ${token}`)
  }
  return { told, problem, busy, reply, at, pages, page, answered, look, begin, send, withdraw }
}

function random(): string {
  return [...crypto.getRandomValues(new Uint8Array(16))].map((b) => b.toString(16).padStart(2, '0')).join('')
}

interface Kept {
  reply: Reply
  at: number
  device: string
  key: string
}
function read(store: Storage, name: string): Kept | null {
  try {
    return JSON.parse(store.getItem(name) ?? 'null') as Kept | null
  } catch {
    return null
  }
}
