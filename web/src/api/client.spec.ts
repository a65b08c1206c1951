import { expect, it } from 'vitest'
import { ApiError, data, words } from './client'

const answer = (status: number, error?: unknown, body?: unknown) =>
  Promise.resolve({ response: new Response(null, { status }), error, data: body })

it('gives the data of a success', async () => {
  expect(await data(answer(200, undefined, { name: 'Rounds' }))).toEqual({ name: 'Rounds' })
})

it('a lost server is told apart from a refusal, and nothing is said to be lost', async () => {
  const lost = await data(Promise.reject(new TypeError('no connection'))).catch((e: unknown) => e)
  expect(lost).toBeInstanceOf(ApiError)
  expect((lost as ApiError).unreachable).toBe(true)
  expect(words(lost)).toContain('What you typed stays here')
})

it('a refusal carries its sentence by field', async () => {
  const problem = {
    code: 'entry',
    message: 'See the fields.',
    fields: [{ where: 'lines.a.amount', message: '“lots” is not a number.' }],
  }
  const refused = (await data(answer(422, problem)).catch((e: unknown) => e)) as ApiError
  expect(refused.unreachable).toBe(false)
  expect(refused.byField).toEqual({ 'lines.a.amount': '“lots” is not a number.' })
})

it('an answer that is no problem document still gets a sentence', async () => {
  const odd = (await data(answer(500, 'oops')).catch((e: unknown) => e)) as ApiError
  expect(odd.message).toContain('(500)')
  const gateway = (await data(answer(502)).catch((e: unknown) => e)) as ApiError
  expect(gateway.unreachable).toBe(true)
})
