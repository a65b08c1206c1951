import { flushPromises, mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { press, refusal, serve, type Call } from '@/testing'
import ReviewRow from './ReviewRow.vue'

const ask = (code: string, question: string, ...choices: string[]) => ({
  code, question, choices: choices.map((id) => ({ id, name: id })),
  by: code === 'spoon' ? 'amount' : code === 'filling' ? 'filling' : 'ingredient',
}) // prettier-ignore
const line = (more: Record<string, unknown> = {}) =>
  ({
    text: '2 1/4 cups flour', ingredient: 'ap', quantities: [{ low: 2.25, high: 2.25, piece: '', unit: 'cup' }], grams: 281,
    low_g: 250, high_g: 315, range_g: null, how: 'cup, spooned', fillings: ['spooned', 'scooped'], filling: 'spooned',
    step: 'dry', asks: [], notes: ['spooned assumed'], ...more,
  }) as unknown as Schemas['RecipeLineOut'] // prettier-ignore
const flours = [
  { id: 'ap', name: 'Plain flour', group: 'Flours' },
  { id: 'bread', name: 'Bread flour', group: 'Flours' },
] as unknown as Schemas['IngredientOut'][]

function row(more: Record<string, unknown> = {}, answer: unknown = line({ asks: [], notes: [] })) {
  const calls = serve({ 'POST /api/recipes/line': answer })
  const reviewed = { id: 'a', line: line(more), keep: true, answered: [] }
  const w = mount(ReviewRow, {
    props: {
      row: reviewed,
      habit: 'metric',
      ingredients: flours,
      steps: ['cream', 'dry'],
      notKnown: 'not_known',
    },
  })
  return { w, calls }
}
const changed = (w: ReturnType<typeof row>['w']) =>
  w.emitted('changed')?.map((e) => e[0]) as Record<string, unknown>[]

it('shows grams with how far the measure may be off', () => {
  const { w } = row()
  const text = w.text().replace(/\s+/g, ' ')
  expect(text).toContain('281 g')
  expect(text).toContain('250 to 315 g')
  expect(row({ quantities: [], grams: null, low_g: null, high_g: null }).w.get('.g').text()).toBe('?')
})

it('answers a question once: the filling said is not asked again, nor called assumed', async () => {
  const { w, calls } = row({ asks: [ask('filling', 'How was the cup filled?', 'spooned', 'scooped')] })
  await press(w, 'scooped')
  expect(calls[0]?.body).toMatchObject({
    filling: 'scooped',
    answered: ['filling'],
    text: '2 1/4 cups flour',
  })
  const [made] = changed(w)
  expect(made?.['answered']).toEqual(['filling'])
  expect((made?.['line'] as { notes: string[] }).notes).toEqual([])
})

it('leaves a filling that was only assumed open while another thing is said', async () => {
  const { w, calls } = row({ asks: [ask('filling', 'How was the cup filled?', 'spooned')] })
  await w.get('select[aria-label^="When it goes in"]').setValue('cream')
  await flushPromises()
  expect(calls[0]?.body).toMatchObject({ filling: '', step: 'cream' })
})

it('takes another ingredient for the line, and all that was asked of it is settled', async () => {
  const { w, calls } = row({ asks: [ask('flour', 'Which flour?', 'bread')] })
  await press(w, 'bread')
  expect(calls[0]?.body.ingredient).toBe('bread')
  expect(calls[0]?.body.answered).toContain('flour')
})

it('keeps an amount that cannot be read, and says why', async () => {
  const { w } = row({ grams: null, asks: [ask('amount', 'How much?')] }, refusal('“a bit” is no amount.'))
  await w.get('input[aria-label="Amount of 2 1/4 cups flour"]').setValue('a bit')
  await w.get('form').trigger('submit')
  await flushPromises()
  expect(w.get('[role=alert]').text()).toContain('is no amount')
  expect(w.get<HTMLInputElement>('input[aria-label^="Amount"]').element.value).toBe('a bit')
  expect(w.emitted('changed')).toBeUndefined()
})

it('takes the amount that answers which spoon is meant', async () => {
  const { w, calls } = row({ asks: [ask('spoon', 'Which spoon?', '1 tsp', '1 tbsp')] })
  await press(w, '1 tsp')
  expect(calls[0]?.body).toMatchObject({ amount: '1 tsp', answered: ['spoon'] })
})

it('can be left out, from the question too', async () => {
  const { w } = row({ asks: [ask('ingredient', 'What is it?')] })
  await press(w, 'leave out')
  await w.get('input[type=checkbox]').trigger('change')
  expect(changed(w)).toEqual([{ keep: false }, { keep: false }])
})

it('asks nothing of a line that is left out', () => {
  const reviewed = {
    id: 'a',
    line: line({ asks: [ask('flour', 'Which flour?')] }),
    keep: false,
    answered: [],
  }
  const w = mount(ReviewRow, {
    props: { row: reviewed, habit: 'metric', ingredients: flours, steps: [], notKnown: 'not_known' },
  })
  expect(w.text()).not.toContain('Which flour?')
})

it('reads again what is typed as an amount', async () => {
  const { w, calls } = row({ asks: [ask('unit', '40 of what?')] }, (call: Call) =>
    line({ grams: 40, text: call.body.text }),
  )
  await press(w, 'grams')
  expect(calls[0]?.body.answered).toEqual(['unit'])
  await w.get('input[aria-label^="Amount"]').setValue('40 g')
  await w.get('form').trigger('submit')
  await flushPromises()
  expect(calls[1]?.body).toMatchObject({ amount: '40 g', answered: ['amount', 'unit'] })
})

it('leaves a line open when nobody knows what it is', async () => {
  const { w, calls } = row({ ingredient: '', asks: [ask('ingredient', 'Not in the table.')] }, () =>
    line({ ingredient: 'not_known', grams: null, asks: [] }),
  )
  await press(w, 'leave it open')
  expect(calls.at(-1)?.body).toMatchObject({ ingredient: 'not_known', answered: ['ingredient'] })
})
