import { expect, it } from 'vitest'
import { GESTURES } from '@/ui/keys'
import { partsOf, STAGES, TABS, tabOf } from './stages'

const SOURCES = import.meta.glob<string>('../**/*.vue', { query: '?raw', import: 'default', eager: true })

it('claims every key once, whoever claims it', () => {
  const written = Object.values(SOURCES).flatMap((s) =>
    [...s.matchAll(/\bkeys: '([^']+)'/g)].map((m) => m[1]),
  )
  const claimed = [...written, ...STAGES.flatMap((s) => s.keys ?? [])]
  expect(claimed).toContain('g s')
  expect(claimed).toContain('g w')
  expect(claimed.filter((k, n) => claimed.indexOf(k) !== n)).toEqual([])
  expect(GESTURES.map(([k]) => k).filter((k) => claimed.includes(k))).toEqual([])
})

it('has a view behind every stage, and a tab above it', () => {
  for (const s of STAGES) {
    expect(Object.keys(SOURCES), s.name).toContain(`./${s.view}`)
    expect(TABS.map((t) => t.name)).toContain(tabOf(s.name))
  }
  expect(new Set(STAGES.map((s) => s.name)).size).toBe(STAGES.length)
})

it('lists the parts of a stage with the stage itself first', () => {
  expect(partsOf('next')).toEqual([
    { to: 'next', name: 'Best changes' },
    { to: 'changes', name: 'Every change' },
    { to: 'forgiving', name: 'How forgiving' },
    { to: 'what-if', name: 'What if' },
    { to: 'teaches', name: 'Teaches most' },
    { to: 'series', name: 'Series' },
  ])
  expect(partsOf('results')[0]?.to).toBe('results')
  expect(partsOf('butter')).toEqual([])
})
