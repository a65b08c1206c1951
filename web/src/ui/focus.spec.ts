import { beforeEach, describe, expect, it } from 'vitest'
import { focusUnlessTyping } from './focus'

const field = (id: string): HTMLInputElement => document.getElementById(id) as HTMLInputElement

describe('moving the focus to what has just appeared', () => {
  beforeEach(() => {
    document.body.innerHTML =
      '<input id="outside" /><section><input id="grams" /><input id="percent" /><button id="add">+</button></section>'
  })

  it('goes to the new field from a button or from outside', () => {
    document.getElementById('add')?.focus()
    focusUnlessTyping(field('grams'), 'section')
    expect(document.activeElement?.id).toBe('grams')
    field('outside').focus()
    focusUnlessTyping(field('grams'), 'section')
    expect(document.activeElement?.id).toBe('grams')
  })

  it('leaves a hand alone that is already typing beside it', () => {
    field('percent').focus()
    focusUnlessTyping(field('grams'), 'section')
    expect(document.activeElement?.id).toBe('percent')
  })

  it('does nothing where the field is gone', () => {
    field('percent').focus()
    focusUnlessTyping(null, 'section')
    expect(document.activeElement?.id).toBe('percent')
  })
})
