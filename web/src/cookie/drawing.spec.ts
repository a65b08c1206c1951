import { expect, it } from 'vitest'
import { holesPath, piecesPath, poresPath, seeded, spread, surfacePath } from './drawing'

const CHIPS = {
  name: 'Chips',
  count: 20,
  length_mm: 8,
  aspect: 1.2,
  hex: '#432',
  form: 'drop',
  on_top: false,
}
const points = (path: string): [number, number][] =>
  [...path.matchAll(/M(-?[\d.]+) (-?[\d.]+)/g)].map((m) => [Number(m[1]), Number(m[2])])

it('the same seed draws the same, another seed another', () => {
  expect(piecesPath(CHIPS, 40, 7)).toBe(piecesPath(CHIPS, 40, 7))
  expect(piecesPath(CHIPS, 40, 8)).not.toBe(piecesPath(CHIPS, 40, 7))
  const random = seeded(3)
  const drawn = Array.from({ length: 200 }, random)
  expect(Math.min(...drawn)).toBeGreaterThanOrEqual(0)
  expect(Math.max(...drawn)).toBeLessThan(1)
})

it('draws as many pieces as there are, all on the cookie', () => {
  for (const form of ['drop', 'chip', 'oval']) {
    const at = points(piecesPath({ ...CHIPS, form }, 40, 5))
    expect(at).toHaveLength(20)
    for (const [x, y] of at) expect(Math.hypot(x, y)).toBeLessThan(42)
  }
})

it('spreads evenly: as many in the outer half of the area as in the inner', () => {
  const inner = spread(100, seeded(1)).filter(({ x, y }) => Math.hypot(x, y) < Math.SQRT1_2).length
  expect(inner).toBeGreaterThan(40)
  expect(inner).toBeLessThan(60)
})

it('a smooth top has no lines, a stronger shell has more cracks', () => {
  expect(surfacePath('smooth', 0, 40, 1)).toBe('')
  expect(points(surfacePath('cracked', 1, 40, 1)).length).toBeGreaterThan(
    points(surfacePath('cracked', 0, 40, 1)).length,
  )
  expect(surfacePath('crinkled', 0.5, 40, 1)).toContain('L')
  expect(surfacePath('craggy', 0.5, 40, 1)).toContain('A')
  expect(points(holesPath(0.5, 40, 1)).length).toBeGreaterThan(20)
})

it('pores lie inside the section and are more where it is more open', () => {
  const outline = [
    [-40, 0],
    [-39, 8],
    [0, 12],
    [39, 8],
    [40, 0],
  ]
  const open = points(poresPath(outline, 1.5, 0.6, 2))
  const dense = points(poresPath(outline, 1.5, 0.2, 2))
  expect(open.length).toBeGreaterThan(dense.length)
  for (const [x, y] of open) {
    expect(Math.abs(x)).toBeLessThan(40)
    expect(y).toBeGreaterThan(0)
    expect(y).toBeLessThan(12)
  }
  expect(poresPath([], 1, 0.5, 1)).toBe('')
})
