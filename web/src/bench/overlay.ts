import type { api } from '@/api/calls'
import type { Act } from './acts'

export type Run = Awaited<ReturnType<typeof api.run>>

/**
 * A run with the acts laid over it that the server has not written down yet, so that the bench goes on while it is away.
 * Only what the hand has to see at once: steps, weights, timers, loads. The server's own state replaces it all.
 */
export function overlaid(run: Run, acts: readonly Act[]): Run {
  return acts.reduce(laid, run)
}

function laid(run: Run, act: Act): Run {
  const s = run.state
  const at = act.said_at ?? run.now
  const step = act.step ?? ''
  const now = s.steps?.[step] ?? { begun: null, done: null, skipped: false, again: 0 }
  const steps = (to: Partial<typeof now>): Run =>
    moved({ ...run, state: { ...s, steps: { ...s.steps, [step]: { ...now, ...to } } } })
  const v = act.values ?? {}
  switch (act.what) {
    case 'begun':
      return steps({ begun: at, done: null, skipped: false })
    case 'done':
      return steps({ begun: now.begun ?? at, done: at })
    case 'skipped':
      return steps({ skipped: true })
    case 'weighed': {
      const line = String(v['line'])
      const had = run.lines[line]
      if (!had) return run
      const inside = had.in_g + Number(v['grams'])
      const to = { ...had, in_g: inside, to_come_g: Math.max(had.wanted_g - inside, 0), state: 'waiting' }
      return { ...run, lines: { ...run.lines, [line]: to } }
    }
    case 'timer': {
      const name = String(v['timer'])
      const others = (s.timers ?? []).filter((t) => t.name !== name)
      return {
        ...run,
        state: { ...s, timers: [...others, { name, until: Number(v['until']), since: at, step }] },
      }
    }
    case 'timer_off':
      return { ...run, state: { ...s, timers: (s.timers ?? []).filter((t) => t.name !== v['timer']) } }
    case 'loaded': {
      const load = Number(v['load'])
      const others = (s.loads ?? []).filter((l) => l.load !== load)
      return { ...run, state: { ...s, loads: [...others, { load, loaded: at }] } }
    }
    case 'pulled':
      return {
        ...run,
        state: {
          ...s,
          loads: (s.loads ?? []).map((l) => (l.load === Number(v['load']) ? { ...l, pulled: at } : l)),
        },
      }
    default:
      return run
  }
}

/** The step at hand, worked out again: the last begun that is open, otherwise the first that is. */
function moved(run: Run): Run {
  const of = (id: string) => run.state.steps?.[id]
  const open = (id: string): boolean => {
    const s = of(id)
    return !s || (s.done == null && !s.skipped)
  }
  const begun = run.script.steps
    .filter((s) => of(s.id)?.begun != null && open(s.id))
    .sort((a, b) => (of(b.id)?.begun ?? 0) - (of(a.id)?.begun ?? 0))
  return { ...run, current: begun[0]?.id ?? run.script.steps.find((s) => open(s.id))?.id ?? '' }
}
