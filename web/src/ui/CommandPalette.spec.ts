import { flushPromises } from '@vue/test-utils'
import { afterEach, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { inDough, serve } from '@/testing'
import CommandPalette from './CommandPalette.vue'
import { keysOpen, paletteOpen, useCommands } from './commands'

const undo = vi.fn()
const scale = vi.fn()
const host = defineComponent({
  setup() {
    useCommands([
      { id: 'undo', name: 'Undo the last edit', group: 'Draft', run: undo },
      { id: 'scale', name: 'Scale the formula', group: 'Draft', keys: 'x', run: scale },
    ])
    return () => [h('button', { id: 'before' }, 'before'), h('input', { id: 'typing' }), h(CommandPalette)]
  },
})
const down = (key: string, more: KeyboardEventInit = {}, on: EventTarget = window) =>
  on.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }))

async function palette() {
  vi.clearAllMocks()
  return inDough(host)
}
afterEach(() => {
  paletteOpen.value = false
  keysOpen.value = false
  document.body.innerHTML = ''
})
const rows = () => [...document.querySelectorAll('[role=option]')].map((o) => o.textContent ?? '')

it('opens by Ctrl K, finds by any of the words, and runs what Enter is on', async () => {
  const w = await palette()
  down('k', { ctrlKey: true })
  await flushPromises()
  const box = w.get('#palette-box')
  expect(document.activeElement?.id).toBe('palette-box')
  await box.setValue('edit undo')
  expect(rows()).toHaveLength(1)
  await box.trigger('keydown', { key: 'Enter' })
  expect(undo).toHaveBeenCalledOnce()
  expect(paletteOpen.value).toBe(false)
  w.unmount()
})

it('goes up and down without leaving the list, and tells the reader where it is', async () => {
  const w = await palette()
  paletteOpen.value = true
  await flushPromises()
  const box = w.get('#palette-box')
  await box.trigger('keydown', { key: 'ArrowUp' })
  expect(box.attributes('aria-activedescendant')).toBe('command-0')
  for (let n = 0; n < 20; n++) await box.trigger('keydown', { key: 'ArrowDown' })
  const last = rows().length - 1
  expect(box.attributes('aria-activedescendant')).toBe(`command-${last}`)
  expect(w.findAll('[role=option]')[last]?.attributes('aria-selected')).toBe('true')
  w.unmount()
})

it('gives the focus back when it is closed without a choice', async () => {
  const w = await palette()
  document.getElementById('before')?.focus()
  down('k', { ctrlKey: true })
  await flushPromises()
  await w.get('#palette-box').trigger('keydown', { key: 'Escape' })
  expect(document.activeElement?.id).toBe('before')
  w.unmount()
})

it('says so when nothing goes by what was typed', async () => {
  const w = await palette()
  paletteOpen.value = true
  await flushPromises()
  await w.get('#palette-box').setValue('whisk the moon')
  expect(rows()).toHaveLength(0)
  expect(w.text()).toContain('Nothing here goes by that')
  w.unmount()
})

it('single keys act where nothing is typed, and only there', async () => {
  const w = await palette()
  down('x')
  expect(scale).toHaveBeenCalledOnce()
  down('x', {}, document.getElementById('typing') ?? window)
  down('x', { ctrlKey: true })
  expect(scale).toHaveBeenCalledOnce()
  w.unmount()
})

it('finds versions and bakes by what is typed, and opens the stage that shows them', async () => {
  const things = [
    { kind: 'bake', dough_id: 1, number: 4, words: 'Rounds, bake 4, 5 Mar 2026', stage: 'results' },
  ]
  const calls = serve({ 'GET /api/find': { things }, 'GET /api/doughs/names': [], 'GET /api/pantry': [] })
  const w = await palette()
  paletteOpen.value = true
  await flushPromises()
  await w.get('#palette-box').setValue('bake 4')
  await vi.waitFor(() => expect(rows().join()).toContain('Rounds, bake 4'))
  expect(calls.findIndex((c) => c.query === '?text=bake+4' || c.query === '?text=bake%204')).not.toBe(-1)
  await w.get('#palette-box').setValue('')
  expect(rows().join()).not.toContain('Rounds, bake 4')
  w.unmount()
})
