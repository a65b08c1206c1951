import { flushPromises } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { inDough, serve } from '@/testing'
import LineRow from './LineRow.vue'

const reference = {
  ingredients: [{ id: 'butter', name: 'Butter, unsalted', detail: '82 % fat', group: 'Fats' }],
  steps: ['cream', 'dry', 'top'],
}
const line = { id: 'b', ingredient: 'butter', grams: 204, step: 'cream', range_g: null, said: '' }

async function row(props: Record<string, unknown> = {}, work: Record<string, unknown> = {}) {
  serve({ 'GET /api/reference': reference, 'GET /api/pantry': [] })
  const edit = vi.fn(() => Promise.resolve(true))
  const dough = { edit, marks: ref(new Map()), problemAt: () => '', ...work }
  const w = await inDough(LineRow, { line, percent: 81.6, finding: '', ...props }, dough)
  await vi.waitFor(() => expect(w.text()).toContain('Butter, unsalted'))
  return { w, edit }
}
const type = async (w: Awaited<ReturnType<typeof row>>['w'], label: string, text: string) => {
  const box = w.get<HTMLInputElement>(`[aria-label="${label}"]`)
  await box.trigger('focus')
  await box.setValue(text)
  await box.trigger('keydown', { key: 'Enter' })
  await flushPromises()
}

it('sends what was typed as it was typed, in grams or percent', async () => {
  const { w, edit } = await row()
  await type(w, 'Butter, unsalted, grams', '7 oz')
  await type(w, 'Butter, unsalted, baker\'s percentage', '80') // prettier-ignore
  expect(edit.mock.calls.map((c) => c as unknown[])).toMatchObject([
    [{ op: 'amount', line: 'b', text: '7 oz', unit: 'g' }],
    [{ op: 'amount', line: 'b', text: '80', unit: '%' }],
  ])
  w.unmount()
})

it('says that an amount is unknown, and never shows it as nothing', async () => {
  const { w } = await row({ line: { ...line, grams: null }, percent: null })
  expect(w.get<HTMLInputElement>('[aria-label="Butter, unsalted, grams"]').element.value).toBe('')
  expect(w.text()).toContain('amount unknown: totals that need it say so')
  w.unmount()
})

it('puts a refusal under the line, for the reader at its box', async () => {
  const problemAt = (where: string) => (where === 'lines.b.grams' ? 'Butter can’t be negative.' : '')
  const { w } = await row({}, { problemAt })
  expect(w.get('[role=alert]').text()).toContain('can’t be negative')
  expect(w.get('[aria-label="Butter, unsalted, grams"]').attributes('aria-describedby')).toBe('p-b')
  w.unmount()
})

it('marks what breaks a need, and what may', async () => {
  const marks = [
    { need: 'no_milk', label: 'no milk', standing: 'breaks', words: 'is milk' },
    { need: 'vegan', label: 'vegan', standing: 'unsure', words: 'read the label' },
  ]
  const { w } = await row({}, { marks: ref(new Map([['b', JSON.stringify(marks)]])) })
  expect(w.findAll('.need').map((n) => n.text())).toEqual(['▲ no milk', '△ vegan: label'])
  expect(w.findAll('.need')[0]?.classes('breaks')).toBe(true)
  w.unmount()
})

it('is moved, removed and put into another step by keyboard', async () => {
  const { w, edit } = await row()
  await w.get('.line').trigger('keydown', { key: 'ArrowUp', altKey: true })
  await w.get('.line').trigger('keydown', { key: 'ArrowDown', altKey: true })
  expect(w.emitted('shift')).toEqual([[-1], [1]])
  await w.get('select').setValue('dry')
  await w.get('[aria-label="Remove Butter, unsalted"]').trigger('click')
  expect(edit.mock.calls.map((c) => (c as unknown[])[0])).toEqual([
    { op: 'step', line: 'b', step: 'dry' },
    { op: 'remove', line: 'b' },
  ])
  w.unmount()
})

it('has no percentage where it is not part of the dough', async () => {
  const { w } = await row({ line: { ...line, step: 'top' }, percent: null })
  expect(w.get('[aria-label$="percentage"]').attributes('disabled')).toBeDefined()
  w.unmount()
})
