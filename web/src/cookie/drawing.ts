/** Where things lie on and in the drawn cookie: from the forecast's figures, the same at every look of one dough. */
import type { Schemas } from '@/api/client'

type Pieces = Schemas['Pieces']
type Surface = Schemas['Appearance']['surface']
const GOLDEN = Math.PI * (3 - Math.sqrt(5))
const at = (x: number): string => x.toFixed(1)

/** Numbers from 0 to 1 that come out the same for the same seed. */
export function seeded(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** Places spread evenly over a disc of radius 1, a little disturbed. */
export function spread(count: number, random: () => number): { x: number; y: number; turn: number }[] {
  const from = random() * Math.PI * 2
  return Array.from({ length: count }, (_, i) => {
    const far = Math.sqrt((i + 0.3 + 0.5 * random()) / count)
    const angle = from + i * GOLDEN + 0.5 * (random() - 0.5)
    return { x: far * Math.cos(angle), y: far * Math.sin(angle), turn: random() * Math.PI }
  })
}

/** One kind of piece as one path, centred on 0, in mm: drops round, chips angular, ovals long. */
export function piecesPath(p: Pieces, radiusMm: number, seed: number): string {
  const random = seeded(seed)
  const length = p.length_mm * 0.5
  const reach = Math.max(radiusMm - length * 1.1, radiusMm * 0.3)
  return spread(p.count, random)
    .map(({ x, y, turn }) => shape(p, x * reach, y * reach, turn, length * (0.8 + 0.4 * random()), random))
    .join('')
}

function shape(p: Pieces, x: number, y: number, turn: number, a: number, random: () => number): string {
  const b = a / p.aspect
  const corners = p.form === 'chip' ? 5 : 0
  if (corners === 0) {
    const [dx, dy] = [a * Math.cos(turn), a * Math.sin(turn)]
    const arc = `${at(a)} ${at(b)} ${at((turn * 180) / Math.PI)} 1 0`
    return `M${at(x - dx)} ${at(y - dy)}A${arc} ${at(x + dx)} ${at(y + dy)}A${arc} ${at(x - dx)} ${at(y - dy)}Z`
  }
  const points = Array.from({ length: corners }, (_, i) => {
    const angle = (i / corners) * Math.PI * 2 + 0.6 * random()
    const [u, v] = [a * Math.cos(angle), b * Math.sin(angle)]
    return `${at(x + u * Math.cos(turn) - v * Math.sin(turn))} ${at(y + u * Math.sin(turn) + v * Math.cos(turn))}`
  })
  return `M${points.join('L')}Z`
}

/** Lines of the surface, in mm about the middle: a broken shell, wrinkles in rings, or bumps over what is inside. */
export function surfacePath(surface: Surface, strength: number, radiusMm: number, seed: number): string {
  const random = seeded(seed ^ 0x5f3759df)
  if (surface === 'cracked') return cracks(Math.round(5 + 7 * strength), radiusMm, random)
  if (surface === 'crinkled') return wrinkles(Math.round(2 + 3 * strength), radiusMm, random)
  if (surface === 'craggy') return bumps(Math.round(10 + 14 * strength), radiusMm, random)
  return ''
}

function cracks(count: number, radius: number, random: () => number): string {
  return spread(count, random)
    .map(({ x, y, turn }) => {
      let [px, py, angle] = [x * radius * 0.8, y * radius * 0.8, turn * 2]
      const points = [`M${at(px)} ${at(py)}`]
      for (let i = 0; i < 4; i++) {
        angle += 1.1 * (random() - 0.5)
        const step = radius * (0.1 + 0.09 * random())
        px += step * Math.cos(angle)
        py += step * Math.sin(angle)
        if (Math.hypot(px, py) < radius * 0.94) points.push(`L${at(px)} ${at(py)}`)
      }
      return points.join('')
    })
    .join('')
}

function wrinkles(count: number, radius: number, random: () => number): string {
  return Array.from({ length: count }, (_, i) => {
    const r = radius * (0.3 + (0.55 * (i + 0.5)) / count)
    const from = random() * Math.PI * 2
    const steps = 12
    const long = Math.PI * (0.7 + 0.8 * random())
    return Array.from({ length: steps + 1 }, (_, j) => {
      const angle = from + (long * j) / steps
      const wave = r * (1 + 0.035 * Math.sin(5 * angle + i * 2))
      return `${j === 0 ? 'M' : 'L'}${at(wave * Math.cos(angle))} ${at(wave * Math.sin(angle))}`
    }).join('')
  }).join('')
}

function bumps(count: number, radius: number, random: () => number): string {
  return spread(count, random)
    .map(({ x, y, turn }) => {
      const r = radius * (0.06 + 0.05 * random())
      const [cx, cy] = [x * radius * 0.88, y * radius * 0.88]
      const end = turn + 2
      const from = `${at(cx + r * Math.cos(turn))} ${at(cy + r * Math.sin(turn))}`
      return `M${from}A${at(r)} ${at(r)} 0 0 1 ${at(cx + r * Math.cos(end))} ${at(cy + r * Math.sin(end))}`
    })
    .join('')
}

/** Holes of lace, in mm about the middle. */
export function holesPath(strength: number, radiusMm: number, seed: number): string {
  const random = seeded(seed ^ 0x2545f491)
  return spread(Math.round(18 + 30 * strength), random)
    .map(({ x, y }) => round(x * radiusMm * 0.86, y * radiusMm * 0.86, radiusMm * (0.02 + 0.045 * random())))
    .join('')
}

const round = (x: number, y: number, r: number): string =>
  `M${at(x - r)} ${at(y)}a${at(r)} ${at(r)} 0 1 0 ${at(2 * r)} 0a${at(r)} ${at(r)} 0 1 0 ${at(-2 * r)} 0Z`

type Points = readonly (readonly number[])[]

/** Pores of the crumb inside a side view, in mm (height upwards): as many and as large as its porosity says. */
export function poresPath(outline: Points, poreMm: number, porosity: number, seed: number): string {
  const wide = outline.at(-1)?.[0] ?? 0
  const tall = Math.max(...outline.map((p) => p[1] ?? 0), 0)
  if (wide <= 0 || tall <= 1) return ''
  const random = seeded(seed ^ 0x9e3779b9)
  const count = Math.min(
    Math.round((0.5 * porosity * 2 * wide * tall) / (Math.PI * (poreMm / 2) ** 2 * 4)),
    90,
  )
  const out: string[] = []
  for (let i = 0; i < count; i++) {
    const x = (2 * random() - 1) * wide * 0.94
    const r = (poreMm / 2) * (0.5 + 1.1 * random())
    const room = heightAt(outline, x) - 2.4 * r
    if (room > r) out.push(round(x, r * 1.4 + random() * room, r))
  }
  return out.join('')
}

function heightAt(outline: Points, x: number): number {
  const i = outline.findIndex((p) => (p[0] ?? 0) >= x)
  return Math.min(outline[i]?.[1] ?? 0, outline[Math.max(i - 1, 0)]?.[1] ?? 0)
}
