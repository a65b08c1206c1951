import createClient from 'openapi-fetch'
import { habits } from '@/ui/format'
import { inHabit } from './inHabit'
import type { components, paths } from './schema'

export type Schemas = components['schemas']
export type Problem = Schemas['Problem']

/** An answer that was not a success: what the server said, or that it could not be reached. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem,
  ) {
    super(problem.message)
  }
  /** The server is not there, or can't do its work just now: what was asked can be asked again. */
  get unreachable(): boolean {
    return this.status === 0 || this.status >= 500
  }
  /** Sentences by field. */
  get byField(): Record<string, string> {
    return Object.fromEntries((this.problem.fields ?? []).map((f) => [f.where, f.message]))
  }
}

const GONE: Problem = {
  code: 'request',
  message: 'The server does not answer. What you typed stays here.',
  fields: [],
}

export function csrfToken(): string {
  return /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? ''
}

export const client = createClient<paths>({
  baseUrl: typeof window === 'undefined' ? 'http://localhost' : window.location.origin,
  // Looked up at call time, so that tests can put another in its place.
  fetch: (request) => globalThis.fetch(request),
})

client.use({
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-CSRFToken', csrfToken())
    return request
  },
})

interface Answer<T> {
  data?: T
  error?: unknown
  response: Response
}

/** The data of an answer, or an ApiError for anything that was not a success. */
export async function data<T>(asked: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>
  try {
    answer = await asked
  } catch {
    throw new ApiError(0, GONE)
  }
  if (answer.response.ok && answer.data !== undefined) return inHabit(answer.data, habits.numbers)
  const status = answer.response.status
  const problem = answer.error as Problem | undefined
  if (problem?.message === undefined) {
    throw new ApiError(status >= 502 ? 0 : status, {
      ...GONE,
      message:
        status >= 502
          ? GONE.message
          : `The server answered with an error (${status}). Nothing was lost here.`,
    })
  }
  throw new ApiError(status, inHabit(problem, habits.numbers))
}

/** The sentence to show for whatever went wrong. */
export function words(error: unknown): string {
  return error instanceof Error ? error.message : 'Something went wrong.'
}
