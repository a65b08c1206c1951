import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import TextureMap from './TextureMap.vue'

const style = (id: string, name: string, crisp: number, height: number) =>
  ({
    id, name, crisp, height_low: height - 2, height_high: height + 2, target: { cookie: { height_mm: height } },
  }) as unknown as Schemas['StyleOut'] // prettier-ignore
const place = (crisp: number, height_mm: number) => ({ crisp, height_mm })
const point = (label: string, crisp: number, height_mm: number) =>
  ({ label, crisp, height_mm }) as Schemas['TrailPoint']

const map = (more: Record<string, unknown> = {}) =>
  mount(TextureMap, {
    props: {
      styles: [style('chewy', 'Chewy drop', 40, 10), style('crisp', 'Crisp drop', 80, 7), style('soft', 'Soft drop', 42, 10)],
      chosen: 'chewy', target: place(50, 10), forecast: place(55, 9), trail: [], ...more,
    },
  }) // prettier-ignore

it('is moved by arrows, further with shift, and says where it is', async () => {
  const w = map()
  const slider = w.get('[role=slider]')
  expect(slider.attributes('aria-valuetext')).toBe('10.0 mm, 50 of 100 crisp')
  await slider.trigger('keydown', { key: 'ArrowRight' })
  await slider.trigger('keydown', { key: 'ArrowRight', shiftKey: true })
  await slider.trigger('keydown', { key: 'ArrowUp' })
  expect(w.emitted('nudge')).toEqual([[{ across: 1, up: 0 }], [{ across: 5, up: 0 }], [{ across: 0, up: 1 }]])
})

it('says when no target is put down, and can be moved all the same', async () => {
  const w = map({ target: null })
  expect(w.get('[role=slider]').attributes('aria-valuetext')).toBe('not put down yet')
  expect(w.find('.wanted').exists()).toBe(false)
  await w.get('[role=slider]').trigger('keydown', { key: 'ArrowLeft' })
  expect(w.emitted('nudge')).toEqual([[{ across: -1, up: 0 }]])
})

it('joins the bakes in order, the last one large', () => {
  const w = map({ trail: [point('bake 1', 30, 8), point('bake 2', 45, 9), point('bake 3', 50, 10)] })
  const sizes = w.findAll('.bake').map((c) => Number(c.attributes('r')))
  expect(sizes).toHaveLength(3)
  expect(Math.max(...sizes)).toBe(sizes[2])
  expect(w.get('.trail').attributes('d')?.match(/[ML]/g)).toEqual(['M', 'L', 'L'])
  expect(
    map({ trail: [point('bake 1', 30, 8)] })
      .find('.trail')
      .exists(),
  ).toBe(false)
})

it('keeps names that would lie on one another apart', () => {
  const names = map().findAll('.name')
  const of = (text: string) => names.find((n) => n.text() === text)
  const [chewy, soft] = [of('Chewy'), of('Soft')].map((n) => Number(n?.attributes('y')))
  expect(Math.abs((chewy ?? 0) - (soft ?? 0))).toBeGreaterThanOrEqual(13)
})
