import { api } from '@/api/calls'
import type { Schemas } from '@/api/client'
import type { DoughWork, Target } from '@/dough/useDough'
import { bare } from './bare'

/** The edit of a dough's target that is under way, or was last. */
const turns = new WeakMap<DoughWork, Promise<unknown>>()

/**
 * Edit the target of a dough. One edit after another: each is made of the target that the one before left, however fast
 * they come, so that none takes back another. Rejects as the call does; null where there is no dough yet.
 *
 * Usage: `await editTarget(dough, (target) => ({ target, need: 'no_egg', wanted: true }))`
 */
export function editTarget(
  dough: DoughWork,
  say: (target: Target) => Schemas['TargetEdit'],
  more: { style?: string } = {},
): Promise<Schemas['WishOut'] | null> {
  const turn = (turns.get(dough) ?? Promise.resolve()).then(async () => {
    const work = dough.work.value
    if (work === null) return null
    const made = await api.editTarget({ body: say(work.target) })
    dough.change({ target: bare(made), ...more })
    return made
  })
  // A refusal is for who asked; the next edit goes on.
  turns.set(
    dough,
    turn.catch(() => null),
  )
  return turn
}
