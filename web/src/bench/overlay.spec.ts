import { describe, expect, it } from 'vitest'
import type { Act } from './acts'
import { countdown } from './countdown'
import { overlaid, type Run } from './overlay'

const run = {
  id: 1,
  now: 1000,
  seq: 3,
  current: 'cream',
  state: { steps: { cream: { begun: 500, done: null, skipped: false, again: 0 } }, timers: [], loads: [] },
  script: { steps: [{ id: 'cream' }, { id: 'egg' }, { id: 'bake' }] },
  lines: { flour: { wanted_g: 200, in_g: 50, to_come_g: 150, state: 'short' } },
} as unknown as Run
const act = (what: string, more: Partial<Act> = {}): Act => ({
  key: what + JSON.stringify(more.values ?? {}),
  what,
  said_at: 2000,
  step: '',
  values: {},
  source: 'hand',
  ...more,
})

describe('acts laid over a run while the server is away', () => {
  it('ends a step at the moment it was said, and goes on to the next that is open', () => {
    const found = overlaid(run, [act('done', { step: 'cream' }), act('skipped', { step: 'egg' })])
    expect(found.state.steps?.['cream']).toMatchObject({ begun: 500, done: 2000 })
    expect(found.current).toBe('bake')
    expect(run.current).toBe('cream')
  })
  it('adds what was weighed and asks for no less than nothing', () => {
    const found = overlaid(run, [
      act('weighed', { values: { line: 'flour', grams: 100 } }),
      act('weighed', { values: { line: 'flour', grams: 80 } }),
      act('weighed', { values: { line: 'gone', grams: 5 } }),
    ])
    expect(found.lines['flour']).toMatchObject({ in_g: 230, to_come_g: 0, state: 'waiting' })
    expect(Object.keys(found.lines)).toEqual(['flour'])
  })
  it('keeps one timer of a name, and lets go of one that was stopped', () => {
    const set = (until: number): Act => act('timer', { values: { timer: 'chill', until } })
    const off = act('timer_off', { values: { timer: 'chill' } })
    expect(overlaid(run, [set(5000), set(9000)]).state.timers).toMatchObject([{ name: 'chill', until: 9000 }])
    expect(overlaid(run, [set(5000), off]).state.timers).toEqual([])
  })
  it('puts a load in and pulls it, each once', () => {
    const inside = act('loaded', { values: { load: 1 } })
    const out = act('pulled', { values: { load: 1 }, said_at: 7000 })
    expect(overlaid(run, [inside, inside, out]).state.loads).toEqual([
      { load: 1, loaded: 2000, pulled: 7000 },
    ])
  })
  it('leaves alone what it does not have to show at once', () => {
    expect(overlaid(run, [act('note', { values: { text: 'warm' } })])).toBe(run)
  })
})

describe('a countdown', () => {
  it('tells minutes and seconds, and what is over', () => {
    expect(countdown(61)).toBe('1:01')
    expect(countdown(0)).toBe('0:00')
    expect(countdown(-65)).toBe('+1:05')
  })
})
