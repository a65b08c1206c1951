import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import PhotoSheet from './PhotoSheet.vue'
import type { Outline } from './usePhoto'

const outline: Outline = { x: 100, y: 90, rx: 40, ry: 39, turned: 0, counts: true }
const cookie = {
  outline,
  edge: [
    [60, 90],
    [100, 50],
    [140, 90],
  ],
  diameter_mm: 79,
  roundness: 0.97,
  rim: [52, 15, 32],
  middle: [66, 9, 33],
  evenness: 0.4,
  cracks: 1,
  state: 'whole',
  counts: true,
  by_hand: false,
}
const shown = (drawn = false, chosen: number | null = null) =>
  mount(PhotoSheet, {
    props: { src: '/x', cookies: [cookie], outlines: [outline], chosen, drawn, wide: 297, deep: 210 },
  })
const ring = (w: ReturnType<typeof shown>) => w.find('.ring')

describe('outlines over the photo', () => {
  it('are moved by arrows, in larger steps with shift', async () => {
    const w = shown()
    await ring(w).trigger('keydown', { key: 'ArrowRight' })
    await ring(w).trigger('keydown', { key: 'ArrowUp', shiftKey: true })
    expect(w.emitted('change')).toEqual(
      [
        [0, { x: 100.5 }],
        [0, { y: 85 }],
      ].map(([n, part]) => [n, { x: 100, y: 90, ...(part as object) }]),
    )
  })

  it('grow and shrink by plus and minus, never to nothing', async () => {
    const w = shown()
    await ring(w).trigger('keydown', { key: '+' })
    expect(w.emitted('change')?.[0]).toEqual([0, { rx: 40.5, ry: 39.5 }])
    await w.setProps({ outlines: [{ ...outline, rx: 6, ry: 6 }] })
    await ring(w).trigger('keydown', { key: '-' })
    expect(w.emitted('change')?.[1]).toEqual([0, { rx: 6, ry: 6 }])
  })

  it('leave other keys alone', async () => {
    const w = shown()
    await ring(w).trigger('keydown', { key: 'Tab' })
    expect(w.emitted('change')).toBeUndefined()
  })

  it('show the edge as found until they are drawn by hand', async () => {
    const w = shown()
    expect(w.findAll('.edge')).toHaveLength(1)
    await w.setProps({ drawn: true })
    expect(w.findAll('.edge')).toHaveLength(0)
  })

  it('show a handle on the chosen one only', () => {
    expect(shown().findAll('.handle')).toHaveLength(0)
    expect(shown(false, 0).findAll('.handle')).toHaveLength(1)
  })
})
