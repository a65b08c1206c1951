import { effectScope, ref, shallowRef } from 'vue'
import { expect, it } from 'vitest'
import { nearest, useScrub, whole, type Frame } from './useScrub'

const frame = (minutes: number): Frame => ({ minutes }) as Frame
const FRAMES = [0, 2, 4, 8, 12].map(frame)

it('shows the moment at or before the minute asked for, never one that is still to come', () => {
  expect(nearest(FRAMES, 5)?.minutes).toBe(4)
  expect(nearest(FRAMES, 8)?.minutes).toBe(8)
  expect(nearest(FRAMES, 99)?.minutes).toBe(12)
  expect(nearest([], 3)).toBeNull()
})

it('starts on the cooled cookie and stays within the bake', () => {
  effectScope().run(() => {
    const scrub = useScrub(shallowRef(FRAMES), ref(12))
    expect(scrub.frame.value).toBeNull()
    scrub.to(-3)
    expect(scrub.minute.value).toBe(0)
    scrub.to(40)
    expect(scrub.frame.value?.minutes).toBe(12)
    scrub.to(null)
    expect(scrub.frame.value).toBeNull()
  })
})

it('makes a whole section of half, the rim on both sides at the same height', () => {
  expect(whole([[0, 10], [30, 8], [40, 0]])).toEqual([[-40, 0], [-30, 8], [0, 10], [30, 8], [40, 0]]) // prettier-ignore
})
